import type { Fault } from '../answer.ts';
import { isDeveloper } from '../kit/kind.ts';
import { bathProcess, planEvening, type EveningBatch, type EveningQuestion } from './evening.ts';

/** What an evening comes to, in the figures by which batches are compared. */
export interface EveningInShort {
  readonly batchId: string;
  readonly inUse: boolean;
  readonly runs: number;
  /** Rolls of the batch's process that are in a run, and those that are not. */
  readonly rollsIn: number;
  readonly rollsOut: number;
  readonly totalS: number;
  /** The developer's time of the first run; null when no run of it can be planned. */
  readonly developerS: number | null;
  /** Why a run cannot be planned so. */
  readonly faults: readonly Fault[];
}

/**
 * The same rolls through each batch that the shelf could use instead, one process at a time, the others left as they
 * are (domain.md 11). The batch in use comes first; a process with no other batch on the `shelf` has nothing to compare.
 */
export function withEachBatch(question: EveningQuestion, shelf: readonly EveningBatch[]): EveningInShort[] {
  return question.batches.flatMap((inUse) => {
    const { process } = inUse.kit;
    const rolls = question.rolls.filter((roll) => bathProcess(roll) === process);
    if (rolls.length === 0) return [];
    const others = shelf.filter((batch) => batch.kit.process === process && batch.id !== inUse.id);
    if (others.length === 0) return [];
    return [inUse, ...others].map((batch): EveningInShort => {
      // Packed anew: runs arranged by hand belong to the batch they were arranged for.
      const evening = planEvening({ ...question, rolls, batches: [batch], arrangement: null });
      const plans = evening.runs.map((run) => run.plan);
      const first = plans[0];
      const developer = first?.ok ? first.value.steps.find((step) => isDeveloper(step.kind)) : undefined;
      const rollsIn = evening.runs.reduce((sum, run) => sum + run.rollIds.length, 0);
      return {
        batchId: batch.id,
        inUse: batch.id === inUse.id,
        runs: evening.runs.length,
        rollsIn,
        rollsOut: rolls.length - rollsIn,
        totalS: plans.reduce((sum, plan) => sum + (plan.ok ? plan.value.totalS : 0), 0),
        developerS: developer?.seconds ?? null,
        faults: plans.flatMap((plan) => (plan.ok ? [] : plan.errors)),
      };
    });
  });
}
