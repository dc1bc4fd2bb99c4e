import { nanoid } from 'nanoid';
import type { RunEvent } from '../../core/run/event.ts';
import { refusalOf } from '../../core/run/guard.ts';
import type { RunPlan } from '../../core/run/run-plan.ts';
import { foldRun, type RunState } from '../../core/run/state.ts';
import type { BenchClock } from './bench-clock.ts';
import { EventStore, type Confirmed } from './event-store.ts';

export type Connection = 'together' | 'reconnecting' | 'alone';

/** An event without its id and instant, as an act makes it. */
export type Act = RunEvent extends infer E ? (E extends RunEvent ? Omit<E, 'id' | 'atMs'> : never) : never;

export interface ChannelView {
  readonly state: RunState;
  readonly connection: Connection;
  /** Acts made here that the server does not have yet. */
  readonly undelivered: number;
  /** Why the last act did not count; null when it did. */
  readonly refusal: string | null;
}

const RETRY_MS = [500, 1000, 2000, 4000];
const REOPEN_MS = 1500;

/**
 * A run as this screen knows it: events the server has, then acts still on their way, folded into one state. Acts count
 * at once on this screen; they are delivered in order, and an act delivered twice counts once because it keeps its id.
 */
export class RunChannel {
  private confirmed: readonly Confirmed[];
  private pending: readonly RunEvent[] = [];
  private connection: Connection = 'together';
  private refusal: string | null = null;
  private view: ChannelView;
  private delivering = false;
  private failures = 0;
  private stream: EventSource | null = null;
  private reopenTimer: ReturnType<typeof setTimeout> | undefined;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private closed = false;
  private readonly listeners = new Set<() => void>();
  private readonly store: EventStore;

  constructor(
    private readonly runId: string,
    private readonly plan: RunPlan,
    private readonly clock: BenchClock,
    first: readonly Confirmed[],
  ) {
    this.confirmed = first;
    this.store = new EventStore(runId);
    this.view = this.look();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  snapshot = (): ChannelView => this.view;

  /** Opens the stream and takes up what an earlier page of this browser left undelivered. */
  async open(): Promise<void> {
    this.closed = false;
    this.listen();
    const [known, queued] = await Promise.all([this.store.confirmed(), this.store.queued()]);
    this.take(known);
    const there = new Set([...this.confirmed.map(({ event }) => event.id), ...this.pending.map((event) => event.id)]);
    this.pending = [...queued.filter((event) => !there.has(event.id)), ...this.pending];
    this.changed();
    void this.store.confirm(this.confirmed);
    void this.deliver();
  }

  close(): void {
    this.closed = true;
    this.stream?.close();
    clearTimeout(this.reopenTimer);
    clearTimeout(this.retryTimer);
  }

  /** Does an act now. Returns why not, when it makes no sense in this state. */
  act(act: Act): string | null {
    const event = { ...act, id: nanoid(), atMs: Math.round(this.clock.nowMs()) } as RunEvent;
    this.refusal = refusalOf(this.plan, this.view.state, event);
    if (this.refusal === null) {
      this.pending = [...this.pending, event];
      void this.store.enqueue(event);
    }
    this.changed();
    void this.deliver();
    return this.refusal;
  }

  forgetRefusal(): void {
    this.refusal = null;
    this.changed();
  }

  /** Called when the network or the page comes back. */
  wake(): void {
    this.failures = 0;
    void this.deliver();
    if (!this.stream || this.stream.readyState === EventSource.CLOSED) this.listen();
  }

  private look(): ChannelView {
    const state = foldRun(this.plan, [...this.confirmed.map(({ event }) => event), ...this.pending]);
    return { state, connection: this.connection, undelivered: this.pending.length, refusal: this.refusal };
  }

  private changed(): void {
    this.view = this.look();
    for (const listener of this.listeners) listener();
  }

  private take(events: readonly Confirmed[]): void {
    const known = new Set(this.confirmed.map(({ seq }) => seq));
    const fresh = events.filter(({ seq }) => !known.has(seq));
    if (fresh.length === 0) return;
    this.confirmed = [...this.confirmed, ...fresh].sort((a, b) => a.seq - b.seq);
    const ids = new Set(fresh.map(({ event }) => event.id));
    this.pending = this.pending.filter((event) => !ids.has(event.id));
    void this.store.confirm(fresh);
  }

  private listen(): void {
    if (this.closed) return;
    this.stream?.close();
    const after = this.confirmed.at(-1)?.seq ?? 0;
    const stream = new EventSource(`/bench/${this.runId}/stream?after=${after}`);
    this.stream = stream;
    stream.onopen = () => {
      this.connection = 'together';
      this.changed();
      void this.deliver();
    };
    stream.onmessage = (message: MessageEvent<string>) => {
      this.take([{ seq: Number(message.lastEventId), event: JSON.parse(message.data) as RunEvent }]);
      this.changed();
    };
    stream.onerror = () => {
      this.connection = navigator.onLine && this.failures < RETRY_MS.length ? 'reconnecting' : 'alone';
      this.changed();
      // A stream that the browser gave up is opened anew from the last event seen.
      if (stream.readyState === EventSource.CLOSED) {
        clearTimeout(this.reopenTimer);
        this.reopenTimer = setTimeout(() => this.listen(), REOPEN_MS);
      }
    };
  }

  private async deliver(): Promise<void> {
    if (this.delivering || this.closed) return;
    this.delivering = true;
    try {
      for (let event = this.pending[0]; event; event = this.pending[0]) {
        const outcome = await this.send(event);
        if (outcome === 'unreachable') {
          this.failures++;
          this.connection = 'alone';
          clearTimeout(this.retryTimer);
          this.retryTimer = setTimeout(() => void this.deliver(), RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1]);
          break;
        }
        this.failures = 0;
        const { id } = event;
        this.pending = this.pending.filter((other) => other.id !== id);
        if (outcome.seq === null) this.refusal = outcome.message;
        else this.take([{ seq: outcome.seq, event }]);
        await this.store.dequeue(id);
        this.changed();
      }
    } finally {
      this.delivering = false;
      this.changed();
    }
  }

  private async send(
    event: RunEvent,
  ): Promise<'unreachable' | { readonly seq: number; readonly message: null } | { readonly seq: null; readonly message: string }> {
    try {
      const answer = await fetch(`/bench/${this.runId}/events`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(event),
      });
      if (answer.status >= 500) return 'unreachable';
      const said = (await answer.json()) as { seq?: number; message?: string };
      return answer.ok && said.seq !== undefined
        ? { seq: said.seq, message: null }
        : { seq: null, message: said.message ?? 'The server did not accept this act.' };
    } catch {
      return 'unreachable';
    }
  }
}
