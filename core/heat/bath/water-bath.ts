import { WATER_J_PER_ML_K } from './water.ts';

export const BOTTLE_MATERIALS = ['glass', 'plastic', 'steel'] as const;
export type BottleMaterial = (typeof BOTTLE_MATERIALS)[number];

export interface Tub {
  readonly litres: number;
  readonly startC: number;
  readonly setC: number;
  /** 0 is a sink left to fall. */
  readonly heaterW: number;
  readonly ambientC: number;
  readonly lidded: boolean;
}

export interface BottleInBath {
  readonly id: string;
  readonly ml: number;
  readonly material: BottleMaterial;
  readonly startC: number;
  readonly lowC: number;
  readonly highC: number;
}

/** Seconds during which a bottle lies inside its range; `toS` null while still inside at the horizon. */
export interface PourWindow {
  readonly fromS: number;
  readonly toS: number | null;
}

interface WarmedBottle {
  readonly id: string;
  readonly windows: readonly PourWindow[];
}

export interface BathTrace {
  readonly atS: readonly number[];
  readonly tubC: readonly number[];
  /** One row a bottle, in the order asked. */
  readonly bottlesC: readonly (readonly number[])[];
  readonly heaterOn: readonly boolean[];
}

export interface WarmUp {
  readonly bottles: readonly WarmedBottle[];
  readonly trace: BathTrace;
}

/** W/K for a litre bottle, scaled by volume^(2/3) (domain.md 8). */
export const BOTTLE_W_K: Readonly<Record<BottleMaterial, number>> = { glass: 7, plastic: 4, steel: 11 };
const OPEN_TUB_W_K = 0.9;
const LIDDED_SHARE = 1 / 3;
const HYSTERESIS_C = 0.1;
/** A step this share of the quickest thing in the bath keeps the error far below a thousandth of a degree. */
const STEP_SHARE = 1 / 10;
const LONGEST_STEP_S = 15;

/**
 * The tub and its bottles over time (domain.md 8): heat flows from heater to tub, tub to room, tub to bottles.
 * Fourth-order Runge–Kutta in steps well below the quickest time constant; the thermostat switches on the crossing itself, found inside a step,
 * so that neither the ripple nor the windows depend on the step. `traceEveryS` thins what is kept for drawing; `lossShare`
 * is what this tub loses against the usual one, where that was found out.
 */
export function warmUp(tub: Tub, bottles: readonly BottleInBath[], horizonS: number, traceEveryS = 60, lossShare = 1): WarmUp {
  const usual = bathConstants(tub, bottles);
  const constants = { ...usual, tubLossWK: usual.tubLossWK * lossShare };
  const bath = bathEquations(constants, tub);
  const usualStepS = Math.min(LONGEST_STEP_S, STEP_SHARE * quickestS(constants));
  const n = bottles.length + 1;
  let state: readonly number[] = [tub.startC, ...bottles.map((bottle) => bottle.startC)];
  let on = heatsAtFirst(tub);
  const windows = bottles.map((bottle, i) => windowTracker(bottle, state[i + 1] as number));
  const trace = { atS: [] as number[], tubC: [] as number[], bottlesC: bottles.map(() => [] as number[]), heaterOn: [] as boolean[] };
  const record = (atS: number) => {
    trace.atS.push(atS);
    trace.tubC.push(state[0] as number);
    trace.bottlesC.forEach((row, i) => row.push(state[i + 1] as number));
    trace.heaterOn.push(on);
  };
  record(0);

  let atS = 0;
  let nextTraceS = traceEveryS;
  while (atS < horizonS) {
    const wanted = Math.min(usualStepS, horizonS - atS, nextTraceS > atS ? nextTraceS - atS : usualStepS);
    const { next, stepS, switches } = thermostatStep(bath, tub, state, on, wanted);
    for (let i = 1; i < n; i++) windows[i - 1]?.follow(atS, stepS, state[i] as number, next[i] as number);
    state = next;
    atS += stepS;
    if (switches) on = !on;
    if (atS >= nextTraceS - 1e-9) {
      record(atS);
      nextTraceS += traceEveryS;
    }
  }
  return { bottles: bottles.map((bottle, i) => ({ id: bottle.id, windows: windows[i]?.all() ?? [] })), trace };
}

export interface BathConstants {
  readonly tubJK: number;
  readonly tubLossWK: number;
  readonly bottleJK: readonly number[];
  readonly bottleWK: readonly number[];
}

/** Heat capacities (J/K) and couplings (W/K) of a tub with its bottles (domain.md 8). */
export function bathConstants(
  tub: Pick<Tub, 'litres' | 'lidded'>,
  bottles: readonly Pick<BottleInBath, 'ml' | 'material'>[],
): BathConstants {
  return {
    tubJK: WATER_J_PER_ML_K * 1000 * tub.litres,
    tubLossWK: OPEN_TUB_W_K * tub.litres ** (2 / 3) * (tub.lidded ? LIDDED_SHARE : 1),
    bottleJK: bottles.map((bottle) => WATER_J_PER_ML_K * bottle.ml),
    bottleWK: bottles.map((bottle) => BOTTLE_W_K[bottle.material] * (bottle.ml / 1000) ** (2 / 3)),
  };
}

/** The shortest time constant of tub and bottles, in seconds. */
function quickestS({ tubJK, tubLossWK, bottleJK, bottleWK }: BathConstants): number {
  const tubS = tubJK / (tubLossWK + bottleWK.reduce((sum, wK) => sum + wK, 0));
  return Math.min(tubS, ...bottleJK.map((jK, i) => jK / (bottleWK[i] as number)));
}

