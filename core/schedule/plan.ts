import { answered, faultsUnder, refused, type Answer, type Fault, type Warning } from '../answer.ts';
import { rollEquivalents, type FilmCount } from '../film/roll-equivalents.ts';
import { treatmentRefusal, type Treatment } from '../film/treatment.ts';
import { tankThroughTheRun, type TankHeatSetting, type TankThroughTheRun } from '../heat/tank/tank-through-the-run.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { capacityOfVolume } from '../kit/capacity.ts';
import { bleachesOrFixes, isFinal, type StepKind } from '../kit/kind.ts';
import type { Agitation, Kit, LeafletPoint, PushRule } from '../kit/kit.ts';
import { orderFaults } from '../kit/sequence-order.ts';
import { ownLabel, ownSeconds, type OwnMargin } from '../timing/own-margin.ts';
import { rollNumber } from '../timing/roll-number.ts';
import { shortDeveloper, type StepTime, type WorkingLine } from '../timing/step-time.ts';
import { asLabel, sentence, type Spoken } from '../units/sentence.ts';
import { stepCues, type Cue } from './cues.ts';
import { temperatureOf, timeOf } from './draft-time.ts';
import { evenness } from './evenness.ts';
import type { Habits } from './habits.ts';
import { adviceFor, capacityMessage, leavesTheLeaflet, round2, runWarnings, unknownBaths, warmerAround } from './plan-words.ts';
import { draftSequence, type DraftStep } from './sequence.ts';
import { stepIds } from './step-ids.ts';
import { changeoverSeconds, stepStarts } from './timeline.ts';

export interface BatchState {
  readonly volumeMl: number;
  /** Roll equivalents that wear it: one-shot rolls are not among them (domain.md 5.2). */
  readonly rollsDone: number;
  /** ISO date; absent when nobody wrote it down. */
  readonly mixedOn?: string;
  /** Cine film has been through its developer. */
  readonly seenRemjet?: boolean;
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
}

/** Where the tank's temperature goes during a step, as planned. */
export interface InTank {
  readonly startsC: number;
  readonly endsC: number;
  readonly meanC: number;
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
  /** The dose drift aims for, unrounded seconds at nominal. */
  readonly nominalS: number;
  readonly nominalC: number;
  readonly temperatureC: number;
  /** What it is poured at; null where the tank's heat is not reckoned with. */
  readonly pourC: number | null;
  readonly inTankC: InTank | null;
  readonly range: { readonly lowC: number; readonly highC: number } | null;
  readonly critical: boolean;
  /** The leaflet, for drawing its curve and following drift; empty for steps that habits time. */
  readonly points: readonly LeafletPoint[];
  /** The leaflet's push rule: what a dose off plan amounts to in stops. */
  readonly push: PushRule | null;
  readonly working: readonly WorkingLine[];
  readonly cues: readonly Cue[];
  readonly agitation: Agitation | null;
  /** The bottle it is poured from, by name; null for water. */
  readonly bottle: string | null;
  readonly after: 'return' | 'discard';
  readonly inTank: boolean;
  /** True once everything that bleaches or fixes is behind: the tank may be opened when this step ends. */
  readonly lightSafeAtEnd: boolean;
  /** The step after which the tank may be opened for the first time. */
  readonly opensTank: boolean;
  /** Remjet backing is wiped off when this step ends. */
  readonly wipeAfter: boolean;
}

export interface Plan {
  readonly rollNumber: number;
  readonly runRolls: number;
  readonly steps: readonly PlannedStep[];
  readonly totalS: number;
  readonly changeoverS: number;
  readonly batchAfter: { readonly rollsDone: number; readonly seenRemjet: boolean };
  readonly warnings: readonly Warning[];
  /** Things worth saying that are neither warning nor error. */
  readonly advice: readonly Advice[];
  /** Where the tank's heat goes, and what the bath must be held at; null where it is not reckoned with. */
  readonly heat: Pick<TankThroughTheRun, 'surroundings' | 'bathC'> | null;
}

export interface Advice extends Spoken {
  readonly message: string;
  /** The step it is about, said again when it comes; absent, the whole run. */
  readonly step?: string;
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

