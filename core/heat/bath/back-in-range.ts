import { BOTTLE_W_K, type BottleMaterial } from './water-bath.ts';
import { WATER_J_PER_ML_K } from './water.ts';

/** A bottle whose solution came back from the tank and stands in the bath again. */
export interface ReturnedBottle {
  /** What is in it with what came back. */
  readonly ml: number;
  readonly returnedMl: number;
  /** As it came out of the tank. */
  readonly returnedC: number;
  /** What stayed in the bottle, and the bath, are at this. */
  readonly bathC: number;
  readonly material: BottleMaterial;
  /** From where it may be poured again. */
  readonly lowC: number;
}

/** Where the bottle stands when the solution is back in it. */
export function mixedBackC({ ml, returnedMl, returnedC, bathC }: ReturnedBottle): number {
  const share = ml <= 0 ? 1 : Math.min(1, returnedMl / ml);
  return bathC + (returnedC - bathC) * share;
}

/**
 * Seconds in a bath that is held until the bottle may be poured again: it nears the bath as `e^(−U·t ⁄ C)` (domain.md 8).
 * 0 where it may at once; null where the bath itself is too cold.
 */
export function backInRangeS(bottle: ReturnedBottle): number | null {
  const startC = mixedBackC(bottle);
  if (startC >= bottle.lowC) return 0;
  if (bottle.bathC <= bottle.lowC) return null;
  const capacityJK = WATER_J_PER_ML_K * bottle.ml;
  const couplingWK = BOTTLE_W_K[bottle.material] * (bottle.ml / 1000) ** (2 / 3);
  return (capacityJK / couplingWK) * Math.log((bottle.bathC - startC) / (bottle.bathC - bottle.lowC));
}
