import { answered, refused, type Answer } from '../../answer.ts';

/** Newton's cooling with `k` per minute: the temperature some seconds after it was `fromC` (domain.md 8). */
export function cooledC(fromC: number, surroundC: number, coolingPerMin: number, afterS: number): number {
  return surroundC + (fromC - surroundC) * Math.exp((-coolingPerMin * afterS) / 60);
}

export interface TimedReading {
  readonly atS: number;
  readonly c: number;
}

/**
 * The cooling constant `k` per minute from two or more readings: ln(T − Ts) falls on a line whose slope is −k;
 * two readings fit it exactly, more by least squares (domain.md 8).
 * Errors: `too-few-readings`, `reading-at-surroundings`.
 */
export function fitCooling(readings: readonly TimedReading[], surroundC: number): Answer<number> {
  const sign = Math.sign((readings[0]?.c ?? surroundC) - surroundC);
  const usable = readings.filter((reading) => (reading.c - surroundC) * sign > 1e-6);
  if (usable.length < readings.length || sign === 0) {
    return refused({
      code: 'reading-at-surroundings',
      path: '$.readings',
      message:
        'Every reading must lie on the same side of the room temperature; once the tank has reached it there is nothing left to fit.',
    });
  }
  const points = usable.map((reading) => ({ x: reading.atS / 60, y: Math.log(Math.abs(reading.c - surroundC)) }));
  const meanX = mean(points.map((p) => p.x));
  const meanY = mean(points.map((p) => p.y));
  const spread = points.reduce((sum, p) => sum + (p.x - meanX) ** 2, 0);
  if (points.length < 2 || spread === 0) {
    return refused({
      code: 'too-few-readings',
      path: '$.readings',
      message: 'Two readings at different times are needed to know how fast the tank cools.',
    });
  }
  return answered(-points.reduce((sum, p) => sum + (p.x - meanX) * (p.y - meanY), 0) / spread);
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}
