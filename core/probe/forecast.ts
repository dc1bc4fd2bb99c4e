import { windowToPourIn } from '../heat/bath/heater-on.ts';
import { warmUp, type BottleInBath, type PourWindow, type Tub } from '../heat/bath/water-bath.ts';
import { median } from '../units/median.ts';

/** What a probe in the tub saw, in seconds since the first of it. */
export interface SeenInTub {
  readonly atS: number;
  readonly c: number;
}

export interface ForecastQuestion {
  /** The tub and bottles as the plan reckons with them. */
  readonly tub: Tub;
  readonly bottles: readonly BottleInBath[];
  /** In order, the first at 0 s. */
  readonly seen: readonly SeenInTub[];
  readonly horizonS: number;
}

export interface Forecast {
  /** Seconds from the first reading until the last of the bottles is in its range; null where one never is. */
  readonly readyS: number | null;
  /** It is that much earlier or later, nineteen times in twenty. */
  readonly plusMinusS: number;
  /** What the heater and the losses turned out to be, against what was reckoned with. */
  readonly heater: number;
  readonly loss: number;
  /** The tub from the first reading on, a point a minute, by what was fitted. */
  readonly tubC: readonly number[];
}

/** Heater and losses are seldom further off than this, as a share: what is believed before anything was seen. */
const BELIEVED = 0.3;
/** One reading's error, with what neighbours share of it: a probe is no better for being asked each second. */
const READING_K = 0.12;
/** As many readings, evenly over the time, tell as much as thousands. */
const MOST_READINGS = 60;
const ROUNDS = 6;
const TRY = 0.02;
const TRACE_S = 60;
const NINETEEN_OF_TWENTY = 2;
/** No forecast is better than the time it takes to look. */
const LEAST_S = 30;

type Pair = readonly [number, number];

/**
 * The warming forecast, corrected by what a probe in the tub saw (domain.md 18). Heater and losses are fitted by least
 * squares to its readings, on top of what is usually true of them, so that few readings move little and many decide; what
 * they leave open makes the uncertainty. Null until there are two readings half a minute apart.
 */
