import type { Answer } from '../answer.ts';
import { rollsLeft } from '../chemistry/capacity.ts';
import { ageInDays, pastShelfLife } from '../chemistry/shelf-life.ts';
import type { FormatId } from '../film/format.ts';
import type { Process } from '../film/process.ts';
import { rollEquivalents } from '../film/roll-equivalents.ts';
import { isDeveloper } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import { shareOfTank, type Holds } from '../packing/load.ts';
import { packRolls, type Unpacked } from '../packing/pack.ts';
import { formatById } from '../film/format.ts';
import type { Habits } from './habits.ts';
import { planRun, type Plan } from './plan.ts';
import type { Tank } from './tank.ts';
import type { Treatment } from './treatment.ts';

export interface EveningRoll {
  readonly id: string;
  readonly name: string;
  readonly format: FormatId;
  /** The mark on the film. */
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  readonly keeper: boolean;
  readonly count: number;
}

export interface EveningBatch {
  readonly id: string;
  readonly kit: Kit;
  readonly volumeMl: number;
  readonly rollsDone: number;
  readonly mixedOn: string;
}

export interface EveningTank extends Tank {
  readonly id: string;
  readonly volumeMl: number;
  readonly holds: Holds;
}

/** One run as a person arranged it, or as it was packed. */
export interface ArrangedRun {
  readonly tankId: string;
  readonly batchId: string;
  readonly rollIds: readonly string[];
}

export interface EveningQuestion {
  readonly rolls: readonly EveningRoll[];
  readonly batches: readonly EveningBatch[];
  readonly tanks: readonly EveningTank[];
  readonly on: string;
  readonly habits: Habits;
  /** By batch, then by step. */
  readonly temperaturesC: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Null lets the packing propose. */
  readonly arrangement: readonly ArrangedRun[] | null;
}

export interface EveningRun extends ArrangedRun {
  readonly process: Process;
  readonly pushStops: number;
  readonly treatment: Treatment;
  /** Roll equivalents its batch will have done before it. */
  readonly rollsBefore: number;
  readonly plan: Answer<Plan>;
  /** Rules that the arrangement breaks, in words; a run with one cannot start. */
  readonly broken: readonly string[];
}

export interface Evening {
  readonly runs: readonly EveningRun[];
  readonly leftOut: readonly Unpacked[];
  readonly unplaceable: readonly Unpacked[];
}

/** The baths a roll goes through: cine and slide film treated in C-41 count as C-41 from here on (domain.md 9). */
export function bathProcess(roll: Pick<EveningRoll, 'process' | 'treatment'>): Process {
  return roll.treatment === 'cine-in-c41' || roll.treatment === 'cross-process' ? 'C-41' : roll.process;
}

/**
 * Batches of a process in the order in which a session would use them: within their shelf life before past it,
 * with life left before spent, then the least worn, then the youngest.
 */
export function batchesByFreshness(batches: readonly EveningBatch[], process: Process, on: string): EveningBatch[] {
  const rank = (batch: EveningBatch) => {
    const developer = batch.kit.baths.find((bath) => isDeveloper(bath.kind));
    const left = rollsLeft(batch.kit, batch);
    return {
      old: developer && pastShelfLife(developer, ageInDays(batch.mixedOn, on)) ? 1 : 0,
      spent: left !== null && left <= 0 ? 1 : 0,
      worn: batch.rollsDone / batch.volumeMl,
    };
  };
  return batches
    .filter((batch) => batch.kit.process === process)
    .sort((a, b) => {
      const [x, y] = [rank(a), rank(b)];
      return x.old - y.old || x.spent - y.spent || x.worn - y.worn || b.mixedOn.localeCompare(a.mixedOn);
    });
}

/**
 * A whole evening: rolls packed into runs (or taken as arranged), each planned with the wear that the runs before it
 * leave behind (domain.md 5, 9, 11). `batches` are those to be used tonight, in order of preference.
 */
