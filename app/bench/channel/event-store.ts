import type { DBSchema, IDBPDatabase } from 'idb';
import { readAcceptedEvent, type RunEvent, type StepsById } from '../../../core/run/acts/event.ts';

export interface Confirmed {
  readonly seq: number;
  readonly event: RunEvent;
}

interface Schema extends DBSchema {
  /** Acts not yet delivered, in the order in which they were made. */
  queue: { key: number; value: { readonly runId: string; readonly event: RunEvent }; indexes: { byRun: string } };
  /** Events the server has, so that a page loaded without it still knows the run. */
  confirmed: { key: number; value: Confirmed & { readonly runId: string }; indexes: { byRun: string } };
}

/** Where storage is forbidden some browsers throw at once and some refuse later; within an async function both are a refusal. */
async function opened(name: string): Promise<IDBPDatabase<Schema>> {
  // Nothing that is shown waits for it.
  const { openDB } = await import('idb');
  return openDB<Schema>(name, 1, {
    upgrade(database) {
      database.createObjectStore('queue', { autoIncrement: true }).createIndex('byRun', 'runId');
      database.createObjectStore('confirmed', { keyPath: 'seq' }).createIndex('byRun', 'runId');
    },
  });
}

/**
 * What the browser keeps of a run (IndexedDB). Everything works without it; then only a closed page forgets. The database
 * takes its time, and a page that is loaded anew in it takes the act along: until it has the act, storage that writes at
 * once does.
 */
export class EventStore {
  private readonly opened: Promise<IDBPDatabase<Schema> | null>;

  constructor(
    private readonly runId: string,
    private readonly run: StepsById,
    keptIn = 'steady-reel-bench',
  ) {
    this.opened = opened(keptIn).catch(() => null);
  }

  async queued(): Promise<RunEvent[]> {
    const database = await this.opened;
    const entries = (await database?.getAllFromIndex('queue', 'byRun', this.runId)) ?? [];
    const taken = entries.flatMap(({ event }) => this.read(event));
    const underWay = writtenAtOnce(this.underWay('')).flatMap((event) => this.read(event));
    // In the order of their instants: keys have none.
    return [...taken, ...underWay.filter(({ id }) => !taken.some((act) => act.id === id)).sort((a, b) => a.atMs - b.atMs)];
  }

  async confirmed(): Promise<Confirmed[]> {
    const database = await this.opened;
    const entries = (await database?.getAllFromIndex('confirmed', 'byRun', this.runId)) ?? [];
    return entries.flatMap(({ seq, event }) => this.read(event).map((read) => ({ seq, event: read })));
  }

  /** What an older page of this browser kept is brought up to date; what cannot be read is left. */
  private read(event: unknown): RunEvent[] {
    const read = readAcceptedEvent(event, this.run);
    return read ? [read] : [];
  }

  async enqueue(event: RunEvent): Promise<void> {
    // A full or forbidden store costs only what a closed page would have remembered.
    atOnce(() => localStorage.setItem(this.underWay(event.id), JSON.stringify(event)));
    const key = await (await this.opened)?.add('queue', { runId: this.runId, event }).catch(() => undefined);
    if (key !== undefined) this.forgetUnderWay(event.id);
  }

  async dequeue(eventId: string): Promise<void> {
    this.forgetUnderWay(eventId);
    const database = await this.opened;
    if (!database) return;
    const transaction = database.transaction('queue', 'readwrite');
    for await (const cursor of transaction.store.index('byRun').iterate(this.runId)) {
      if (cursor.value.event.id === eventId) await cursor.delete();
    }
    await transaction.done;
  }

  private underWay(eventId: string): string {
    return `steady-reel-act ${this.runId} ${eventId}`;
  }

  private forgetUnderWay(eventId: string): void {
    atOnce(() => localStorage.removeItem(this.underWay(eventId)));
  }

  async confirm(confirmed: readonly Confirmed[]): Promise<void> {
    const database = await this.opened;
    if (!database) return;
    const transaction = database.transaction('confirmed', 'readwrite');
    const put = async (entry: Confirmed) => transaction.store.put({ ...entry, runId: this.runId });
    await Promise.all([...confirmed.map(put), transaction.done]).catch(() => undefined);
  }
}

/** Each act has a key of its own, so that two pages of one run do not overwrite one another, and a damaged one spoils no other. */
function writtenAtOnce(keys: string): unknown[] {
  const found = atOnce(() => Object.keys(localStorage).filter((key) => key.startsWith(keys))) ?? [];
  return found.map((key) => atOnce(() => JSON.parse(localStorage.getItem(key) ?? 'null') as unknown));
}

/** Where such storage is full or forbidden there is none. */
function atOnce<T>(doing: () => T): T | undefined {
  try {
    return doing();
  } catch {
    return undefined;
  }
}
