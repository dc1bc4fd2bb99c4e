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
const HOUSE = '/clock';
/** A page whose time is this far behind what was known is an old copy. */
const OLD_PAGE_MS = 2000;
/** How late a slow phone is with the time that its page brought. */
const ROUGH_MS = 10_000;
/** A laptop that sleeps takes the question and gives no answer. */
const ANSWER_WITHIN_MS = 4000;

export class ServerClock {
  private anchor: Anchor;
  /** The server's own clock was set by this much since the run began; its reckoning went on. */
  serverSetByMs = 0;
  private readonly listeners = new Set<() => void>();

  constructor(
    first: ClockReading,
    /** Who is asked for the time: the house, or a practice with a clock of its own. */
    private readonly asked = HOUSE,
  ) {
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

  /** Goes on from here at another speed, before the server has said so. */
  goAt(speed: number): void {
    this.set({ serverMs: this.nowMs(), monotonicMs: performance.now(), wallMs: Date.now(), speed });
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
        const answer = await fetch(this.asked, { cache: 'no-store', signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });
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
    this.remember();
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

  /** A page loaded from the cache carries an old server time; what was known at the last contact, and how long ago that is, is nearer. */
  recall(): void {
    const remembered = recalled(rememberedAs(this.asked));
    if (!remembered) return;
    const { serverMs, wallMs, speed } = remembered;
    const now = Date.now();
    // A page that came fresh from the server knows better than anything remembered.
    if (serverMs + (now - wallMs) * speed < this.nowMs() + OLD_PAGE_MS * speed) return;
    this.set({ serverMs: serverMs + (now - wallMs) * speed, monotonicMs: performance.now(), wallMs: now, speed });
  }

  /** A page says the time of its answer, which is a little while ago: it is remembered where nothing nearer is. */
  rememberRoughly(): void {
    const known = recalled(rememberedAs(this.asked));
    if (known && Math.abs(known.serverMs + (Date.now() - known.wallMs) * known.speed - this.nowMs()) < ROUGH_MS * this.anchor.speed) return;
    this.remember();
  }

  /** For a page that is opened without the server: this is what it said now. */
  remember(): void {
    const contact: Contact = { serverMs: this.nowMs(), wallMs: Date.now(), speed: this.anchor.speed };
    try {
      localStorage.setItem(rememberedAs(this.asked), JSON.stringify(contact));
    } catch {
      // Private windows may refuse; the next contact sets the clock again.
    }
  }

  private set(anchor: Anchor): void {
    this.anchor = anchor;
    for (const listener of this.listeners) listener();
  }
}

/** What the server's clock said at an instant of this screen's own. */
interface Contact {
  readonly serverMs: number;
  readonly wallMs: number;
  readonly speed: number;
}

/** A practice’s clock goes at its own speed, and is remembered by itself. */
const rememberedAs = (asked: string) => (asked === HOUSE ? 'steady-reel-clock' : `steady-reel-clock ${asked}`);

function recalled(name: string): Contact | null {
  try {
    const { serverMs, wallMs, speed } = JSON.parse(localStorage.getItem(name) ?? '{}') as Partial<Contact>;
    // What a version before this one remembered is no contact: the next one sets the clock.
    return Number.isFinite(serverMs) && Number.isFinite(wallMs) && Number.isFinite(speed) ? ({ serverMs, wallMs, speed } as Contact) : null;
  } catch {
    return null;
  }
}
