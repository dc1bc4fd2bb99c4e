import type { Kit } from './kit.ts';

/** People fill to a mark: a volume this near to the kit's whole one is taken for it (domain.md 5.2). */
const TO_A_MARK = 0.02;

/** A batch's volume as wear and capacity count it, in ml. */
export function countedMl(makesMl: number, volumeMl: number): number {
  return Math.abs(volumeMl - makesMl) <= TO_A_MARK * makesMl + 1e-9 ? makesMl : volumeMl;
}

/** How many rolls a batch of this volume is made for; null when the leaflet does not say (domain.md 6). */
export function capacityOfVolume(kit: Pick<Kit, 'capacityRolls' | 'makesMl'>, volumeMl: number): number | null {
  return kit.capacityRolls === undefined ? null : (kit.capacityRolls * countedMl(kit.makesMl, volumeMl)) / kit.makesMl;
}

/** Roll equivalents still in a batch, never below zero; null when the leaflet gives no capacity. */
export function rollsLeft(
  kit: Pick<Kit, 'capacityRolls' | 'makesMl'>,
  batch: { readonly volumeMl: number; readonly rollsDone: number },
): number | null {
  const capacity = capacityOfVolume(kit, batch.volumeMl);
  return capacity === null ? null : Math.max(0, Math.round((capacity - batch.rollsDone) * 1000) / 1000);
}
