import type { Warning } from '../answer.ts';
import type { BottleNow } from '../chemistry/ledger/bottle.ts';
import { isWater } from '../kit/kind.ts';
import type { Kit } from '../kit/kit.ts';
import { lowerFirst } from '../units/first-letter.ts';
import { asMessage, sentence } from '../units/sentence.ts';

/** A bottle as far as a run is concerned with it. */
export type BottleForRun = Pick<BottleNow, 'id' | 'bath' | 'name' | 'mlLeft' | 'wornRolls' | 'goodUntil' | 'standing' | 'why' | 'emptied'>;

/** The baths that a run pours from its batch’s bottles; what comes from a single bath’s own is none of them. */
export function pouredBaths(
  steps: readonly { readonly bath: string; readonly bottle: string | null; readonly from?: string }[],
): ReadonlySet<string> {
  return new Set(steps.flatMap((step) => (step.bottle === null || step.from !== undefined ? [] : [step.bath])));
}

/**
 * What keeps a run from being poured from these bottles, in words (domain.md 15): a spent one is refused until a test
 * passes, an empty or a missing one cannot be poured. `baths` are those that the run pours.
 */
export function bottlesInTheWay(kit: Pick<Kit, 'baths'>, baths: ReadonlySet<string>, bottles: readonly BottleForRun[]): string[] {
  return kit.baths
    .filter((bath) => !isWater(bath.kind) && baths.has(bath.id))
    .flatMap((bath) => {
      const bottle = bottles.find((each) => each.bath === bath.id);
      if (!bottle) return [`${bath.name}: no bottle of it stands in this batch. Take one into it on the Shelf, or choose another batch.`];
      if (bottle.emptied) return [`${bath.name}: its bottle was emptied. Choose another batch, or mix a fresh one.`];
      if (bottle.standing !== 'spent') return [];
      return [`${bath.name} is spent: ${lastWord(bottle)} Test it with a snip on the Shelf, or choose another batch.`];
    });
}

/** The same of the single baths' own bottles that a run names; they stand in no batch of its kit. */
export function singlesInTheWay(
  steps: readonly { readonly name: string; readonly from?: string }[],
  bottles: readonly Pick<BottleForRun, 'id' | 'emptied' | 'standing' | 'why'>[],
): string[] {
  return steps.flatMap(({ name, from }) => {
    if (from === undefined) return [];
    const bottle = bottles.find(({ id }) => id === from);
    if (!bottle || bottle.emptied) return [`${name}: its bottle was emptied. Mix a fresh one, and plan this run again.`];
    return bottle.standing === 'spent'
      ? [`${name} is spent: ${lastWord(bottle)} Test it with a snip on the Shelf, or mix a fresh one.`]
      : [];
  });
}

/** What is worth knowing of bottles that may be poured. `keepers` are the run's films that matter, by name. */
export function bottleWarnings(
  baths: ReadonlySet<string>,
  bottles: readonly BottleForRun[],
  tankMl: number,
  keepers: readonly string[],
  smallerMl: number | null = null,
): Warning[] {
  const poured = bottles.filter((bottle) => baths.has(bottle.bath) && !bottle.emptied && bottle.standing !== 'spent');
  const doubtful = poured
    .filter((bottle) => bottle.standing === 'doubtful')
    .map((bottle) => ({
      code: 'bottle-doubtful' as const,
      bath: bottle.bath,
      message: `${bottle.name} is doubtful: ${lastWord(bottle)} ${
        keepers.length > 0 ? `Test it with a snip before ${keepers.join(' and ')}.` : 'Test it with a snip before a film that matters.'
      }`,
    }));
  const short = poured
    .filter((bottle) => bottle.mlLeft < tankMl - 1e-9)
    .map((bottle) => ({
      code: 'volume-short' as const,
      bath: bottle.bath,
      ...asMessage(
        sentence`${bottle.name}: the tank needs ${{ volumeMl: tankMl }} and its bottle holds ${{ volumeMl: bottle.mlLeft }}. Film above the surface develops unevenly${smallerMl !== null && smallerMl <= bottle.mlLeft ? '; a smaller tank would do' : ': top it up, or mix a fresh one'}.`,
      ),
    }));
  return [...doubtful, ...short];
}

function lastWord({ why }: Pick<BottleForRun, 'why'>): string {
  const said = why.at(-1) ?? 'something is not as it should be.';
  return lowerFirst(said);
}
