/** What a machine knows of time. */
export interface TimeSources {
  /** The wall clock, which people and networks set. */
  readonly wallMs: () => number;
  /** Only ever runs forwards, but stands still while the machine sleeps. */
  readonly monotonicMs: () => number;
  /** Since the machine started, sleep included; coarse. */
  readonly sinceBootMs: () => number;
}

/** Sleep shows in the boot clock running ahead of the monotonic one by more than its own coarseness. */
const SLEPT_MS = 2000;
const SET_MS = 2000;

/**
 * Epoch time that does not jump: a clock set by an hour in a developer step changes no duration. It runs on the
 * monotonic clock, catches up what the machine slept, and tells how far the wall clock has been set away from it.
 */
export class SteadyClock {
  private wallMs: number;
  private monotonicMs: number;
  private bootMs: number;

  constructor(private readonly sources: TimeSources) {
    this.wallMs = sources.wallMs();
    this.monotonicMs = sources.monotonicMs();
    this.bootMs = sources.sinceBootMs();
  }

  nowMs(): number {
    const passedMs = this.sources.monotonicMs() - this.monotonicMs;
    const sleptMs = this.sources.sinceBootMs() - this.bootMs - passedMs;
    return this.wallMs + passedMs + (sleptMs > SLEPT_MS ? sleptMs : 0);
  }

  /** Positive when the machine's clock was set forwards. */
  wasSetByMs(): number {
    const byMs = this.sources.wallMs() - this.nowMs();
    return Math.abs(byMs) > SET_MS ? byMs : 0;
  }

  takeWallTime(): void {
    this.goOnFrom(this.sources.wallMs());
  }

  /** Goes on from an instant, whatever the wall clock says. */
  goOnFrom(atMs: number): void {
    this.wallMs = atMs;
    this.monotonicMs = this.sources.monotonicMs();
    this.bootMs = this.sources.sinceBootMs();
  }
}

/** When something last happened, by the server’s clock and by how long its machine had been running then. */
export interface ClockMark {
  readonly atMs: number;
  /** Of one start of the machine; empty where the machine does not tell. */
  readonly boot: string;
  readonly upMs: number;
}

/**
 * What the clock of a live run says when its server starts. A machine that has run through knows how much time has passed,
 * however its wall clock was set meanwhile; one that was started anew has only its wall clock, and a run never goes back
 * behind its last act.
 */
export function resumedAtMs(mark: ClockMark, wallMs: number, machine: Pick<ClockMark, 'boot' | 'upMs'>, speed = 1): number {
  const ranThrough = mark.boot !== '' && machine.boot === mark.boot && machine.upMs >= mark.upMs;
  return ranThrough ? mark.atMs + (machine.upMs - mark.upMs) * speed : Math.max(wallMs, mark.atMs);
}
