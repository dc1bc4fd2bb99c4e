import type { Kit } from '../kit/kit.ts';

/** How many rolls a batch of this volume is made for; null when the leaflet does not say (domain.md 6). */
export function capacityOfVolume(kit: Pick<Kit, 'capacityRolls' | 'makesMl'>, volumeMl: number): number | null {
  return kit.capacityRolls === undefined ? null : (kit.capacityRolls * volumeMl) / kit.makesMl;
}

/** Roll equivalents still in a batch, never below zero; null when the leaflet gives no capacity. */
export function rollsLeft(
  kit: Pick<Kit, 'capacityRolls' | 'makesMl'>,
  batch: { readonly volumeMl: number; readonly rollsDone: number },
): number | null {
  const capacity = capacityOfVolume(kit, batch.volumeMl);
  return capacity === null ? null : Math.max(0, Math.round((capacity - batch.rollsDone) * 1000) / 1000);
}
