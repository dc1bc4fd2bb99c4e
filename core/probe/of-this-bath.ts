import type { ProbeReading } from './sift.ts';

/** After such a silence the tub may have been filled anew. */
const GAP_MS = 10 * 60_000;
/** A reading in each quarter of a minute is all that a bath has to tell. */
const EVERY_MS = 15_000;
/** No heater warms a tub as fast: a probe was put in, or hot water was poured. */
const PUT_IN_K_PER_S = 0.05;

/**
 * What of a probe's readings tells how this bath warms: those since it was put in and settled, since water was last poured
 * in, and since the last long silence; one each fifteen seconds, in order.
 */
export function ofThisBath(readings: readonly ProbeReading[]): ProbeReading[] {
  let lastMs = -Infinity;
  const thinly = readings.filter(({ atMs }) => {
    if (atMs - lastMs < EVERY_MS) return false;
    lastMs = atMs;
    return true;
  });
  const from = thinly.findLastIndex((reading, i) => {
    const before = thinly[i - 1];
    if (!before) return false;
    const apartMs = reading.atMs - before.atMs;
    return apartMs > GAP_MS || Math.abs(reading.c - before.c) > (PUT_IN_K_PER_S * apartMs) / 1000;
  });
  return thinly.slice(Math.max(0, from));
}