export function bathForecast({ tub, bottles, seen, horizonS }: ForecastQuestion): Forecast | null {
  const first = seen[0];
  const last = seen.at(-1);
  if (!first || !last || last.atS - first.atS < 30) return null;
  const used = evenly(seen);
  const startC = median(seen.filter(({ atS }) => atS - first.atS <= 5).map(({ c }) => c));
  // A heater that is off has no strength to be found.
  const free: Pair = [tub.heaterW > 0 ? 1 : 0, 1];
  const at = (theta: Pair) => ({
    ...tub,
    startC,
    heaterW: tub.heaterW * Math.exp(theta[0]),
  });
  const run = (theta: Pair, untilS: number) => warmUp(at(theta), bottles, untilS, TRACE_S, Math.exp(theta[1]));
  const seenBy = (theta: Pair) => {
    const { trace } = run(theta, Math.max(TRACE_S, last.atS + TRACE_S));
    return used.map(({ atS }) => between(trace.atS, trace.tubC, atS));
  };

  let theta: Pair = [0, 0];
  let weight: readonly [Pair, Pair] = [
    [1, 0],
    [0, 1],
  ];
  for (let round = 0; round < ROUNDS; round++) {
    const now = seenBy(theta);
    const slopes = [0, 1].map((i) => {
      if (free[i] === 0) return now.map(() => 0);
      const moved = seenBy(i === 0 ? [theta[0] + TRY, theta[1]] : [theta[0], theta[1] + TRY]);
      return moved.map((c, n) => (c - (now[n] as number)) / TRY);
    }) as [number[], number[]];
    // What was believed before weighs as much as it is sure of.
    const prior = 1 / BELIEVED ** 2;
    const sum = (a: readonly number[], b: readonly number[]) =>
      a.reduce((total, each, n) => total + each * (b[n] as number), 0) / READING_K ** 2;
    const residual = used.map(({ c }, n) => c - (now[n] as number));
    weight = [
      [sum(slopes[0], slopes[0]) + prior, sum(slopes[0], slopes[1])],
      [sum(slopes[0], slopes[1]), sum(slopes[1], slopes[1]) + prior],
    ];
    const pull: Pair = [sum(slopes[0], residual) - prior * theta[0], sum(slopes[1], residual) - prior * theta[1]];
    const step = times(inverse(weight), pull);
    theta = [held(theta[0] + step[0] * free[0]), held(theta[1] + step[1])];
    if (Math.hypot(step[0] * free[0], step[1]) < 1e-4) break;
  }

  const readyS = (of: Pair) => readyAt(run(of, horizonS).bottles);
  const ready = readyS(theta);
  const covariance = inverse(weight);
  const slope = ([0, 1] as const).map((i) => {
    if (free[i] === 0 || ready === null) return 0;
    const one = readyS(i === 0 ? [theta[0] + 5 * TRY, theta[1]] : [theta[0], theta[1] + 5 * TRY]);
    const two = readyS(i === 0 ? [theta[0] - 5 * TRY, theta[1]] : [theta[0], theta[1] - 5 * TRY]);
    return one === null || two === null ? 0 : (one - two) / (10 * TRY);
  }) as [number, number];
  // Where the readings lie far from what any heater and loss would make, nothing that follows is as sure as it seems.
  const fitted = seenBy(theta);
  const missed = used.reduce((sum, { c }, n) => sum + ((c - (fitted[n] as number)) / READING_K) ** 2, 0) / used.length;
  const spread = times(covariance, slope).map((each) => each * Math.max(1, missed)) as [number, number];
  const plusMinusS = Math.max(LEAST_S, NINETEEN_OF_TWENTY * Math.sqrt(Math.max(0, slope[0] * spread[0] + slope[1] * spread[1])));
  return { readyS: ready, plusMinusS, heater: Math.exp(theta[0]), loss: Math.exp(theta[1]), tubC: run(theta, horizonS).trace.tubC };
}

/** Ready is when the last bottle is in its range to stay: one that overshoots and comes back is ready when it is back. */
function readyAt(bottles: readonly { readonly windows: readonly PourWindow[] }[]): number | null {
  const from = bottles.map(({ windows }) => windowToPourIn(windows)?.fromS ?? Infinity);
  const last = Math.max(0, ...from);
  return Number.isFinite(last) ? last : null;
}

/** No further than five times as strong or as weak: what lies beyond is another tub. */
const held = (theta: number) => Math.min(1.6, Math.max(-1.6, theta));

function evenly(seen: readonly SeenInTub[]): SeenInTub[] {
  if (seen.length <= MOST_READINGS) return [...seen];
  return Array.from({ length: MOST_READINGS }, (_, i) => seen[Math.round((i * (seen.length - 1)) / (MOST_READINGS - 1))] as SeenInTub);
}

function between(atS: readonly number[], c: readonly number[], s: number): number {
  const i = Math.min(atS.length - 1, Math.max(1, Math.ceil(s / TRACE_S)));
  const [fromS, toS] = [atS[i - 1] as number, atS[i] as number];
  const share = toS === fromS ? 0 : Math.min(1, Math.max(0, (s - fromS) / (toS - fromS)));
  return (c[i - 1] as number) + ((c[i] as number) - (c[i - 1] as number)) * share;
}

function inverse([[a, b], [, d]]: readonly [Pair, Pair]): readonly [Pair, Pair] {
  const determinant = a * d - b * b;
  return [
    [d / determinant, -b / determinant],
    [-b / determinant, a / determinant],
  ];
}

function times(matrix: readonly [Pair, Pair], [x, y]: Pair): Pair {
  return [matrix[0][0] * x + matrix[0][1] * y, matrix[1][0] * x + matrix[1][1] * y];
}
