import { toldWhether } from './reach.ts';

const RETRY_MS = 3000;
/** More than an evening has. */
const MOST_TAKEN = 200;

/** What became of something that was sent. What is refused leaves no place for what was pressed after it. */
export type Sent = 'kept' | 'refused' | 'away';

/**
 * What was pressed here and is not with the server yet: it counts at once, outlives the page, and is delivered in the order
 * of the pressing. What is delivered twice, because its answer was lost, counts once by its id. What the server took stays here
 * as well until a page knows of it: the copy of a page that opens without the server is older.
 */
export class Outbox<T extends { readonly id: string }> {
  private items: readonly T[] = [];
  private delivered: readonly T[] = [];
  private delivering = false;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Set<() => void>();
  private isOpen = false;

  constructor(
    /** Its name in this browser. */
    private readonly name: string,
    private readonly read: (kept: unknown) => readonly T[],
    private readonly send: (item: T) => Promise<Sent>,
  ) {}

  /**
   * Takes up what an earlier page left. What was pressed before this page's first effects ran stands after it. A page that was
   * just read from the server shows all that the server took: `knowsAll`.
   */
  open(knowsAll: boolean): void {
    const earlier = this.kept(this.name).filter((item) => !this.items.some(({ id }) => id === item.id));
    this.isOpen = true;
    this.took(knowsAll ? [] : this.kept(this.takenName));
    this.change([...earlier, ...this.items]);
    window.addEventListener('online', this.deliver);
    this.deliver();
  }

  close(): void {
    this.isOpen = false;
    clearTimeout(this.retryTimer);
    window.removeEventListener('online', this.deliver);
  }

  add = (item: T): void => {
    this.change([...this.items, item]);
    this.deliver();
  };

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  snapshot = (): readonly T[] => this.items;

  /** What the server took since a page was read from it, in order. */
  taken = (): readonly T[] => this.delivered;

  private deliver = (): void => void this.deliverAll();

  private async deliverAll(): Promise<void> {
    if (this.delivering || !this.isOpen) return;
    this.delivering = true;
    clearTimeout(this.retryTimer);
    for (let item = this.items[0]; item; item = this.items[0]) {
      const { id } = item;
      const sent = await this.send(item).catch((): Sent => 'away');
      toldWhether(sent !== 'away');
      if (sent === 'away') {
        if (this.isOpen) this.retryTimer = setTimeout(this.deliver, RETRY_MS);
        break;
      }
      if (sent === 'kept') this.took([...this.delivered, item].slice(-MOST_TAKEN));
      this.change(sent === 'kept' ? this.items.filter((other) => other.id !== id) : []);
    }
    this.delivering = false;
  }

  private get takenName(): string {
    return `${this.name}-taken`;
  }

  private took(items: readonly T[]): void {
    this.delivered = items;
    keep(this.takenName, items);
  }

  private change(items: readonly T[]): void {
    this.items = items;
    // What an earlier page left is not overwritten before it is read.
    if (this.isOpen) keep(this.name, items);
    for (const listener of this.listeners) listener();
  }

  private kept(name: string): readonly T[] {
    try {
      return this.read(JSON.parse(localStorage.getItem(name) ?? '[]'));
    } catch {
      return [];
    }
  }
}

/** A full or forbidden store costs the copy, not what was pressed. */
function keep(name: string, items: readonly unknown[]): void {
  try {
    if (items.length === 0) localStorage.removeItem(name);
    else localStorage.setItem(name, JSON.stringify(items));
  } catch {
    // As said.
  }
}
