import { medianAt } from './heard.ts';
import type { ProbeReading } from './sift.ts';

const EVERY_MS = 5000;
const MOVED_K = 0.1;
/** Two medians nearer together than this share most of what they are made of. */
const LEAST_APART_MS = 1000;
/** A bath that goes on and on needs no more readings for it: from here they are kept further and further apart. */
const LONG_MS = 900_000;
const SHARE_OF_A_LONG_BATH = 15;

/**
 * What of a tank's readings goes into the run: one each five seconds, or sooner where it moved by a tenth of a degree
 * (domain.md 18), as medians. `since` is when the bath went in, `last` what was kept of it before. A bath that is left for
 * hours keeps them ever further apart, so that a run can always be folded and shown.
 */
export function thinned(
  readings: readonly ProbeReading[],
  fresh: readonly ProbeReading[],
  since: number,
  last: ProbeReading | null,
): ProbeReading[] {
  const kept: ProbeReading[] = [];
  let before = last;
  for (const { atMs } of fresh) {
    if (atMs < since) continue;
    const c = Math.round(medianAt(readings, atMs) * 100) / 100;
    if (before && !isWorthIt(before, { atMs, c }, since)) continue;
    before = { atMs, c };
    kept.push(before);
  }
  return kept;
}

function isWorthIt(before: ProbeReading, next: ProbeReading, since: number): boolean {
  const apartMs = next.atMs - before.atMs;
  const lastedMs = next.atMs - since;
  if (lastedMs > LONG_MS) return apartMs >= lastedMs / SHARE_OF_A_LONG_BATH;
  return apartMs >= EVERY_MS || (apartMs >= LEAST_APART_MS && Math.abs(next.c - before.c) > MOVED_K - 1e-9);
}
