import { answered, refused, type Answer } from '../../answer.ts';
import { isDeveloper, isWater, type StepKind } from '../../kit/kind.ts';
import type { LeafletPoint } from '../../kit/kit.ts';
import { hasCurve } from '../../timing/leaflet-curve.ts';
import { ownSeconds, type OwnMargin } from '../../timing/own-margin.ts';
import { roundHalfUp } from '../../units/duration.ts';
import { developmentRate, doseReachedS, doseUntil, type Rate } from '../dose.ts';
import { pourForSettledC, settlesAtC, type TankHeat } from '../pouring-in.ts';
import { coolingPath, pathTemperature, type Surroundings } from '../temperature-path.ts';
import type { HeatSchool, TankPlace } from './school-and-place.ts';
import { settledForDose, warmestPourC } from './settled-for-dose.ts';

/** The tank as a thing that holds heat, and where it stands (domain.md 8.1). */
export interface TankHeatSetting {
  /** Tank, reels and film before the first pour: a temperature, or warmed dry for five minutes where it stands warm. */
  readonly startC: number | 'bath';
  readonly heatJK: number;
  readonly roomC: number;
  readonly stands: TankPlace;
  /** What the machine holds; asked for only where the tank stands in one. */
  readonly machineC?: number | null;
  /** What the bath is held at; null where it stands at the warmest pour that is asked for. */
  readonly bathC: number | null;
  /** Towards where it stands, per minute. */
  readonly coolingPerMin: number;
  readonly school: HeatSchool;
}

/** What the tank's heat has to know of a step. */
export interface StepInTank {
  readonly name: string;
  readonly kind: StepKind;
  readonly seconds: number;
  /** The dose that its pour and its time aim for (domain.md 5.1). */
  readonly doseS: number;
  readonly nominalC: number;
  /** What its rate goes by. */
  readonly points: readonly LeafletPoint[];
  /** What the bath is planned at. */
  readonly temperatureC: number;
  readonly critical: boolean;
  /** One printed temperature that is held: its pour is solved, whatever the school. */
  readonly held: boolean;
  /** Its temperature was named by the person. */
  readonly set: boolean;
  readonly inTank: boolean;
  /** How long each pour of it stands; one pour unless water is changed. They sum to `seconds`. */
  readonly poursS: readonly number[];
  /** Conviction that comes on top and is no part of the dose (domain.md 9, own margin). */
  readonly own: OwnMargin | null;
  /** It lasts this long, whatever its dose asks for: a way of one's own says so (domain.md 9.1). */
  readonly lastsS?: number | null;
}

interface HeatedStep {
  /** Whole seconds, the own margin not in them. */
  readonly seconds: number;
  readonly pourC: number;
  readonly startsC: number;
  readonly endsC: number;
  readonly meanC: number;
  /** No pour that anyone should make gives its dose in its time: the time follows. */
  readonly capped: boolean;
  /** Its pour was sought for its dose, not given. */
  readonly solved: boolean;
  /** Seconds until its dose when poured at its own temperature, and what would bring it there in its time; critical baths only. */
  readonly otherwise: (() => { readonly dueS: number | null; readonly pourC: number | null }) | null;
}

export interface TankThroughTheRun {
  readonly steps: readonly HeatedStep[];
  readonly surroundings: Surroundings;
  /** What the bath must be held at for these pours. */
  readonly bathC: number;
  /** The water that warms the tank, by its place; null where none does. */
  readonly warmedBy: number | null;
}

const HORIZON_S = 48 * 3600;
const BATH_WITHIN_C = 1e-4;
const MOST_ROUNDS = 60;
/** Water that warms a tank, and how long it must stand for that. */
const HOTTEST_WARMING_C = 43;
const SHORTEST_WARMING_S = 30;

/** The baths whose dose the tank's temperature decides: critical, and with a rate to say how much. */
function isDosed(step: StepInTank): boolean {
  return step.critical && step.inTank && hasCurve(step.points);
}

/** Whether a step's pour is solved for its dose, or its time waits for it. */
function isSolved(step: StepInTank, school: HeatSchool): boolean {
  return isDosed(step) && (step.held || school !== 'wait-longer');
}

