/**
 * The server's time as this screen reckons it. It runs on the browser's monotonic clock, so a wrong or corrected phone
 * clock changes nothing; it is set against the server at connection and after sleep.
 */
export interface ClockReading {
  readonly nowMs: number;
  readonly speed: number;
  /** How far the server machine's clock was set while a run held it; absent in pages kept from before. */
  readonly setByMs?: number;
}

interface Anchor {
  readonly serverMs: number;
  readonly monotonicMs: number;
  readonly wallMs: number;
  readonly speed: number;
}

const SAMPLES = 5;
/** A machine that slept shows in the wall clock running ahead of the monotonic one. */
const SLEPT_MS = 1000;
const REMEMBERED = 'steady-reel-clock';

export class BenchClock {
  private anchor: Anchor;
  /** The server's own clock was set by this much since the run began; its reckoning went on. */
  serverSetByMs = 0;
  private readonly listeners = new Set<() => void>();

  constructor(first: ClockReading) {
    this.anchor = { serverMs: first.nowMs, monotonicMs: performance.now(), wallMs: Date.now(), speed: first.speed };
  }

  /** Epoch milliseconds by the server's clock. */
  nowMs(): number {
    return this.anchor.serverMs + (performance.now() - this.anchor.monotonicMs) * this.anchor.speed;
  }

  /** When a server instant comes, on this page's absolute monotonic scale, which workers share. */
  monotonicAt(serverMs: number): number {
    return performance.timeOrigin + this.anchor.monotonicMs + (serverMs - this.anchor.serverMs) / this.anchor.speed;
  }

  get speed(): number {
    return this.anchor.speed;
  }

  onChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }

  /** Asks the server a few times and believes the quickest answer; true when it answered. */
  async synchronise(): Promise<boolean> {
    let best: { readonly roundTripMs: number; readonly anchor: Anchor } | null = null;
    for (let i = 0; i < SAMPLES; i++) {
      const sentMs = performance.now();
      try {
        const answer = await fetch('/clock', { cache: 'no-store' });
        if (!answer.ok) break;
        const { nowMs, speed, setByMs = 0 } = (await answer.json()) as ClockReading;
        this.serverSetByMs = setByMs;
        const receivedMs = performance.now();
        const roundTripMs = receivedMs - sentMs;
        if (!best || roundTripMs < best.roundTripMs) {
          best = { roundTripMs, anchor: { serverMs: nowMs, monotonicMs: sentMs + roundTripMs / 2, wallMs: Date.now(), speed } };
        }
      } catch {
        break;
      }
    }
    if (!best) return false;
    this.set(best.anchor);
    remember({ offsetMs: this.nowMs() - Date.now(), speed: best.anchor.speed });
    return true;
  }

  /** After sleep without a server: the wall clock tells how long it was. */
  catchUp(): void {
    const monotonicMs = performance.now();
    const wallMs = Date.now();
    const sleptMs = wallMs - this.anchor.wallMs - (monotonicMs - this.anchor.monotonicMs);
    if (Math.abs(sleptMs) > SLEPT_MS && sleptMs > 0) {
      this.set({ serverMs: this.nowMs() + sleptMs * this.anchor.speed, monotonicMs, wallMs, speed: this.anchor.speed });
    }
  }

  /** A page loaded from the cache carries an old server time; the offset remembered at the last contact is nearer. */
  recall(): void {
    const remembered = recalled();
    if (remembered) {
      this.set({ serverMs: Date.now() + remembered.offsetMs, monotonicMs: performance.now(), wallMs: Date.now(), speed: remembered.speed });
    }
  }

  private set(anchor: Anchor): void {
    this.anchor = anchor;
    for (const listener of this.listeners) listener();
  }
}

function remember(offset: { readonly offsetMs: number; readonly speed: number }): void {
  try {
    localStorage.setItem(REMEMBERED, JSON.stringify(offset));
  } catch {
    // Private windows may refuse; the next contact sets the clock again.
  }
}

function recalled(): { readonly offsetMs: number; readonly speed: number } | null {
  try {
    return JSON.parse(localStorage.getItem(REMEMBERED) ?? 'null') as { offsetMs: number; speed: number } | null;
  } catch {
    return null;
  }
}
