import { isWater } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import { byDay, foldBottle, round, type BottleEntry, type BottleNow, type FoldingRules } from './bottle.ts';

export interface RollsOfBatch {
  /** Roll equivalents through the batch since it was mixed. */
  readonly rollsDone: number;
  /** Of these, what the solution in the bottles has seen itself: one-shot rolls took theirs with them. */
  readonly wornRolls: number;
  readonly seenRemjet: boolean;
}

export interface ShelfState extends RollsOfBatch {
  readonly bottles: readonly BottleNow[];
}

export interface BatchToFold {
  readonly kit: Pick<Kit, 'baths'>;
  readonly volumeMl: number;
  readonly mixedOn: string;
}

/**
 * A batch that stands as it was mixed, as its entries leave it on a day: a bottle for each bath, called by the bath.
 * Entries of one day count in the order given; nothing falls below nought.
 */
export function foldLedger(
  { kit, volumeMl, mixedOn }: BatchToFold,
  entries: readonly BottleEntry[],
  on: string,
  rules: FoldingRules = {},
): ShelfState {
  const inOrder = byDay(entries);
  return {
    ...foldRolls(inOrder),
    bottles: kit.baths
      .filter((bath) => !isWater(bath.kind))
      .map((bath) =>
        foldBottle(
          { id: bath.id, bath, volumeMl, mixedOn },
          inOrder.filter((entry) => concerns(entry, bath.id)),
          on,
          rules,
        ),
      ),
  };
}

/** An entry that names no bottle concerns all that stand in the batch. */
export function concerns(entry: BottleEntry, bottle: string): boolean {
  return !('bottle' in entry) || entry.bottle === undefined || entry.bottle === bottle;
}

/** What went through a batch as a whole. */
export function foldRolls(entries: readonly BottleEntry[]): RollsOfBatch {
  let [rollsDone, wornRolls, seenRemjet] = [0, 0, false];
  for (const entry of entries) {
    // What went through one bottle alone has not gone through the batch.
    if (entry.kind === 'run' && entry.bottle !== undefined) continue;
    if ('rolls' in entry) {
      rollsDone += entry.rolls;
      if (entry.kind !== 'run' || entry.returned) wornRolls += entry.rolls;
    }
    if (entry.kind === 'run' ? entry.remjet : entry.kind === 'incident' && entry.what === 'remjet') seenRemjet = true;
  }
  return { rollsDone: Math.max(0, round(rollsDone, 3)), wornRolls: Math.max(0, round(wornRolls, 3)), seenRemjet };
}
