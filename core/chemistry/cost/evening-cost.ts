import { capacityOfVolume } from '../../kit/capacity.ts';
import type { Kit } from '../../kit/kit.ts';
import type { WorkedSum } from '../../worked-sum.ts';
import { costPerRollCents, type PricedBatch } from './cost.ts';

/** A batch of the evening and how many of its rolls go through it. */
export interface BatchOfEvening extends PricedBatch {
  readonly name: string;
  readonly kit: Pick<Kit, 'capacityRolls' | 'makesMl'>;
  readonly rolls: number;
}

/** Money as a person reads it, in their own currency. */
export interface EveningCost {
  readonly perRoll: string;
  /** What the laboratory's price would leave; null without one. */
  readonly saved: string | null;
  readonly working: readonly WorkedSum[];
}

/** Writes an amount in the person's own currency. */
export type ShowMoney = (cents: number) => string;

/** Before a currency was chosen: the figure alone. */
export const bareMoney: ShowMoney = (cents) => (cents / 100).toFixed(2);

/** Chemistry for one roll of the evening, with its working; null where no batch has a price and a capacity. `labPriceCents` is what the person pays a laboratory for a roll. */
export function eveningCost(
  batches: readonly BatchOfEvening[],
  labPriceCents: number | null,
  money: ShowMoney = bareMoney,
): EveningCost | null {
  const shares = batches.flatMap((batch) => {
    const each = costPerRollCents(batch.kit, batch);
    return each === null || batch.rolls === 0 ? [] : [{ ...batch, each }];
  });
  const rolls = shares.reduce((sum, share) => sum + share.rolls, 0);
  if (rolls === 0) return null;
  const cents = shares.reduce((sum, share) => sum + share.each * share.rolls, 0);
  const perRoll = money(cents / rolls);
  const saved = labPriceCents === null ? null : money(labPriceCents * rolls - cents);
  const working: WorkedSum[] = shares.map((share) => {
    const made = Math.max(capacityOfVolume(share.kit, share.volumeMl) ?? 0, share.rollsDone);
    return { what: share.name, sum: `${money(share.priceCents ?? 0)} ⁄ ${Math.round(made * 100) / 100} rolls`, figure: money(share.each) };
  });
  working.push({
    what: 'Tonight',
    sum: `(${shares.map((share) => `${share.rolls} × ${money(share.each)}`).join(' + ')}) ⁄ ${rolls}`,
    figure: perRoll,
  });
  if (saved !== null && labPriceCents !== null)
    working.push({ what: 'Left of the laboratory’s', sum: `${rolls} × ${money(labPriceCents)} − ${money(cents)}`, figure: saved });
  return { perRoll, saved, working };
}
