import { eveningCost, type EveningCost } from '../../../core/chemistry/cost/evening-cost.ts';
import { personsMoney } from '../../server/money.server.ts';
import type { Tonight } from '../draft/tonight.server.ts';

/** What tonight's chemistry costs; `labPrice` is what the person pays a laboratory for a roll, in whole units of money. */
export function costTonight({ evening, inUse }: Pick<Tonight, 'evening' | 'inUse'>, labPrice: number | null): EveningCost | null {
  const rollsOf = (batchId: string) =>
    evening.runs.filter((run) => run.batchId === batchId).reduce((sum, run) => sum + run.rollIds.length, 0);
  return eveningCost(
    inUse.map((batch) => ({ ...batch, rolls: rollsOf(batch.id) })),
    labPrice === null ? null : Math.round(labPrice * 100),
    personsMoney(),
  );
}
