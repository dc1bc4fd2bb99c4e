import { bisector } from 'd3-array';
import { median } from '../units/median.ts';
import type { ProbeReading } from './sift.ts';

/** What a probe says just now. */
export type Heard =
  | { readonly kind: 'never' }
  | { readonly kind: 'heard'; readonly atMs: number; readonly c: number }
  | { readonly kind: 'lost'; readonly atMs: number; readonly c: number; readonly forS: number };

const MEDIAN_OF_MS = 3000;
const LOST_AFTER_MS = 10_000;

const inTime = bisector(({ atMs }: ProbeReading) => atMs);

/** The median of three seconds up to its last reading; silent for ten, it is lost (domain.md 18). `readings` in order. */
export function heard(readings: readonly ProbeReading[], nowMs: number): Heard {
  const last = readings.at(-1);
  if (!last) return { kind: 'never' };
  const c = medianAt(readings, last.atMs);
  const silentMs = nowMs - last.atMs;
  return silentMs > LOST_AFTER_MS
    ? { kind: 'lost', atMs: last.atMs, c, forS: Math.round(silentMs / 1000) }
    : { kind: 'heard', atMs: last.atMs, c };
}

/** The same of one that was heard at an instant, as a screen reckons it on by itself. */
export function heardStill(was: Heard, nowMs: number): Heard {
  if (was.kind === 'never') return was;
  const { atMs, c } = was;
  return heard([{ atMs, c }], nowMs);
}

/** The median of what came in the three seconds up to an instant; readings in order, one of them at that instant. */
export function medianAt(readings: readonly ProbeReading[], atMs: number): number {
  const last = inTime.right(readings, atMs) - 1;
  const values: number[] = [];
  for (let i = last; i >= 0; i--) {
    const { atMs: at, c } = readings[i] as ProbeReading;
    if (at <= atMs - MEDIAN_OF_MS) break;
    values.push(c);
  }
  return median(values);
}
