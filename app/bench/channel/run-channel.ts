import { nanoid } from 'nanoid';
import type { ProbeNow } from '../../../core/probe/probe-now.ts';
import { ACT_NAMES } from '../../../core/run/acts/act-in-words.ts';
import { readAcceptedEvent, type RunEvent } from '../../../core/run/acts/event.ts';
import { refusalOf } from '../../../core/run/acts/guard.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { foldRun, withEvent, type RunState } from '../../../core/run/state/state.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import type { ServerClock } from '../../ui/screen/server-clock.ts';
import { EventStore, type Confirmed } from './event-store.ts';
import type { RunPlace } from './run-place.ts';

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
  /** Why acts wait although the server answers, such as a full disk. */
  readonly held: string | null;
  /** The run that stands in this one's place, once it was planned anew; '' where it went back to the plan. */
  readonly movedTo: string | null;
  /** What the probes said last; those of the page until one speaks. */
  readonly probes: readonly ProbeNow[] | null;
}

const RETRY_MS = [500, 1000, 2000, 4000];
const GONE_MS = 60_000;
/** A sentence of the book is read in this time; a press so soon after it was not meant to wipe it away. */
const READ_WITHIN_MS = 4000;
const REOPEN_MS = 1500;
const ANSWER_WITHIN_MS = 8000;

interface RefusedAct {
  readonly name: string;
  readonly why: string;
}

/** `The pour, the note did not count. This act lies before its run.` Each reason once, with the acts that it kept out. */
function refusedInWords(acts: readonly RefusedAct[]): string | null {
  const reasons = [...new Set(acts.map(({ why }) => why))];
  const said = reasons.map((why) => {
    const names = acts.filter((act) => act.why === why).map(({ name }, i) => (i === 0 ? name : lowerFirst(name)));
    return `${names.join(', ')} did not count. ${why}`;
  });
  return said.length === 0 ? null : said.join(' ');
}

/** What became of a delivery. Only a refusal that will never change takes an act off the queue. */
type Delivery =
  | { readonly kind: 'kept'; readonly seq: number }
  | { readonly kind: 'refused'; readonly message: string; readonly movedTo: string | null }
  | { readonly kind: 'not-now' | 'gone'; readonly message: string | null };

/**
 * A run as this screen knows it: events the server has, then acts still on their way, folded into one state. Acts count
 * at once on this screen; they are delivered in order, and an act delivered twice counts once because it keeps its id.
 */
export class RunChannel {
  private confirmed: readonly Confirmed[];
  private pending: readonly RunEvent[] = [];
  private connection: Connection = 'together';
  private refusal: string | null = null;
  /** Acts that the book did not take since somebody last read of it. */
  private refusedActs: readonly RefusedAct[] = [];
  private refusedAtMs = -Infinity;
  private held: string | null = null;
  private movedTo: string | null = null;
  private probes: readonly ProbeNow[] | null = null;
  private view: ChannelView;
  private delivering = false;
  private failures = 0;
  private stream: EventSource | null = null;
  /**
   * How far the stream has come, without a gap. Answers to this screen's own acts lie further on and say nothing of what
   * other screens did in between, so a stream opened anew begins here and not after them.
   */
  private streamed: number;
  private reopenTimer: ReturnType<typeof setTimeout> | undefined;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private closed = false;
  private readonly listeners = new Set<() => void>();
  private readonly store: EventStore;

  constructor(
    runId: string,
    private readonly place: RunPlace,
    private readonly plan: RunPlan,
    private readonly clock: ServerClock,
    first: readonly Confirmed[],
  ) {
    this.confirmed = first;
    // What came with the page is everything up to then.
    this.streamed = first.at(-1)?.seq ?? 0;
    this.store = new EventStore(runId, plan, place.keptIn);
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
    const refusal = refusalOf(this.plan, this.view.state, event);
    // What the book did not take is read before it goes: the next press, a second later, does not wipe it away.
    this.refusal = refusal ?? refusedInWords(this.refusedActs);
    if (refusal === null) {
      this.pending = [...this.pending, event];
      void this.store.enqueue(event);
    }
    this.changed();
    void this.deliver();
    return refusal;
  }

  forgetRefusal(): void {
    if (performance.now() - this.refusedAtMs > READ_WITHIN_MS) this.refusedActs = [];
    this.refusal = refusedInWords(this.refusedActs);
    this.changed();
  }

