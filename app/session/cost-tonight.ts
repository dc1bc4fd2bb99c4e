import { costPerRollCents } from '../../core/chemistry/cost.ts';
import type { Tonight } from './tonight.server.ts';

/** Chemistry for one of tonight's rolls, and what the laboratory's price would leave; null without prices. */
export function costTonight(
  tonight: Pick<Tonight, 'evening' | 'inUse'>,
  labPrice: number | null,
): { readonly perRoll: string; readonly saved: string | null } | null {
  let cents = 0;
  let rolls = 0;
  for (const run of tonight.evening.runs) {
    const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
    const each = batch ? costPerRollCents(batch.kit, batch) : null;
    if (each === null) continue;
    cents += each * run.rollIds.length;
    rolls += run.rollIds.length;
  }
  if (rolls === 0) return null;
  return { perRoll: (cents / rolls / 100).toFixed(2), saved: labPrice === null ? null : (labPrice * rolls - cents / 100).toFixed(2) };
}