export function planEvening(question: EveningQuestion): Evening {
  const { rolls, batches, tanks, arrangement } = question;
  if (arrangement) {
    return { runs: plannedInTurn(arrangement, question), leftOut: [], unplaceable: [] };
  }
  const packing = packRolls(
    rolls.map((roll) => ({ ...roll, process: bathProcess(roll) })),
    tanks,
    batches.map((batch) => ({ process: batch.kit.process, rollsLeft: rollsLeft(batch.kit, batch) ?? Number.MAX_SAFE_INTEGER })),
  );
  const arranged = packing.runs.map((run) => ({ tankId: run.tank, batchId: batches[run.batch ?? 0]?.id ?? '', rollIds: run.rolls }));
  return { runs: plannedInTurn(arranged, question), leftOut: packing.leftOut, unplaceable: packing.unplaceable };
}

function plannedInTurn(arranged: readonly ArrangedRun[], question: EveningQuestion): EveningRun[] {
  const done = new Map(question.batches.map((batch) => [batch.id, batch.rollsDone]));
  return arranged.flatMap((run): EveningRun[] => {
    const rolls = run.rollIds.flatMap((id) => question.rolls.find((roll) => roll.id === id) ?? []);
    const batch = question.batches.find((candidate) => candidate.id === run.batchId);
    const tank = question.tanks.find((candidate) => candidate.id === run.tankId);
    const first = rolls[0];
    if (!first || !batch || !tank) return [];
    const rollsBefore = done.get(batch.id) ?? 0;
    const plan = planRun({
      kit: batch.kit,
      batch: { volumeMl: batch.volumeMl, rollsDone: rollsBefore, mixedOn: batch.mixedOn },
      on: question.on,
      tank,
      rolls,
      pushStops: first.pushStops,
      treatment: first.treatment,
      temperaturesC: question.temperaturesC[batch.id] ?? {},
      habits: question.habits,
    });
    done.set(batch.id, rollsBefore + rollEquivalents(rolls));
    return [
      {
        ...run,
        rollIds: rolls.map((roll) => roll.id),
        process: batch.kit.process,
        pushStops: first.pushStops,
        treatment: first.treatment,
        rollsBefore,
        plan,
        broken: brokenRules(rolls, batch, tank),
      },
    ];
  });
}

/** What keeps these rolls from sharing this tank and these baths (domain.md 11). */
export function brokenRules(rolls: readonly EveningRoll[], batch: Pick<EveningBatch, 'kit'>, tank: Pick<EveningTank, 'holds'>): string[] {
  const broken: string[] = [];
  const first = rolls[0];
  if (!first) return broken;
  for (const roll of rolls) {
    if (bathProcess(roll) === batch.kit.process) continue;
    broken.push(
      roll.process === 'ECN-2'
        ? `${roll.name} has a remjet backing, which this ${batch.kit.process} kit does not remove. Choose the treatment “Cine film in C-41 baths” on the roll, or an ECN-2 batch.`
        : `${roll.name} is ${roll.process} film and does not belong in ${batch.kit.process} baths.`,
    );
  }
  const others = (differs: (roll: EveningRoll) => boolean) =>
    rolls
      .filter(differs)
      .map((roll) => roll.name)
      .join(', ');
  const pushed = others((roll) => Math.abs(roll.pushStops - first.pushStops) > 1e-6);
  if (pushed) broken.push(`${pushed} and ${first.name} are pushed by different amounts, so they need different developer times.`);
  const treated = others((roll) => roll.treatment !== first.treatment);
  if (treated) broken.push(`${treated} and ${first.name} have different treatments.`);
  const share = rolls.reduce(
    (sum, roll) => sum + shareOfTank({ family: formatById(roll.format).family, count: roll.count }, tank.holds),
    0,
  );
  if (share === Infinity) broken.push('The tank has no place for one of these formats.');
  else if (share > 1 + 1e-9) broken.push(`That is ${Math.round(share * 100)} % of what the tank holds.`);
  return broken;
}
