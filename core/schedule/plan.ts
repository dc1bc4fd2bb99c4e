import { answered, refused, type Answer, type Fault, type Warning } from '../answer.ts';
import { rollEquivalents, type FilmCount } from '../film/roll-equivalents.ts';
import { treatmentRefusal, type Treatment } from '../film/treatment.ts';
import type { TankHeatSetting, TankThroughTheRun } from '../heat/tank/tank-through-the-run.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { capacityOfVolume } from '../kit/capacity.ts';
import { bleachesOrFixes, isDeveloper, type StepKind } from '../kit/kind.ts';
import type { Agitation, Kit, LeafletPoint, PushRule } from '../kit/kit.ts';
import type { Manner, Movement } from '../kit/manner.ts';
import type { OwnMargin } from '../timing/own-margin.ts';
import { rollNumber } from '../timing/roll-number.ts';
import { pushedByRuleOfThumb } from '../timing/rule-of-thumb.ts';
import type { StepTime, WorkingLine } from '../timing/step-time.ts';
import type { Spoken } from '../units/sentence.ts';
import { arranged, brokenOrder } from './arranged.ts';
import { doseInWords, isMadeAtUse } from '../chemistry/mixing/made-at-use.ts';
import { stepCues, type Cue } from './cues.ts';
import { timeOf } from './draft-time.ts';
import { evenness } from './evenness.ts';
import { isOneShot, type Habits } from './habits.ts';
import { heated, isInTank, isPrintedOnce, pointsOf, withTankAndOwn, type InTank, type TimedStep } from './in-the-tank.ts';
import {
  adviceFor,
  capacityMessage,
  leavesTheLeaflet,
  madeUpInWords,
  round2,
  runWarnings,
  unknownBaths,
  warmerAround,
} from './plan-words.ts';
import type { DraftStep } from './sequence.ts';
import { afterFinal, pouredFar, tankOutsideRange, tooQuick, unseenHeat, unwarmed } from './tank-words.ts';
import { changeoverSeconds, stepStarts, WIPE_S_A_ROLL } from './timeline.ts';
import { rollInSingle, type SingleInUse } from './way/single-in-use.ts';
import type { WayStep } from './way/way.ts';

export interface BatchState {
  readonly volumeMl: number;
  /** Roll equivalents that wear it: one-shot rolls are not among them (domain.md 5.2). */
  readonly rollsDone: number;
  /** ISO date; absent when nobody wrote it down. */
  readonly mixedOn?: string;
  /** Cine film has been through its developer. */
  readonly seenRemjet?: boolean;
  /** How its solution is used; absent or null, as the habit is. */
  readonly solution?: Habits['solution'] | null;
  /** What is known of its bottles, by bath; absent, all are as the batch is. */
  readonly bottles?: Readonly<Record<string, BottleState>>;
}

/** A bottle that has a life of its own: another age than its batch, and rolls that its neighbours have not seen. */
export interface BottleState {
  readonly goodUntil: string | null;
  /** What the solution in it has seen, in this batch and before. */
  readonly wornRolls: number;
}

export interface PlanQuestion {
  readonly kit: Kit;
  readonly batch: BatchState;
  /** ISO date of the session. */
  readonly on: string;
  readonly tank: Tank;
  readonly rolls: readonly FilmCount[];
  readonly pushStops: number;
  readonly treatment: Treatment;
  /** By step id; a step that is absent runs at its usual temperature. */
  readonly temperaturesC: Readonly<Record<string, number>>;
  readonly habits: Habits;
  /** The tank's heat through the run; absent, every bath is taken to stay as it was planned (domain.md 8.1). */
  readonly heat?: TankHeatSetting | null;
  /** More or less on a bath, by conviction (domain.md 9, own margin); scripts give it as `ownS`. */
  readonly own?: Readonly<Record<string, OwnMargin>>;
  /** What this person changes of the steps, in the order it was said (domain.md 9.1). */
  readonly way?: readonly WayStep[];
  /** A way that was kept follows a kit that has changed since, and the plan names what it lost; else an unknown step is an error. */
  readonly wayFollows?: boolean;
  /** The single baths that stand ready: a treatment or a way takes them where it wants one (domain.md 4, 9). */
  readonly singles?: readonly SingleInUse[];
}