  const drafts = draftSequence(kit, habits, treatment);
  const ids = stepIds(drafts.map((draft) => draft.id));
  const runRolls = rollEquivalents(question.rolls);
  const oneShot = habits.solution === 'one-shot';
  const numberAfter = (rollsDone: number) =>
    oneShot ? 1 : rollNumber({ rollsDone, runRolls, makesMl: kit.makesMl, volumeMl: batch.volumeMl, wear: habits.wear ?? 'last' });
  const number = numberAfter(batch.rollsDone);

  const faults: Fault[] = [
    ...faultsUnder('$.habits', orderFaults(kit.process, drafts)),
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
    const bottle = batch.bottles?.[draft.bath?.id ?? ''];
    return bottle ? numberAfter(bottle.wornRolls) : number;
  };
  const times = drafts.map((draft) => timeOf(draft, question, numberOf(draft)));
  for (const time of times) if (!time.ok) faults.push(...time.errors);
  if (faults.length > 0) return refused(...faults);

  const planned = drafts.map((draft, i) => ({
    draft,
    id: ids[i] ?? draft.id,
    time: (times[i] as { value: StepTime }).value,
    own: question.own?.[draft.id] ?? null,
  }));
  const inTheTank = heated(planned, question);
  if (inTheTank && !inTheTank.ok) return inTheTank;
  const waits = question.heat?.school === 'wait-longer';
  const timed = planned.map((step, i) => withTankAndOwn(step, inTheTank?.value.steps[i] ?? null, waits));
  const tooShort = timed.find((step) => step.seconds < 1);
  if (tooShort)
    return refused({
      code: 'own-margin',
      path: `$.ownS.${tooShort.draft.id}`,
      message: `${tooShort.draft.name}: your own margin would leave no time at all. Take off less.`,
    });
  const changeoverS = changeoverSeconds(habits, question.tank);
  const { startsS, totalS } = stepStarts(
    timed.map(({ seconds }) => seconds),
    changeoverS,
  );
  const steps = assembled(timed, startsS, question, oneShot);
  return answered({
    rollNumber: number,
    runRolls,
    steps,
    totalS,
    changeoverS,
    batchAfter: {
      rollsDone: Math.round((batch.rollsDone + runRolls) * 1000) / 1000,
      seenRemjet: treatment === 'cine-in-c41',
    },
    warnings: [
      ...runWarnings(question, drafts, over ? capacity : null, runRolls),
      ...timed.flatMap(({ warnings }) => warnings),
      ...leavesTheLeaflet(steps),
    ],
    advice: [
      ...adviceFor(question, drafts),
      ...warmerAround(question.heat?.stands === 'air' ? (inTheTank?.value ?? null) : null, steps),
      ...evenness(kit.process, steps),
    ],
    heat: inTheTank ? { surroundings: inTheTank.value.surroundings, bathC: inTheTank.value.bathC } : null,
  });
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

interface PlannedTime {
  readonly draft: DraftStep;
  readonly id: string;
  readonly time: StepTime;
  /** Null where the person has no margin of their own on this bath. */
  readonly own: OwnMargin | null;
}

interface TimedStep extends PlannedTime {
  readonly seconds: number;
  readonly working: readonly WorkingLine[];
  readonly warnings: readonly Warning[];
  readonly pourC: number | null;
  readonly inTankC: InTank | null;
}

/** The tank through the run, where a person wants its heat reckoned with and says how much it takes. */
function heated(steps: readonly PlannedTime[], { heat, tank, habits, temperaturesC }: PlanQuestion): Answer<TankThroughTheRun> | null {
  if (!heat || tank.volumeMl === undefined) return null;
  return tankThroughTheRun(
    steps.map(({ draft, time, own }) => ({
      name: draft.name,
      seconds: time.seconds,
      nominalS: time.nominalS,
      nominalC: draft.bath?.nominalC ?? draft.usualC,
      points: draft.habitS === null ? (draft.bath?.time.points ?? []) : [],
      temperatureC: temperatureOf(draft, temperaturesC),
      critical: draft.bath?.critical === true,
      inTank: isInTank(draft.kind, habits),
      own,
    })),
    tank.volumeMl,
    heat,
  );
}

/** What the tank and a person's own conviction add, each in a line of its own behind the others (scripting.md, plan). */
function withTankAndOwn(step: PlannedTime, inTank: TankThroughTheRun['steps'][number] | null, waits: boolean): TimedStep {
  const { draft, time, own } = step;
  const byDoseS = inTank?.seconds ?? time.seconds;
  const ownS = ownSeconds(own, byDoseS);
  const seconds = byDoseS + ownS;
  return {
    ...step,
    seconds,
    working: [
      ...time.working,
      ...(waits && inTank && draft.bath?.critical ? [tankLine(byDoseS - time.seconds, inTank)] : []),
      ...(own === null ? [] : [{ what: 'own' as const, seconds: ownS, label: ownLabel(own) }]),
    ],
    warnings: seconds === time.seconds ? time.warnings : shortDeveloper(draft.bath, seconds, time.warnings),
    pourC: inTank ? round4(inTank.pourC) : null,
    inTankC: inTank ? { startsC: round4(inTank.startsC), endsC: round4(inTank.endsC), meanC: round4(inTank.meanC) } : null,
  };
}

function tankLine(seconds: number, { startsC, endsC }: InTank): WorkingLine {
  return { what: 'tank', seconds, ...asLabel(sentence`In the tank, ${{ fromC: startsC, toC: endsC }}`) };
}

function isInTank(kind: StepKind, habits: Habits): boolean {
  return !(isFinal(kind) && habits.stabiliser === 'open-tray') && kind !== 'wetting-agent';
}

function assembled(timed: readonly TimedStep[], startsS: readonly number[], question: PlanQuestion, oneShot: boolean): PlannedStep[] {
  const { habits, tank, temperaturesC, treatment } = question;
  const lastFixing = timed.findLastIndex(({ draft }) => bleachesOrFixes(draft.kind));
  // The backing is wiped off the open reel: never before light is safe.
  const lastWash = timed.findLastIndex(({ draft }) => draft.kind === 'wash');
  const wipes = Math.max(lastWash, lastFixing);
  const bare = timed.map(({ draft, id, time, seconds, working, pourC, inTankC }, i) => {
    const after = oneShot || draft.bottle?.after === 'discard' || !draft.bottle ? ('discard' as const) : ('return' as const);
    return {
      id,
      bath: draft.id,
      kind: draft.kind,
      name: draft.name,
      startS: startsS[i] ?? 0,
      seconds,
      nominalS: time.nominalS,
      nominalC: draft.bath?.nominalC ?? draft.usualC,
      temperatureC: temperatureOf(draft, temperaturesC),
      pourC,
      inTankC,
      range: draft.range,
      critical: draft.bath?.critical === true,
      points: draft.habitS === null ? (draft.bath?.time.points ?? []) : [],
      push: draft.habitS === null ? (draft.bath?.push ?? null) : null,
      working,
      agitation: agitationOf(draft, habits),
      bottle: draft.bottle?.name ?? null,
      after,
      inTank: isInTank(draft.kind, habits),
      lightSafeAtEnd: lastFixing !== -1 && i >= lastFixing,
      opensTank: i === lastFixing,
      wipeAfter: treatment === 'cine-in-c41' && i === wipes,
    };
  });
  const setting = { tank, pourOut: habits.pourOut ?? ('inside' as const), washing: habits.washing, drying: habits.drying };
  return bare.map((step, i) => ({ ...step, cues: stepCues(step, bare[i + 1] ?? null, setting) }));
}

function agitationOf(draft: DraftStep, habits: Habits): Agitation | null {
  if (!draft.bath?.agitation) return null;
  if (!habits.agitation) return draft.bath.agitation;
  return 'continuous' in habits.agitation
    ? { ...draft.bath.agitation, continuous: true }
    : { ...draft.bath.agitation, ...habits.agitation };
}

/** Finer than anything that is shown or poured, coarse enough to be stored. */
function round4(value: number): number {
  return Math.round(value * 10_000) / 10_000;
}
