import { answered, faultsUnder, refused, type Answer, type Fault, type Warning } from '../answer.ts';
import { capacityOfVolume } from '../chemistry/capacity.ts';
import { ageInDays, pastShelfLife } from '../chemistry/shelf-life.ts';
import { rollEquivalents, type FilmCount } from '../film/roll-equivalents.ts';
import { bleachesOrFixes, isFinal, type StepKind } from '../kit/kind.ts';
import type { Agitation, Kit, LeafletPoint } from '../kit/kit.ts';
import { orderFaults } from '../kit/sequence-order.ts';
import { rollNumber } from '../timing/roll-number.ts';
import { stepTime, type StepTime, type WorkingLine } from '../timing/step-time.ts';
import { stepCues, type Cue } from './cues.ts';
import type { Habits } from './habits.ts';
import { draftSequence, type DraftStep } from './sequence.ts';
import type { Tank } from './tank.ts';
import { changeoverSeconds, stepStarts } from './timeline.ts';
import { treatmentRefusal, TREATMENT_ADVICE, type Treatment } from './treatment.ts';

export interface BatchState {
  readonly volumeMl: number;
  /** Roll equivalents developed since it was mixed. */
  readonly rollsDone: number;
  /** ISO date; absent when nobody wrote it down. */
  readonly mixedOn?: string;
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
}

export interface PlannedStep {
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
  readonly range: { readonly lowC: number; readonly highC: number } | null;
  readonly critical: boolean;
  /** The leaflet, for drawing its curve and following drift; empty for steps that habits time. */
  readonly points: readonly LeafletPoint[];
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
  readonly advice: readonly string[];
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
  const runRolls = rollEquivalents(question.rolls);
  const oneShot = habits.solution === 'one-shot';
  const number = oneShot
    ? 1
    : rollNumber({ rollsDone: batch.rollsDone, runRolls, makesMl: kit.makesMl, volumeMl: batch.volumeMl, wear: habits.wear ?? 'last' });

  const faults: Fault[] = [...faultsUnder('$.habits', orderFaults(kit.process, drafts)), ...unknownTemperatures(question, drafts)];
  const capacity = capacityOfVolume(kit, batch.volumeMl);
  const over = !oneShot && capacity !== null && batch.rollsDone + runRolls > capacity + 1e-9;
  if (over && habits.pastCapacity === 'refuse') {
    faults.push({ code: 'past-capacity', path: '$.rolls', message: capacityMessage(batch.rollsDone + runRolls, capacity) });
  }

  const times = drafts.map((draft) => timeOf(draft, question, number));
  for (const time of times) if (!time.ok) faults.push(...time.errors);
  if (faults.length > 0) return refused(...faults);

  const timed = drafts.map((draft, i) => ({ draft, time: (times[i] as { value: StepTime }).value }));
  const changeoverS = changeoverSeconds(habits, question.tank);
  const { startsS, totalS } = stepStarts(
    timed.map(({ time }) => time.seconds),
    changeoverS,
  );
  return answered({
    rollNumber: number,
    runRolls,
    steps: assembled(timed, startsS, question, oneShot),
    totalS,
    changeoverS,
    batchAfter: {
      rollsDone: Math.round((batch.rollsDone + runRolls) * 1000) / 1000,
      seenRemjet: treatment === 'cine-in-c41',
    },
    warnings: [...runWarnings(question, drafts, over ? capacity : null, runRolls), ...timed.flatMap(({ time }) => time.warnings)],
    advice: adviceFor(question),
  });
}

function temperatureOf(draft: DraftStep, temperaturesC: PlanQuestion['temperaturesC']): number {
  return temperaturesC[draft.id] ?? draft.usualC;
}

function timeOf(draft: DraftStep, { temperaturesC, pushStops }: PlanQuestion, number: number): Answer<StepTime> {
  if (draft.bath && draft.habitS === null) {
    // Bleach bypass keeps the time the bleach-fix would have had, at the bleach-fix's own temperature.
    const standsIn = draft.id !== draft.bath.id;
    const tempC = standsIn ? (temperaturesC[draft.bath.id] ?? draft.bath.nominalC) : temperatureOf(draft, temperaturesC);
    return stepTime(draft.bath, { tempC, pushStops, rollNumber: number });
  }
  const seconds = draft.habitS ?? 0;
  const zero = (what: WorkingLine['what'], label: string): WorkingLine => ({ what, seconds: 0, label });
  return answered({
    seconds,
    nominalS: seconds,
    working: [
      { what: 'leaflet', seconds, label: 'Your habit' },
      zero('wear', 'Water does not wear'),
      zero('push', 'No push'),
      zero('temperature', 'Same time at any temperature'),
    ],
    warnings: [],
  });
}