export interface PlannedStep {
  /** Its own within the run, whatever stands around it. */
  readonly id: string;
  readonly bath: string;
  readonly kind: StepKind;
  readonly name: string;
  /** From the first step's start. */
  readonly startS: number;
  readonly seconds: number;
  /** What its dose share is of: unrounded seconds at nominal. */
  readonly nominalS: number;
  /** The dose that pour and drift aim for, where one printed temperature is held at another (5.1); else `nominalS`. */
  readonly doseS?: number;
  readonly nominalC: number;
  readonly temperatureC: number;
  /** What it is poured at; null where the tank's heat is not reckoned with. */
  readonly pourC: number | null;
  readonly inTankC: InTank | null;
  readonly range: { readonly lowC: number; readonly highC: number } | null;
  readonly critical: boolean;
  /** What its rate goes by, for drawing its curve and following drift; empty for steps that habits time. */
  readonly points: readonly LeafletPoint[];
  /** Printed for one temperature: the points are two by our rule of thumb, and called that (domain.md 5.1). */
  readonly byRuleOfThumb?: boolean;
  /** Its pour was sought for its dose in this tank; absent in plans stored before that could differ from bath to bath. */
  readonly poursForDose?: boolean;
  /** The leaflet's push rule: what a dose off plan amounts to in stops. */
  readonly push: PushRule | null;
  readonly working: readonly WorkingLine[];
  readonly cues: readonly Cue[];
  readonly agitation: Agitation | null;
  /** The bottle it is poured from, by name; null for water. */
  readonly bottle: string | null;
  /** The single bath’s bottle that it is poured from, where it is none of the batch’s. */
  readonly from?: string;
  readonly after: 'return' | 'discard';
  readonly inTank: boolean;
  /** True once everything that bleaches or fixes is behind: the tank may be opened when this step ends. */
  readonly lightSafeAtEnd: boolean;
  /** The step after which the tank may be opened for the first time. */
  readonly opensTank: boolean;
  /** Remjet backing is wiped off when this step ends. */
  readonly wipeAfter: boolean;
  /** How long that takes, all rolls of the run. */
  readonly wipeS?: number;
  /** How water is given; absent in plans that were stored before water had a manner of its own, null for baths. */
  readonly manner?: Manner | null;
  readonly movement?: Movement | null;
  /** What it is made up from when it is needed, where no bottle of it stands ready. */
  readonly madeUp?: string;
  /** Changed by a way of one's own. */
  readonly ownWay?: boolean;
}

export interface Plan {
  readonly rollNumber: number;
  readonly runRolls: number;
  readonly steps: readonly PlannedStep[];
  readonly totalS: number;
  readonly changeoverS: number;
  /** Every solution is fresh for this run, and collected after it. */
  readonly oneShot: boolean;
  readonly batchAfter: { readonly rollsDone: number; readonly seenRemjet: boolean };
  readonly warnings: readonly Warning[];
  /** Things worth saying that are neither warning nor error. */
  readonly advice: readonly Advice[];
  /** Where the tank's heat goes, and what the bath must be held at; null where it is not reckoned with. */
  readonly heat: Pick<TankThroughTheRun, 'surroundings' | 'bathC'> | null;
  /** The room is the bath tonight: nothing has to be warmed (domain.md 8.2). */
  readonly noHeater: boolean;
}

export interface Advice extends Spoken {
  readonly message: string;
  /** The step it is about, said again when it comes; absent, the whole run. */
  readonly step?: string;
  /** What a press would do about it. */
  readonly offers?: 'rule-of-thumb' | 'heat';
}

/**
 * Any kit, habits, treatment and tank become timed steps with cues (domain.md 5, 9, 10).
 * All errors are reported at once; paths are relative to the question. Warnings never stop a plan.
 */
