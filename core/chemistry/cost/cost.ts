import { capacityOfVolume } from '../../kit/capacity.ts';
import type { Kit } from '../../kit/kit.ts';

export interface PricedBatch {
  readonly volumeMl: number;
  readonly rollsDone: number;
  readonly priceCents: number | null;
}

/**
 * Chemistry for one roll in cents: the batch's price shared over what it is made for, or over what it has really
 * done once that is more. Null without a price or a capacity.
 */
export function costPerRollCents(kit: Pick<Kit, 'capacityRolls' | 'makesMl'>, batch: PricedBatch): number | null {
  const capacity = capacityOfVolume(kit, batch.volumeMl);
  if (batch.priceCents === null || capacity === null) return null;
  return Math.round(batch.priceCents / Math.max(capacity, batch.rollsDone));
}
