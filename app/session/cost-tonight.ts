import { costPerRollCents } from '../../core/chemistry/cost.ts';
import { capacityOfVolume } from '../../core/chemistry/capacity.ts';
import type { WorkedSum } from '../../core/heat/bath-working.ts';
import type { Tonight } from './tonight.server.ts';

export interface CostTonight {
  readonly perRoll: string;
  readonly saved: string | null;
  readonly working: readonly WorkedSum[];
}

const money = (cents: number) => (cents / 100).toFixed(2);

/** Chemistry for one of tonight's rolls, and what the laboratory's price would leave; null without prices. */
export function costTonight(tonight: Pick<Tonight, 'evening' | 'inUse'>, labPrice: number | null): CostTonight | null {
  const shares = tonight.inUse.flatMap((batch) => {
    const each = costPerRollCents(batch.kit, batch);
    const rolls = tonight.evening.runs.filter((run) => run.batchId === batch.id).reduce((sum, run) => sum + run.rollIds.length, 0);
    return each === null || batch.priceCents === null || rolls === 0 ? [] : [{ batch, each, rolls, priceCents: batch.priceCents }];
  });
  const rolls = shares.reduce((sum, share) => sum + share.rolls, 0);
  if (rolls === 0) return null;
  const cents = shares.reduce((sum, share) => sum + share.each * share.rolls, 0);
  const working = shares.map(({ batch, each, priceCents }): WorkedSum => {
    const made = Math.max(capacityOfVolume(batch.kit, batch.volumeMl) ?? 0, batch.rollsDone);
    return { what: batch.name, sum: `${money(priceCents)} ⁄ ${Math.round(made * 100) / 100} rolls`, figure: money(each) };
  });
  const together = {
    what: 'Tonight',
    sum: `(${shares.map((share) => `${share.rolls} × ${money(share.each)}`).join(' + ')}) ⁄ ${rolls}`,
    figure: money(cents / rolls),
  };
  return {
    perRoll: money(cents / rolls),
    saved: labPrice === null ? null : (labPrice * rolls - cents / 100).toFixed(2),
    working: [
      ...working,
      together,
      ...(labPrice === null
        ? []
        : [
            {
              what: 'Left of the laboratory’s',
              sum: `${rolls} × ${labPrice.toFixed(2)} − ${money(cents)}`,
              figure: (labPrice * rolls - cents / 100).toFixed(2),
            },
          ]),
    ],
  };
}
