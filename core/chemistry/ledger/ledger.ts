import { isDeveloper, isWater } from '../../kit/kind.ts';
import type { Kit } from '../../kit/kit.ts';
import { byDay, foldBottle, round, type BottleEntry, type BottleNow, type FoldingRules, type RunEntry } from './bottle.ts';
import { shareOfBatch, type EffectEntry, type PouredStep } from './effect.ts';

export interface RollsOfBatch {
  /** Roll equivalents through the batch since it was mixed. */
  readonly rollsDone: number;
  /** Of these, what the solution in the bottles has seen itself: one-shot rolls took theirs with them. */
  readonly wornRolls: number;
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
function concerns(entry: BottleEntry, bottle: string): boolean {
  return !('bottle' in entry) || entry.bottle === undefined || entry.bottle === bottle;
}

/** What went through a batch as a whole: each run once, however many bottles it was poured from. */
export function foldRolls(entries: readonly BottleEntry[]): RollsOfBatch {
  let [rollsDone, wornRolls] = [0, 0];
  const runs = new Map<string, RunEntry[]>();
  for (const entry of entries) {
    if (entry.kind === 'run') {
      if (entry.again) continue;
      const before = runs.get(entry.act);
      if (before) before.push(entry);
      else runs.set(entry.act, [entry]);
    } else if ('rolls' in entry) {
      rollsDone += entry.rolls;
      wornRolls += entry.rolls;
    }
  }
  for (const ofOneRun of runs.values()) {
    const { rolls, wears } = shareOfBatch(ofOneRun);
    rollsDone += rolls;
    wornRolls += wears;
  }
  return { rollsDone: Math.max(0, round(rollsDone, 3)), wornRolls: Math.max(0, round(wornRolls, 3)) };
}

/** A run through bottles as the ledger writes it, one entry a bottle. Remjet stays in the developer. */
export function entriesOfEffect(
  effect: readonly EffectEntry[],
  run: { readonly on: string; readonly act: string; readonly remjet?: boolean; readonly again?: boolean },
): RunEntry[] {
  return effect.map(({ kind, ...entry }) => ({
    kind: 'run',
    on: run.on,
    act: run.act,
    ...entry,
    ...(run.again ? { again: true } : {}),
    ...(run.remjet && isDeveloper(kind) ? { remjet: true } : {}),
  }));
}

/** A kit's bottles as steps that are poured once each: what a run that nobody planned goes through. */
export function stepsOfKit(kit: Pick<Kit, 'baths'>): PouredStep[] {
  return kit.baths
    .filter((bath) => !isWater(bath.kind))
    .map(({ id, kind, name, after = 'return' }) => ({ id, bath: id, kind, bottle: name, after }));
}