export function planRun(question: PlanQuestion): Answer<Plan> {
  const { kit, habits, treatment, batch } = question;
  const hasBleach = kit.baths.some((bath) => bath.kind === 'bleach' || bath.kind === 'bleach-fix');
  const refusal = treatmentRefusal(treatment, kit.process, hasBleach);
  if (refusal) return refused({ code: 'treatment-not-for-kit', path: '$.treatment', message: refusal });

  const set = arranged(question);
  if (!set.ok) return set;
  const { drafts, ids, stepsC, noHeater, lost } = set.value;
  const runRolls = rollEquivalents(question.rolls);
  const oneShot = isOneShot(habits, batch);
  const numberAfter = (rollsDone: number) =>
    oneShot ? 1 : rollNumber({ rollsDone, runRolls, makesMl: kit.makesMl, volumeMl: batch.volumeMl, wear: habits.wear ?? 'last' });
  const number = numberAfter(batch.rollsDone);

  const faults: Fault[] = [
    ...brokenOrder(question, set.value),
    ...unknownBaths(question, drafts, ids),
    ...(oneShot ? usedForOneShot(batch) : []),
  ];
  const capacity = capacityOfVolume(kit, batch.volumeMl);
  const over = !oneShot && capacity !== null && batch.rollsDone + runRolls > capacity + 1e-9;
  if (over && habits.pastCapacity === 'refuse') {
    faults.push({ code: 'past-capacity', path: '$.rolls', message: capacityMessage(batch.rollsDone + runRolls, capacity) });
  }

  // A bottle is as worn as it is, not as its neighbours are: one may have been taken over, another left out of a run.
  const numberOf = (draft: DraftStep) => {
    if (draft.single) return rollInSingle(draft.single, runRolls, habits);
    const bottle = batch.bottles?.[draft.bath?.id ?? ''];
    return bottle ? numberAfter(bottle.wornRolls) : number;
  };
  const times = drafts.map((draft, i) => timeOf(draft, stepsC[i] as number, question, numberOf(draft)));
  for (const time of times) if (!time.ok) faults.push(...time.errors);
  if (faults.length > 0) return refused(...faults);

  const planned = drafts.map((draft, i) => ({
    draft,
    id: ids[i] ?? draft.id,
    time: (times[i] as { value: StepTime }).value,
    temperatureC: stepsC[i] as number,
    own: question.own?.[ids[i] ?? draft.id] ?? question.own?.[draft.id] ?? null,
  }));
  const inTheTank = heated(planned, question);
  if (inTheTank && !inTheTank.ok) return inTheTank;
  const timed = planned.map((step, i) => withTankAndOwn(step, inTheTank?.value.steps[i] ?? null, question));
  const tooShort = timed.find((step) => step.seconds < 1);
  if (tooShort)
    return refused({
      code: 'own-margin',
      path: `$.ownS.${tooShort.draft.id}`,
      message: `${tooShort.draft.name}: your own margin would leave no time at all. Take off less.`,
    });
  const changeoverS = changeoverSeconds(habits, question.tank);
  // The backing is wiped off the open reel: never before light is safe.
  const wipes = treatment === 'cine-in-c41' ? timed.findLastIndex(({ draft }) => draft.kind === 'wash' || bleachesOrFixes(draft.kind)) : -1;
  const wipeS = WIPE_S_A_ROLL * question.rolls.reduce((sum, { count }) => sum + count, 0);
  const { startsS, totalS } = stepStarts(
    timed.map(({ seconds }, i) => (i === wipes ? { seconds, wipeS } : { seconds })),
    changeoverS,
  );
  const steps = assembled(timed, startsS, question, oneShot, { at: wipes, seconds: wipeS });
  return answered({
    rollNumber: number,
    runRolls,
    steps,
    totalS,
    changeoverS,
    oneShot,
    batchAfter: {
      rollsDone: Math.round((batch.rollsDone + runRolls) * 1000) / 1000,
      seenRemjet: treatment === 'cine-in-c41',
    },
    warnings: [
      ...runWarnings(question, drafts, over ? capacity : null, runRolls),
      ...timed.flatMap(({ warnings }) => warnings),
      ...leavesTheLeaflet(steps),
      ...tankOutsideRange(steps, inTheTank?.value ?? null),
      ...pouredFar(steps),
      ...tooQuick(steps, question.tank),
      ...afterFinal(steps),
    ],
    advice: [
      ...adviceFor(question, drafts, secondsByRuleOfThumb(question)),
      ...warmerAround(question.heat?.stands === 'air' ? (inTheTank?.value ?? null) : null, steps),
      ...evenness(kit.process, steps),
      ...lost.map((id) => ({ message: `Your way names “${id}”, which is not in this kit’s sequence any more: that part of it waits.` })),
      ...steps.flatMap((step) => (step.madeUp === undefined ? [] : [madeUpInWords(step, step.madeUp, question.tank.volumeMl)])),
      ...unseenHeat(inTheTank !== null, steps),
      ...unwarmed(question.heat?.school, inTheTank?.value ?? null, steps),
    ],
    heat: inTheTank ? { surroundings: inTheTank.value.surroundings, bathC: inTheTank.value.bathC } : null,
    noHeater,
  });
}

