import type { Answer, Warning } from '../answer.ts';
import { tankThroughTheRun, type TankThroughTheRun } from '../heat/tank/tank-through-the-run.ts';
import { isFinal, type StepKind } from '../kit/kind.ts';
import type { Kit, LeafletPoint } from '../kit/kit.ts';
import { printedOnce, ratePoints } from '../timing/one-temperature.ts';
import { ownLabel, ownSeconds, type OwnMargin } from '../timing/own-margin.ts';
import { shortDeveloper, type StepTime, type WorkingLine } from '../timing/step-time.ts';
import { asLabel, sentence } from '../units/sentence.ts';
import type { Habits } from './habits.ts';
import { poursS } from './manner.ts';
import type { PlanQuestion } from './plan.ts';
import type { DraftStep } from './sequence.ts';

/** Where the tank's temperature goes during a step, as planned. */
export interface InTank {
  readonly startsC: number;
  readonly endsC: number;
  readonly meanC: number;
}

export interface PlannedTime {
  readonly draft: DraftStep;
  readonly id: string;
  readonly time: StepTime;
  readonly temperatureC: number;
  /** Null where the person has no margin of their own on this bath. */
  readonly own: OwnMargin | null;
}

export interface TimedStep extends PlannedTime {
  readonly seconds: number;
  readonly working: readonly WorkingLine[];
  readonly warnings: readonly Warning[];
  readonly pourC: number | null;
  readonly inTankC: InTank | null;
  readonly poursForDose: boolean;
}

/** The tank through the run, where a person wants its heat reckoned with and says how much it takes. */
export function heated(steps: readonly PlannedTime[], question: PlanQuestion): Answer<TankThroughTheRun> | null {
  const { heat, tank, habits, kit, temperaturesC } = question;
  if (!heat || tank.volumeMl === undefined) return null;
  return tankThroughTheRun(
    steps.map(({ draft, id, time, own, temperatureC }) => ({
      name: draft.name,
      kind: draft.kind,
      seconds: time.seconds,
      doseS: time.doseS,
      nominalC: draft.bath?.nominalC ?? temperatureC,
      points: pointsOf(draft, kit),
      temperatureC,
      critical: draft.bath?.critical === true,
      held: isPrintedOnce(draft, kit) && habits.oneTemperature !== 'follow',
      set: temperaturesC[id] !== undefined || temperaturesC[draft.id] !== undefined || draft.setC !== null,
      inTank: isInTank(draft.kind, habits),
      poursS: poursS(draft.manner, time.seconds, tank),
      own,
      lastsS: draft.plannedS,
    })),
    tank.volumeMl,
    heat,
  );
}

/** What a step's rate goes by; none where the time is not its leaflet's. */
export function pointsOf(draft: DraftStep, kit: Kit): readonly LeafletPoint[] {
  return draft.bath && draft.habitS === null ? ratePoints(draft.bath, kit.process) : [];
}

export function isPrintedOnce({ bath, habitS }: DraftStep, kit: Kit): boolean {
  return bath !== undefined && habitS === null && printedOnce(bath, kit.process) !== null;
}

/** What the tank and a person's own conviction add, each in a line of its own behind the others (scripting.md, plan). */
export function withTankAndOwn(
  step: PlannedTime,
  inTank: TankThroughTheRun['steps'][number] | null,
  { kit, heat }: PlanQuestion,
): TimedStep {
  const { draft, id, time, temperatureC } = step;
  const byDoseS = inTank?.seconds ?? time.seconds;
  // What a way plans a developer for is meant in this tank: the rest of it is conviction, whatever the dose came to.
  const own: OwnMargin | null =
    draft.plannedS === null ? step.own : { by: 'seconds', amount: draft.plannedS - byDoseS, reason: 'your way' };
  const ownS = ownSeconds(own, byDoseS);
  const seconds = byDoseS + ownS;
  const more: WorkingLine[] = [];
  const waits = heat?.school === 'wait-longer' && draft.bath?.critical === true && inTank?.solved === false;
  if (inTank && (waits || inTank.capped)) more.push(tankLine(byDoseS - time.seconds, inTank, isPrintedOnce(draft, kit)));
  if (own !== null) more.push({ what: 'own', seconds: ownS, label: ownLabel(own) });
  return {
    draft,
    id,
    time,
    temperatureC,
    own,
    seconds,
    working: more.length === 0 ? time.working : [...time.working, ...more],
    warnings: seconds === time.seconds ? time.warnings : shortDeveloper(draft.bath, seconds, time.warnings),
    poursForDose: inTank?.solved ?? false,
    pourC: inTank ? round4(inTank.pourC) : null,
    inTankC: inTank ? { startsC: round4(inTank.startsC), endsC: round4(inTank.endsC), meanC: round4(inTank.meanC) } : null,
  };
}

function tankLine(seconds: number, { startsC, endsC }: InTank, once: boolean): WorkingLine {
  return { what: 'tank', seconds, ...asLabel(sentence`In the tank, ${{ fromC: startsC, toC: endsC }}${once ? ', by rule of thumb' : ''}`) };
}

export function isInTank(kind: StepKind, habits: Habits): boolean {
  return !(isFinal(kind) && habits.stabiliser === 'open-tray') && kind !== 'wetting-agent';
}

/** Finer than anything that is shown or poured, coarse enough to be stored. */
function round4(value: number): number {
  return Math.round(value * 10_000) / 10_000;
}