/**
 * One state, the temperature of tank, reels and film, through every step of a run (domain.md 8.1). With `wait-longer`
 * everything is poured at its own temperature and a dosed bath's time becomes the second at which its dose is reached;
 * with `pour-warmer` its pour is solved so that the dose is right at its planned time, and so it is where one printed
 * temperature is held (5.1); with `warm-tank` the prewash is poured so warm that the tank is at the developer's
 * temperature when it leaves. Where the bath's temperature follows from the pours and the tank stands in it, both are
 * solved together. Errors: `pour-out-of-reach`, `never-finishes`.
 */
export function tankThroughTheRun(steps: readonly StepInTank[], volumeMl: number, heat: TankHeatSetting): Answer<TankThroughTheRun> {
  const rates = steps.map((step) => (isDosed(step) ? developmentRate(step.points, step.nominalC) : null));
  const dosed = steps.filter((step) => isDosed(step));
  const planned = (dosed.length > 0 ? dosed : steps).map((step) => step.temperatureC);
  const solves = steps.some((step) => isSolved(step, heat.school));
  const warmedBy = heat.school === 'warm-tank' ? warmingStep(steps) : null;
  let bathC = heat.bathC ?? Math.max(...planned, -Infinity);
  if (!Number.isFinite(bathC)) bathC = heat.roomC;
  for (let round = 0; ; round++) {
    const found = pass(steps, rates, volumeMl, heat, bathC, warmedBy);
    if (!found.ok || heat.bathC !== null || !solves) return found;
    const wantedC = Math.max(...found.value.steps.filter((_, i) => rates[i] !== null).map((step) => step.pourC));
    if (Math.abs(wantedC - bathC) < BATH_WITHIN_C || round === MOST_ROUNDS) return answered({ ...found.value, bathC: wantedC });
    bathC = wantedC;
  }
}

/** The water that warms the tank: a prewash of half a minute, else the last water before the developer (domain.md 8.1). */
function warmingStep(steps: readonly StepInTank[]): number | null {
  const developer = steps.findIndex((step) => isDeveloper(step.kind));
  const before = steps.slice(0, Math.max(0, developer));
  const prewash = before.findIndex((step) => step.kind === 'prewash' && step.inTank && step.seconds >= SHORTEST_WARMING_S);
  const at = prewash === -1 ? before.findLastIndex((step) => isWater(step.kind) && step.inTank) : prewash;
  return at === -1 || steps[at]?.set ? null : at;
}

function pass(
  steps: readonly StepInTank[],
  rates: readonly (Rate | null)[],
  volumeMl: number,
  heat: TankHeatSetting,
  bathC: number,
  warmedBy: number | null,
): Answer<TankThroughTheRun> {
  const placeC = heat.stands === 'bath' ? bathC : heat.stands === 'machine' ? (heat.machineC ?? heat.roomC) : heat.roomC;
  const surroundings: Surroundings = { coolingPerMin: heat.coolingPerMin, surroundC: placeC };
  const developer = steps.find((step) => isDeveloper(step.kind));
  const heated: HeatedStep[] = [];
  let tankC = heat.startC === 'bath' ? (heat.stands === 'machine' ? placeC : bathC) : heat.startC;
  for (const [i, step] of steps.entries()) {
    if (!step.inTank) {
      const c = step.temperatureC;
      heated.push({ seconds: step.seconds, pourC: c, startsC: c, endsC: c, meanC: c, capped: false, solved: false, otherwise: null });
      continue;
    }
    const tank = { heatJK: heat.heatJK, startC: tankC };
    const rate = rates[i] ?? null;
    let pourC = step.temperatureC;
    let { seconds } = step;
    let capped = false;
    if (rate && isSolved(step, heat.school)) {
      const solvedC = pourForDose(rate, step, surroundings, volumeMl, tank);
      const mostC = warmestPourC(step.temperatureC);
      capped = solvedC === null || solvedC > mostC;
      pourC = capped ? mostC : (solvedC as number);
      if (pourC < 0 || (solvedC === null && !isShort(rate, step, surroundings, settlesAtC(volumeMl, mostC, tank)))) return outOfReach(step);
    }
    if (i === warmedBy && developer) pourC = warmingPourC(step, developer.temperatureC, surroundings, volumeMl, tank);
    if (rate && (capped || !isSolved(step, heat.school))) {
      const path = coolingPath(settlesAtC(volumeMl, pourC, tank), surroundings);
      const doneS = doseReachedS(rate, path, step.points, step.doseS, HORIZON_S);
      if (doneS === null)
        return refused({
          code: 'never-finishes',
          path: '$.heat',
          message: `${step.name}: in this tank it would not be done within two days. Warm the tank first, or pour warmer.`,
        });
      seconds = roundHalfUp(doneS);
    }
    const lastsS = step.lastsS ?? Math.max(0, seconds + ownSeconds(step.own, seconds));
    const felt = throughPours(step, lastsS, pourC, surroundings, volumeMl, tank);
    heated.push({
      seconds,
      pourC,
      ...felt,
      capped,
      solved: rate !== null && isSolved(step, heat.school),
      otherwise: rate && (() => otherwise(rate, step, surroundings, volumeMl, tank)),
    });
    tankC = felt.endsC;
  }
  return answered({ steps: heated, surroundings, bathC, warmedBy });
}

