/** One reading as a probe sends it: an instant in epoch milliseconds and a temperature. */
export interface ProbeReading {
  readonly atMs: number;
  readonly c: number;
}

export interface SetAside extends ProbeReading {
  readonly why: string;
}

export interface Sifted {
  /** In order, new and believed. */
  readonly accepted: readonly ProbeReading[];
  readonly setAside: readonly SetAside[];
  /** How many were known already. */
  readonly repeated: number;
}

const LOWEST_C = -5;
const HIGHEST_C = 80;
/** What is in water cannot jump further than this in a second; longer apart it may have been moved. */
const JUMP_K = 3;
/** A little is forgiven to a probe's clock. */
const FUTURE_MS = 5000;
export const KEPT_MS = 24 * 3600 * 1000;

/**
 * Which readings of a delivery are believed (domain.md 18), in whatever order they come: one outside −5 to 80 °C, one that
 * jumps more than 3 K from a second to the next, and one from the future are set aside, each with why. `known` are
 * readings accepted before, in order, at least those of the same minutes.
 */
export function sift(delivered: readonly ProbeReading[], known: readonly ProbeReading[], nowMs: number): Sifted {
  const setAside: SetAside[] = [];
  const accepted: ProbeReading[] = [];
  const there = new Map(known.map((reading) => [reading.atMs, reading.c]));
  let repeated = 0;
  let k = 0;
  for (const reading of [...delivered].sort((a, b) => a.atMs - b.atMs)) {
    const before = there.get(reading.atMs);
    if (before === reading.c) {
      repeated++;
      continue;
    }
    while (k < known.length && (known[k] as ProbeReading).atMs < reading.atMs) k++;
    const earlier = later(known[k - 1], accepted.at(-1));
    const why =
      before === undefined ? whyNot(reading, earlier, nowMs) : `${show(before)} was sent for this instant already; the first one counts.`;
    if (why !== null) setAside.push({ ...reading, why });
    else {
      accepted.push(reading);
      there.set(reading.atMs, reading.c);
    }
  }
  return { accepted, setAside, repeated };
}

function whyNot({ atMs, c }: ProbeReading, earlier: ProbeReading | undefined, nowMs: number): string | null {
  if (atMs > nowMs + FUTURE_MS) return `From the future, by ${Math.round((atMs - nowMs) / 1000)} s. Set the probe’s clock.`;
  if (atMs < nowMs - KEPT_MS) return 'More than a day old.';
  if (c > HIGHEST_C) return `${show(c)} is no bath. If it counts in Fahrenheit, ${c.toFixed(0)} °F are ${show((c - 32) / 1.8)}: send °C.`;
  if (c < LOWEST_C) return `${show(c)} lies below ${show(LOWEST_C)}: a loose wire reads like that.`;
  if (earlier === undefined) return null;
  const seconds = Math.max(1, (atMs - earlier.atMs) / 1000);
  return Math.abs(c - earlier.c) > JUMP_K * seconds
    ? `A jump from ${show(earlier.c)} in ${Math.round(seconds)} s: water does not do that.`
    : null;
}

function later(a: ProbeReading | undefined, b: ProbeReading | undefined): ProbeReading | undefined {
  if (!a || !b) return a ?? b;
  return a.atMs > b.atMs ? a : b;
}

const show = (c: number) => `${c.toFixed(1).replace('-', '−')} °C`;