function assembled(
  timed: readonly { readonly draft: DraftStep; readonly time: StepTime }[],
  startsS: readonly number[],
  question: PlanQuestion,
  oneShot: boolean,
): PlannedStep[] {
  const { habits, tank, temperaturesC, treatment } = question;
  const lastFixing = timed.findLastIndex(({ draft }) => bleachesOrFixes(draft.kind));
  const lastWash = timed.findLastIndex(({ draft }) => draft.kind === 'wash');
  const bare = timed.map(({ draft, time }, i) => {
    const after = oneShot || draft.bottle?.after === 'discard' || !draft.bottle ? ('discard' as const) : ('return' as const);
    return {
      bath: draft.id,
      kind: draft.kind,
      name: draft.name,
      startS: startsS[i] ?? 0,
      seconds: time.seconds,
      nominalS: time.nominalS,
      nominalC: draft.bath?.nominalC ?? draft.usualC,
      temperatureC: temperatureOf(draft, temperaturesC),
      range: draft.range,
      critical: draft.bath?.critical === true,
      points: draft.habitS === null ? (draft.bath?.time.points ?? []) : [],
      working: time.working,
      agitation: agitationOf(draft, habits),
      bottle: draft.bottle?.name ?? null,
      after,
      inTank: !(isFinal(draft.kind) && habits.stabiliser === 'open-tray') && draft.kind !== 'wetting-agent',
      lightSafeAtEnd: lastFixing !== -1 && i >= lastFixing,
      opensTank: i === lastFixing,
      wipeAfter: treatment === 'cine-in-c41' && i === lastWash,
    };
  });
  const setting = { tank, pourOut: habits.pourOut ?? ('inside' as const), washing: habits.washing, drying: habits.drying };
  return bare.map((step, i) => ({ ...step, cues: stepCues(step, bare[i + 1] ?? null, setting) }));
}

function agitationOf(draft: DraftStep, habits: Habits): Agitation | null {
  if (!draft.bath?.agitation) return null;
  return habits.agitation ? { ...draft.bath.agitation, ...habits.agitation } : draft.bath.agitation;
}

function unknownTemperatures({ temperaturesC, kit }: PlanQuestion, drafts: readonly DraftStep[]): Fault[] {
  const known = new Set([...drafts.map((draft) => draft.id), ...kit.baths.map((bath) => bath.id), ...kit.sequence]);
  return Object.keys(temperaturesC)
    .filter((id) => !known.has(id))
    .map((id) => ({
      code: 'unknown-bath',
      path: `$.temperaturesC.${id}`,
      message: `This run has no step “${id}”. Its steps are ${[...known].join(', ')}.`,
    }));
}

function capacityMessage(rolls: number, capacity: number): string {
  return `${round2(rolls)} rolls would have gone through a batch made for ${round2(capacity)}; colour weakens and its times are guesses.`;
}

function runWarnings(
  { batch, on, tank, pushStops }: PlanQuestion,
  drafts: readonly DraftStep[],
  overCapacity: number | null,
  runRolls: number,
): Warning[] {
  const warnings: Warning[] = [];
  if (overCapacity !== null) {
    warnings.push({ code: 'past-capacity', bath: null, message: capacityMessage(batch.rollsDone + runRolls, overCapacity) });
  }
  const ageDays = batch.mixedOn === undefined ? 0 : ageInDays(batch.mixedOn, on);
  for (const { bottle } of drafts) {
    if (bottle && pastShelfLife(bottle, ageDays)) {
      warnings.push({
        code: 'past-shelf-life',
        bath: bottle.id,
        message: `${bottle.name}: mixed on ${batch.mixedOn}, it keeps ${bottle.keepsDays} days. Test it on a scrap before a film you care about.`,
      });
    }
  }
  if (tank.volumeMl !== undefined && batch.volumeMl < tank.volumeMl - 1e-9) {
    warnings.push({
      code: 'volume-short',
      bath: null,
      message: `The tank needs ${round2(tank.volumeMl)} ml and each bottle holds ${round2(batch.volumeMl)} ml: film above the surface develops unevenly.`,
    });
  }
  if (pushStops >= 2 - 1e-9) {
    warnings.push({ code: 'push-colour', bath: null, message: 'Pushed 2 stops or more, colours shift and shadows stay empty.' });
  }
  return warnings;
}

function adviceFor({ kit, treatment, pushStops }: PlanQuestion): string[] {
  const advice: string[] = [];
  if (treatment !== 'normal') advice.push(TREATMENT_ADVICE[treatment].does);
  if (pushStops !== 0 && !kit.baths.some((bath) => bath.push)) {
    advice.push('This kit’s leaflet says nothing about pushing, so no time changes. Copy the kit and add its push rule to have one.');
  }
  return advice;
}

function round2(value: number): number {
  return Math.round(value * 100) / 100;
}