/** What the film feels of a step: one pour, or one for each change of water. */
function throughPours(
  { poursS, seconds }: Pick<StepInTank, 'poursS' | 'seconds'>,
  lastsS: number,
  pourC: number,
  surroundings: Surroundings,
  volumeMl: number,
  { heatJK, startC }: TankHeat,
): Pick<HeatedStep, 'startsC' | 'endsC' | 'meanC'> {
  // With a single pour the step lasts as long as its margin makes it; changes have no margin of their own.
  const each = poursS.length > 1 && lastsS === seconds ? poursS : [lastsS];
  let tankC = startC;
  let startsC = startC;
  let sum = 0;
  each.forEach((pouredS, i) => {
    const settledC = settlesAtC(volumeMl, pourC, { heatJK, startC: tankC });
    if (i === 0) startsC = settledC;
    sum += pouredS * meanC(settledC, surroundings, pouredS);
    tankC = pathTemperature(coolingPath(settledC, surroundings), pouredS);
  });
  return { startsC, endsC: tankC, meanC: lastsS > 0 ? sum / lastsS : startsC };
}

/** So warm that the tank is at the developer's temperature when the water leaves; where a step ends is linear in its pour. */
function warmingPourC(step: StepInTank, developerC: number, surroundings: Surroundings, volumeMl: number, tank: TankHeat): number {
  const endsC = (pourC: number) => throughPours(step, step.seconds, pourC, surroundings, volumeMl, tank).endsC;
  const [at0, at100] = [endsC(0), endsC(100)];
  const solvedC = ((developerC - at0) * 100) / (at100 - at0);
  return Math.min(Math.max(solvedC, developerC), Math.max(HOTTEST_WARMING_C, developerC));
}

function outOfReach(step: StepInTank): Answer<never> {
  return refused({
    code: 'pour-out-of-reach',
    path: '$.heat',
    message: `${step.name}: no temperature from the tap to boiling develops it in its time. Check the tank's heat and the temperatures given.`,
  });
}

function pourForDose(rate: Rate, step: StepInTank, surroundings: Surroundings, volumeMl: number, tank: TankHeat): number | null {
  const settledC = settledForDose(rate, step, surroundings);
  return settledC === null ? null : pourForSettledC(volumeMl, settledC, tank);
}

function isShort(rate: Rate, step: StepInTank, surroundings: Surroundings, settledC: number): boolean {
  return doseUntil(rate, coolingPath(settledC, surroundings), step.points, step.seconds) < step.doseS;
}

/** What the other schools would do with a bath in this tank: when it were done, poured as it is, and what it would be poured at. */
function otherwise(rate: Rate, step: StepInTank, surroundings: Surroundings, volumeMl: number, tank: TankHeat) {
  const path = coolingPath(settlesAtC(volumeMl, step.temperatureC, tank), surroundings);
  return {
    dueS: doseReachedS(rate, path, step.points, step.doseS, HORIZON_S),
    pourC: pourForDose(rate, step, surroundings, volumeMl, tank),
  };
}

/** The mean over a step: `Ts + (T0 − Ts)(1 − e^(−k·t)) ⁄ (k·t)`. */
function meanC(startsC: number, { surroundC, coolingPerMin }: Surroundings, seconds: number): number {
  const kt = (coolingPerMin * seconds) / 60;
  // Below this the quotient is all rounding.
  return kt < 1e-9 ? startsC : surroundC + ((startsC - surroundC) * -Math.expm1(-kt)) / kt;
}
