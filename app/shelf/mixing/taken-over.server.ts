import { isWater } from '../../../core/kit/kind.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { bottlesApart, listBatches } from '../../server/shelf/batches.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { promisedBottles } from '../../server/shelf/mixings.server.ts';

/** Bottles that stand there without a use, of which no open mixing has one promised, and could fill a bath of a kit instead of being mixed, by bath. */
export function bottlesToTakeOver(
  kit: Pick<Kit, 'baths'>,
): { readonly bath: string; readonly name: string; readonly bottles: readonly ShelfBottle[] }[] {
  const promised = promisedBottles();
  const idle = [...bottlesApart(), ...listBatches('retired').flatMap((batch) => batch.bottles)].filter(
    (bottle) => !bottle.emptied && bottle.standing !== 'spent' && !promised.has(bottle.number),
  );
  return kit.baths.flatMap((bath) => {
    const bottles = isWater(bath.kind) ? [] : idle.filter((bottle) => bottle.kind === bath.kind);
    return bottles.length > 0 ? [{ bath: bath.id, name: bath.name, bottles }] : [];
  });
}

/** What a form chose of them: bath → bottle. Bottles that are gone meanwhile are mixed. */
export function takenOver(kit: Pick<Kit, 'baths'>, form: FormData): Record<string, number> {
  return Object.fromEntries(
    bottlesToTakeOver(kit).flatMap(({ bath, bottles }) => {
      const chosen = bottles.find((bottle) => String(bottle.number) === form.get(`take-${bath}`));
      return chosen ? [[bath, chosen.number]] : [];
    }),
  );
}