/** What the developer would take if a kit that is silent about pushing were pushed by the rule of thumb; null for all others. */
function secondsByRuleOfThumb(question: PlanQuestion): number | null {
  if (question.pushStops === 0 || question.kit.baths.some((bath) => bath.push)) return null;
  const pushed = planRun({ ...question, kit: pushedByRuleOfThumb(question.kit) });
  return pushed.ok ? (pushed.value.steps.find((step) => isDeveloper(step.kind))?.seconds ?? null) : null;
}

/** One-shot means fresh solution: what has seen rolls is used up further, or left for another evening (domain.md 9). */
function usedForOneShot({ rollsDone }: BatchState): Fault[] {
  if (rollsDone <= 0) return [];
  return [
    {
      code: 'one-shot-used',
      path: '$.batch.rollsDone',
      message: `One-shot times are those of fresh solution, and this batch has done ${round2(rollsDone)} ${rollsDone === 1 ? 'roll' : 'rolls'}. Use it up further as returned and extended, or take a fresh batch.`,
    },
  ];
}

function assembled(
  timed: readonly TimedStep[],
  startsS: readonly number[],
  question: PlanQuestion,
  oneShot: boolean,
  wipes: { readonly at: number; readonly seconds: number },
): PlannedStep[] {
  const { habits, tank, kit } = question;
  const lastFixing = timed.findLastIndex(({ draft }) => bleachesOrFixes(draft.kind));
  const bare = timed.map(({ draft, id, time, temperatureC, seconds, working, pourC, inTankC, poursForDose }, i) => {
    const after =
      (oneShot && !draft.single) || draft.bottle?.after === 'discard' || !draft.bottle ? ('discard' as const) : ('return' as const);
    return {
      id,
      bath: draft.id,
      kind: draft.kind,
      name: draft.name,
      startS: startsS[i] ?? 0,
      seconds,
      nominalS: time.nominalS,
      ...(time.doseS === time.nominalS ? {} : { doseS: time.doseS }),
      nominalC: draft.bath?.nominalC ?? temperatureC,
      temperatureC,
      pourC,
      inTankC,
      range: draft.range,
      critical: draft.bath?.critical === true,
      points: pointsOf(draft, kit),
      ...(isPrintedOnce(draft, kit) ? { byRuleOfThumb: true } : {}),
      poursForDose,
      push: draft.habitS === null ? (draft.bath?.push ?? null) : null,
      working,
      agitation: agitationOf(draft, habits, kit),
      manner: draft.manner,
      movement: draft.movement,
      ...(draft.ownWay ? { ownWay: true } : {}),
      // What is made up at each use comes from no bottle.
      bottle: draft.bottle && !isMadeAtUse(draft.bottle) ? draft.bottle.name : null,
      ...(draft.single?.bottle ? { from: draft.single.bottle.id } : {}),
      ...madeUp(draft, tank),
      after,
      inTank: isInTank(draft.kind, habits),
      lightSafeAtEnd: lastFixing !== -1 && i >= lastFixing,
      opensTank: i === lastFixing,
      wipeAfter: i === wipes.at,
      ...(i === wipes.at ? { wipeS: wipes.seconds } : {}),
      cues: [] as readonly Cue[],
    };
  });
  const setting = { tank, pourOut: habits.pourOut ?? ('inside' as const), drying: habits.drying };
  // What comes next decides a step’s cues, so they come last; a plan is asked for hundreds of times, and is not copied for it.
  bare.forEach((step, i) => (step.cues = stepCues(step, bare[i + 1] ?? null, setting)));
  return bare;
}

/** What is made up when it is needed says what goes into the tank’s fill of it. */
function madeUp({ bottle }: DraftStep, { volumeMl }: Tank): { readonly madeUp?: string } {
  const dose = bottle && doseInWords(bottle, volumeMl ?? 1000);
  return dose ? { madeUp: dose } : {};
}

function agitationOf(draft: DraftStep, habits: Habits, kit: Kit): Agitation | null {
  if (draft.movement === 'none' || draft.movement === 'gentle' || draft.movement === 'shaken') return null;
  const asDeveloper = draft.movement === 'as-developer' ? kit.baths.find((bath) => isDeveloper(bath.kind))?.agitation : undefined;
  // What stands in for another bath is moved as its own leaflet says.
  const printed = asDeveloper ?? (draft.single ? draft.single.bath : draft.bath)?.agitation;
  if (!printed) return null;
  if (!habits.agitation) return printed;
  return 'continuous' in habits.agitation ? { ...printed, continuous: true } : { ...printed, ...habits.agitation };
}
