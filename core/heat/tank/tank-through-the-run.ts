import { answered, refused, type Answer } from '../../answer.ts';
import type { LeafletPoint } from '../../kit/kit.ts';
import { hasCurve } from '../../timing/leaflet-curve.ts';
import { ownSeconds, type OwnMargin } from '../../timing/own-margin.ts';
import { roundHalfUp } from '../../units/duration.ts';
import { developmentRate, doseReachedS, doseUntil, type Rate } from '../dose.ts';
import { pourForSettledC, settlesAtC } from '../pouring-in.ts';
import { coolingPath, pathTemperature, type Surroundings } from '../temperature-path.ts';

/** The two schools of what to do about the heat a tank takes (domain.md 9). */
export const HEAT_SCHOOLS = ['wait-longer', 'pour-warmer'] as const;
export type HeatSchool = (typeof HEAT_SCHOOLS)[number];

/** The tank as a thing that holds heat, and where it stands (domain.md 8.1). */
export interface TankHeatSetting {
  /** Tank, reels and film before the first pour: a temperature, or warmed dry in the bath. */
  readonly startC: number | 'bath';
  readonly heatJK: number;
  readonly roomC: number;
  readonly stands: 'air' | 'bath';
  /** What the bath is held at; null where it stands at the warmest pour that is asked for. */
  readonly bathC: number | null;
  /** Towards where it stands, per minute. */
  readonly coolingPerMin: number;
  readonly school: HeatSchool;
}

/** What the tank's heat has to know of a step. */
export interface StepInTank {
  readonly name: string;
  readonly seconds: number;
  readonly nominalS: number;
  readonly nominalC: number;
  readonly points: readonly LeafletPoint[];
  /** What the bath is planned at. */
  readonly temperatureC: number;
  readonly critical: boolean;
  readonly inTank: boolean;
  /** Conviction that comes on top and is no part of the dose (domain.md 9, own margin). */
  readonly own: OwnMargin | null;
}

interface HeatedStep {
  /** Whole seconds, the own margin not in them. */
  readonly seconds: number;
  readonly pourC: number;
  readonly startsC: number;
  readonly endsC: number;
  readonly meanC: number;
}

export interface TankThroughTheRun {
  readonly steps: readonly HeatedStep[];
  readonly surroundings: Surroundings;
  /** What the bath must be held at for these pours. */
  readonly bathC: number;
}

const HORIZON_S = 48 * 3600;
const BATH_WITHIN_C = 1e-4;
const MOST_ROUNDS = 60;

/** The baths whose dose the tank's temperature decides: critical, and with a curve to say how much. */
function isDosed(step: StepInTank): boolean {
  return step.critical && step.inTank && hasCurve(step.points);
}

/**
 * One state, the temperature of tank, reels and film, through every step of a run (domain.md 8.1). With `wait-longer`
 * everything is poured at its own temperature and a dosed bath's time becomes the second at which its dose is reached;
 * with `pour-warmer` its pour is solved so that the dose is right at its planned time. Where the bath's temperature
 * follows from the pours and the tank stands in it, both are solved together.
 * Errors: `pour-out-of-reach`, `never-finishes`.
 */
export function tankThroughTheRun(steps: readonly StepInTank[], volumeMl: number, heat: TankHeatSetting): Answer<TankThroughTheRun> {
  const rates = steps.map((step) => (isDosed(step) ? developmentRate(step.points, step.nominalC) : null));
  const dosed = steps.filter((step) => isDosed(step));
  const planned = (dosed.length > 0 ? dosed : steps).map((step) => step.temperatureC);
  let bathC = heat.bathC ?? Math.max(...planned, -Infinity);
  if (!Number.isFinite(bathC)) bathC = heat.roomC;
  for (let round = 0; ; round++) {
    const found = pass(steps, rates, volumeMl, heat, bathC);
    if (!found.ok || heat.bathC !== null || heat.school === 'wait-longer' || dosed.length === 0) return found;
    const wantedC = Math.max(...found.value.steps.filter((_, i) => rates[i] !== null).map((step) => step.pourC));
    if (Math.abs(wantedC - bathC) < BATH_WITHIN_C || round === MOST_ROUNDS) return answered({ ...found.value, bathC: wantedC });
    bathC = wantedC;
  }
}

