import { rollEquivalents } from '../film/roll-equivalents.ts';
import type { BatchToUse, PackedRun, RollToPack, Unpacked } from './pack.ts';

interface UsableBatch extends BatchToUse {
  readonly index: number;
}

interface CapacityChoice {
  readonly runs: readonly PackedRun[];
  readonly leftOut: readonly Unpacked[];
}

const EPSILON = 1e-9;

/**
 * Which rolls of one process the chemistry still reaches, and which batch each run is poured from (domain.md 11).
 * Keepers are the last to be left out; then as few rolls as possible are; then the last added go first.
 * A run is poured from one batch, so when the packed runs do not divide among the batches, each batch is packed for itself.
 */
export function chooseForCapacity(
  rolls: readonly RollToPack[],
  batches: readonly UsableBatch[],
  pack: (rolls: readonly RollToPack[]) => readonly PackedRun[],
): CapacityChoice {
  if (batches.length === 0) {
    return { runs: [], leftOut: rolls.map((roll) => ({ id: roll.id, why: `No ${roll.process} batch is on the shelf.` })) };
  }
  const total = batches.reduce((sum, batch) => sum + batch.rollsLeft, 0);
  const kept = keptWithin(rolls, total);
  const together = pack(kept);
  const dealt = dealtToBatches(together, batches, rolls);
  if (dealt) return { runs: dealt, leftOut: leftOutOf(rolls, kept, total) };

  const runs: PackedRun[] = [];
  let waiting = kept;
  for (const batch of batches) {
    const here = keptWithin(waiting, batch.rollsLeft);
    runs.push(...pack(here).map((run) => ({ ...run, batch: batch.index })));
    waiting = waiting.filter((roll) => !here.includes(roll));
  }
  const done = kept.filter((roll) => !waiting.includes(roll));
  return { runs, leftOut: leftOutOf(rolls, done, total) };
}

/** Keepers before others, small before large (so that the fewest stay out), earlier before later; then as added. */
function keptWithin(rolls: readonly RollToPack[], capacity: number): RollToPack[] {
  const wish = [...rolls].sort((a, b) => Number(b.keeper) - Number(a.keeper) || rollEquivalents([a]) - rollEquivalents([b]));
  let left = capacity;
  const kept = new Set<RollToPack>();
  for (const roll of wish) {
    const needs = rollEquivalents([roll]);
    if (needs > left + EPSILON) continue;
    left -= needs;
    kept.add(roll);
  }
  return rolls.filter((roll) => kept.has(roll));
}

/** Deals whole runs to batches in order, trying each batch in turn; null when no division works. */
function dealtToBatches(runs: readonly PackedRun[], batches: readonly UsableBatch[], rolls: readonly RollToPack[]): PackedRun[] | null {
  const byId = new Map(rolls.map((roll) => [roll.id, roll]));
  const needs = runs.map((run) => rollEquivalents(run.rolls.flatMap((id) => byId.get(id) ?? [])));
  const left = batches.map((batch) => batch.rollsLeft);
  const chosen: number[] = [];
  let tries = 0;
  const place = (i: number): boolean => {
    if (i === runs.length) return true;
    if (++tries > 20_000) return false;
    for (let b = 0; b < batches.length; b++) {
      const need = needs[i] as number;
      if (need > (left[b] as number) + EPSILON) continue;
      left[b] = (left[b] as number) - need;
      chosen[i] = b;
      if (place(i + 1)) return true;
      left[b] = (left[b] as number) + need;
    }
    return false;
  };
  if (!place(0)) return null;
  return runs.map((run, i) => ({ ...run, batch: (batches[chosen[i] as number] as UsableBatch).index }));
}

function leftOutOf(rolls: readonly RollToPack[], kept: readonly RollToPack[], total: number): Unpacked[] {
  const used = kept.reduce((sum, roll) => sum + rollEquivalents([roll]), 0);
  const left = Math.max(0, Math.round((total - used) * 100) / 100);
  return rolls
    .filter((roll) => !kept.includes(roll))
    .map((roll) => ({ id: roll.id, why: `The ${roll.process} chemistry has ${left} rolls of life left after the others.` }));
}