export interface Equations {
  readonly after: (state: readonly number[], on: boolean, seconds: number) => number[];
}

/** One step of time for tub and bottles; the state is the tub's temperature and then each bottle's. */
export function bathEquations({ tubJK, tubLossWK, bottleJK, bottleWK }: BathConstants, tub: Pick<Tub, 'heaterW' | 'ambientC'>): Equations {
  const n = bottleJK.length + 1;
  // Four hours take thousands of steps; the slopes live in arrays that are made once.
  const slopes = [new Float64Array(n), new Float64Array(n), new Float64Array(n), new Float64Array(n)] as const;
  const [a, b, c, d] = slopes;
  const at = new Float64Array(n);
  const slope = (state: ArrayLike<number>, on: boolean, into: Float64Array): void => {
    const tubC = state[0] as number;
    let watts = (on ? tub.heaterW : 0) - tubLossWK * (tubC - tub.ambientC);
    for (let i = 1; i < n; i++) {
      const flow = (bottleWK[i - 1] as number) * (tubC - (state[i] as number));
      watts -= flow;
      into[i] = flow / (bottleJK[i - 1] as number);
    }
    into[0] = watts / tubJK;
  };
  const along = (state: ArrayLike<number>, by: Float64Array, seconds: number): Float64Array => {
    for (let i = 0; i < n; i++) at[i] = (state[i] as number) + (by[i] as number) * seconds;
    return at;
  };
  return {
    after: (state, on, seconds) => {
      slope(state, on, a);
      slope(along(state, a, seconds / 2), on, b);
      slope(along(state, b, seconds / 2), on, c);
      slope(along(state, c, seconds), on, d);
      const next = new Array<number>(n);
      for (let i = 0; i < n; i++) {
        next[i] =
          (state[i] as number) + (seconds / 6) * ((a[i] as number) + 2 * (b[i] as number) + 2 * (c[i] as number) + (d[i] as number));
      }
      return next;
    },
  };
}

/** Whether the thermostat is on as the bath stands there at first. */
export function heatsAtFirst({ heaterW, startC, setC }: Pick<Tub, 'heaterW' | 'startC' | 'setC'>): boolean {
  return heaterW > 0 && startC < setC - HYSTERESIS_C;
}

/** A step of at most `wantedS` seconds, cut short where the thermostat switches in it. */
export function thermostatStep(
  bath: Equations,
  { heaterW, setC }: Pick<Tub, 'heaterW' | 'setC'>,
  state: readonly number[],
  on: boolean,
  wantedS: number,
): { readonly next: readonly number[]; readonly stepS: number; readonly switches: boolean } {
  const next = bath.after(state, on, wantedS);
  const switchC = on ? setC + HYSTERESIS_C : setC - HYSTERESIS_C;
  const passed = (tubC: number) => (on ? tubC > switchC : tubC < switchC);
  const switches = heaterW > 0 && passed(next[0] as number);
  if (!switches || passed(state[0] as number) || state[0] === switchC) return { next, stepS: wantedS, switches };
  const stepS = crossingS(bath, state, on, wantedS, switchC);
  return { next: bath.after(state, on, stepS), stepS, switches };
}

const CROSSING_C = 1e-6;

/** When the tub passes its switching temperature inside a step. It is all but straight there, so the secant lands in a few tries. */
function crossingS(bath: Equations, state: readonly number[], on: boolean, wantedS: number, switchC: number): number {
  let [low, high] = [0, wantedS];
  let [lowC, highC] = [state[0] as number, bath.after(state, on, wantedS)[0] as number];
  for (let i = 0; i < 12; i++) {
    const atS = low + ((high - low) * (switchC - lowC)) / (highC - lowC);
    const tubC = bath.after(state, on, atS)[0] as number;
    if (Math.abs(tubC - switchC) < CROSSING_C) return atS;
    if (on ? tubC > switchC : tubC < switchC) [high, highC] = [atS, tubC];
    else [low, lowC] = [atS, tubC];
  }
  return high;
}

/** Follows one bottle in and out of its range, with the crossings interpolated inside a step. */
function windowTracker(bottle: Pick<BottleInBath, 'lowC' | 'highC'>, startC: number) {
  const inside = (c: number) => c >= bottle.lowC && c <= bottle.highC;
  const windows: PourWindow[] = [];
  let openSince: number | null = inside(startC) ? 0 : null;
  return {
    follow(atS: number, stepS: number, fromC: number, toC: number) {
      if (fromC === toC) return;
      const when = (c: number) => atS + (stepS * (c - fromC)) / (toC - fromC);
      const [enterC, leaveC] = toC > fromC ? [bottle.lowC, bottle.highC] : [bottle.highC, bottle.lowC];
      const within = (c: number) => (toC > fromC ? c >= fromC && c <= toC : c <= fromC && c >= toC);
      if (openSince === null && within(enterC) && (inside(toC) || within(leaveC))) openSince = when(enterC);
      if (openSince !== null && !inside(toC)) {
        windows.push({ fromS: openSince, toS: within(leaveC) ? when(leaveC) : atS });
        openSince = null;
      }
    },
    all: (): PourWindow[] => (openSince === null ? windows : [...windows, { fromS: openSince, toS: null }]),
  };
}
