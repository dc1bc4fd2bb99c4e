export interface ChartPoint {
  readonly value: number;
  /** Whether the person called this run good: the first five of those make the limits. */
  readonly good: boolean;
}

export interface ChartSignal {
  /** The point at which it shows, from 0. */
  readonly at: number;
  readonly rule: 'outside' | 'one-side' | 'trend';
}

export interface ControlChart {
  readonly centre: number | null;
  readonly low: number | null;
  readonly high: number | null;
  readonly signals: readonly ChartSignal[];
}

const GOOD_ONES = 5;
/** 3 ⁄ d₂ for moving ranges of two: what makes three standard deviations of their mean. */
const LIMIT_FACTOR = 2.66;
const ONE_SIDE = 8;
const TREND = 6;

/**
 * A chart for individuals (domain.md 17): the first five runs called good give centre and mean moving range, the limits
 * lie 2.66 of those away. Without five there is nothing to compare with, and nothing is said.
 */
export function controlChart(points: readonly ChartPoint[]): ControlChart {
  const first = points.filter((point) => point.good).slice(0, GOOD_ONES);
  if (first.length < GOOD_ONES) return { centre: null, low: null, high: null, signals: [] };
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const centre = mean(first.map((point) => point.value));
  const movingRange = mean(first.slice(1).map((point, i) => Math.abs(point.value - (first[i] as ChartPoint).value)));
  const low = centre - LIMIT_FACTOR * movingRange;
  const high = centre + LIMIT_FACTOR * movingRange;
  const values = points.map((point) => point.value);
  const last = (i: number, n: number) => (i + 1 >= n ? values.slice(i + 1 - n, i + 1) : []);
  const signals = values.flatMap((value, i): ChartSignal[] => {
    const found: ChartSignal[] = [];
    if (value < low - 1e-12 || value > high + 1e-12) found.push({ at: i, rule: 'outside' });
    const side = last(i, ONE_SIDE);
    if (side.length > 0 && (side.every((each) => each > centre) || side.every((each) => each < centre)))
      found.push({ at: i, rule: 'one-side' });
    const run = last(i, TREND);
    const steps = run.slice(1).map((each, k) => each - (run[k] as number));
    if (run.length > 0 && (steps.every((step) => step > 0) || steps.every((step) => step < 0))) found.push({ at: i, rule: 'trend' });
    return found;
  });
  return { centre, low, high, signals };
}