  /** Called when the network or the page comes back. A page that slept may hold a stream that died without a word. */
  wake(): void {
    this.failures = 0;
    void this.deliver();
    this.listen();
  }

  private look(): ChannelView {
    const known = foldRun(
      this.plan,
      this.confirmed.map(({ event }) => event),
    );
    // What is in the book counts; what is on its way counts as far as it makes sense after it.
    const state = this.pending.reduce((before, event) => withEvent(this.plan, before, event), known);
    const { connection, refusal, held, movedTo, probes } = this;
    return { state, connection, undelivered: this.pending.length, refusal, held, movedTo, probes };
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
    const stream = new EventSource(`${this.place.at}/stream?after=${this.streamed}`);
    this.stream = stream;
    stream.onopen = () => {
      this.connection = 'together';
      this.changed();
      void this.deliver();
    };
    stream.onmessage = (message: MessageEvent<string>) => {
      const seq = Number(message.lastEventId);
      const event = readAcceptedEvent(JSON.parse(message.data), this.plan);
      if (event) this.take([{ seq, event }]);
      this.streamed = Math.max(this.streamed, seq);
      this.changed();
    };
    stream.addEventListener('probes', (message) => void this.probesSaid((message as MessageEvent<string>).data));
    stream.addEventListener('moved', (message) => {
      this.movedTo = (JSON.parse((message as MessageEvent<string>).data) as { to: string | null }).to ?? '';
      this.changed();
    });
    stream.onerror = () => {
      this.connection = navigator.onLine && this.failures < RETRY_MS.length ? 'reconnecting' : 'alone';
      this.changed();
      // A stream that the browser gave up is opened anew from the last event it brought.
      if (stream.readyState === EventSource.CLOSED) {
        clearTimeout(this.reopenTimer);
        this.reopenTimer = setTimeout(() => this.listen(), REOPEN_MS);
      }
    };
  }

  private async probesSaid(said: string): Promise<void> {
    // Most houses have no probe.
    const { readProbesNow } = await import('../../../core/probe/probe-now.ts');
    this.probes = readProbesNow(JSON.parse(said));
    this.view = { ...this.view, probes: this.probes };
    for (const listener of this.listeners) listener();
  }

  private async deliver(): Promise<void> {
    if (this.delivering || this.closed) return;
    this.delivering = true;
    try {
      for (let event = this.pending[0]; event; event = this.pending[0]) {
        const delivery = await this.send(event);
        if (delivery.kind !== 'kept' && delivery.kind !== 'refused') {
          this.failures++;
          this.connection = 'alone';
          this.held = delivery.message;
          clearTimeout(this.retryTimer);
          // A run that this book does not have may come back with another copy of it; nobody waits for that by the second.
          const retryMs = delivery.kind === 'gone' ? GONE_MS : RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1];
          this.retryTimer = setTimeout(() => void this.deliver(), retryMs);
          break;
        }
        this.failures = 0;
        this.held = null;
        this.connection = 'together';
        const { id, kind } = event;
        this.pending = this.pending.filter((other) => other.id !== id);
        if (delivery.kind === 'kept') this.take([{ seq: delivery.seq, event }]);
        else {
          this.refusedActs = [...this.refusedActs, { name: ACT_NAMES[kind], why: delivery.message }];
          this.refusedAtMs = performance.now();
          this.refusal = refusedInWords(this.refusedActs);
          this.movedTo = delivery.movedTo ?? this.movedTo;
        }
        await this.store.dequeue(id);
        this.changed();
      }
    } finally {
      this.delivering = false;
      this.changed();
    }
  }

  private async send(event: RunEvent): Promise<Delivery> {
    try {
      const answer = await fetch(`${this.place.at}/events`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(event),
        // On a network that went without a word an answer may never come; the act is sent again then, under its id.
        signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
      });
      const said = (await answer.json().catch(() => ({}))) as { seq?: unknown; message?: unknown; movedTo?: unknown };
      const message = typeof said.message === 'string' ? said.message : null;
      if (answer.ok && typeof said.seq === 'number') return { kind: 'kept', seq: said.seq };
      if (answer.status === 409 || answer.status === 422)
        return {
          kind: 'refused',
          message: message ?? 'The server did not accept it.',
          movedTo: typeof said.movedTo === 'string' ? said.movedTo : null,
        };
      return { kind: answer.status === 404 ? 'gone' : 'not-now', message };
    } catch {
      return { kind: 'not-now', message: null };
    }
  }
}