function pass(
  steps: readonly StepInTank[],
  rates: readonly (Rate | null)[],
  volumeMl: number,
  heat: TankHeatSetting,
  bathC: number,
): Answer<TankThroughTheRun> {
  const surroundings: Surroundings = {
    coolingPerMin: heat.coolingPerMin,
    surroundC: heat.stands === 'bath' ? bathC : heat.roomC,
  };
  const heated: HeatedStep[] = [];
  let tankC = heat.startC === 'bath' ? bathC : heat.startC;
  for (const [i, step] of steps.entries()) {
    if (!step.inTank) {
      const c = step.temperatureC;
      heated.push({ seconds: step.seconds, pourC: c, startsC: c, endsC: c, meanC: c });
      continue;
    }
    const tank = { heatJK: heat.heatJK, startC: tankC };
    const rate = rates[i] ?? null;
    let pourC = step.temperatureC;
    let { seconds } = step;
    if (rate && heat.school === 'pour-warmer') {
      const settledC = settledForDose(rate, step, surroundings);
      pourC = settledC === null ? NaN : pourForSettledC(volumeMl, settledC, tank);
      // Water is poured between ice and steam.
      if (!(pourC >= 0 && pourC <= 100))
        return refused({
          code: 'pour-out-of-reach',
          path: '$.heat',
          message: `${step.name}: no temperature from the tap to boiling develops it in its time. Check the tank's heat and the temperatures given.`,
        });
    }
    const startsC = settlesAtC(volumeMl, pourC, tank);
    const path = coolingPath(startsC, surroundings);
    if (rate && heat.school === 'wait-longer') {
      const doneS = doseReachedS(rate, path, step.points, step.nominalS, HORIZON_S);
      if (doneS === null)
        return refused({
          code: 'never-finishes',
          path: '$.heat',
          message: `${step.name}: in this tank it would not be done within two days. Warm the tank first, or pour warmer.`,
        });
      seconds = roundHalfUp(doneS);
    }
    const lastsS = Math.max(0, seconds + ownSeconds(step.own, seconds));
    const endsC = pathTemperature(path, lastsS);
    heated.push({ seconds, pourC, startsC, endsC, meanC: meanC(startsC, surroundings, lastsS) });
    tankC = endsC;
  }
  return answered({ steps: heated, surroundings, bathC });
}

/** The mean over a step: `Ts + (T0 − Ts)(1 − e^(−k·t)) ⁄ (k·t)`. */
function meanC(startsC: number, { surroundC, coolingPerMin }: Surroundings, seconds: number): number {
  const kt = (coolingPerMin * seconds) / 60;
  // Below this the quotient is all rounding.
  return kt < 1e-9 ? startsC : surroundC + ((startsC - surroundC) * -Math.expm1(-kt)) / kt;
}

const COLDEST_C = -20;
const HOTTEST_C = 120;
const WITHIN_S = 1e-7;

/**
 * Where solution and tank must settle for the dose to be right at the planned time. A warmer start always gives a
 * larger dose, and ln(dose) is all but straight in the temperature, so the secant lands in a few steps; halving is
 * there for leaflets that are not so kind. Null where no temperature does it.
 */
export function settledForDose(
  rate: Rate,
  step: Pick<StepInTank, 'seconds' | 'nominalS' | 'points' | 'temperatureC'>,
  surroundings: Surroundings,
): number | null {
  const missing = (settledC: number) =>
    Math.log(doseUntil(rate, coolingPath(settledC, surroundings), step.points, step.seconds)) - Math.log(step.nominalS);
  let [low, high] = [COLDEST_C, HOTTEST_C];
  let [a, b] = [step.temperatureC, step.temperatureC + 0.5];
  let [fa, fb] = [missing(a), missing(b)];
  for (let i = 0; i < 80; i++) {
    if (Math.abs(fb) * step.nominalS < WITHIN_S) return b;
    if (fb < 0) low = Math.max(low, b);
    else high = Math.min(high, b);
    const secant = b - (fb * (b - a)) / (fb - fa);
    const next = secant > low && secant < high ? secant : (low + high) / 2;
    [a, fa] = [b, fb];
    b = next;
    fb = missing(b);
    if (high - low < 1e-9) break;
  }
  return b > COLDEST_C + 1e-6 && b < HOTTEST_C - 1e-6 && Math.abs(fb) * step.nominalS < 0.01 ? b : null;
}
