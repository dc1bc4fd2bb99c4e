import { bottlesAfter, type Forecast } from '../../../core/chemistry/ledger/effect.ts';
import { byTheLitre, isMadeAtUse } from '../../../core/chemistry/mixing/made-at-use.ts';
import type { SingleInUse } from '../../../core/schedule/way/single-in-use.ts';
import { isFilmBatch, type BatchWithKit } from '../../server/shelf/batches.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { listKits } from '../../server/shelf/kits.server.ts';

/**
 * The single baths that a run may take tonight, one a kit: the bottle that stands ready for it as runs that wait will have
 * left it, good ones first and of these the least worn; else made up when it is needed.
 */
export function singlesInUse(shelf: readonly BatchWithKit[], toCome: ReadonlyMap<string, Forecast>): SingleInUse[] {
  const standing = shelf
    .filter((batch) => !isFilmBatch(batch))
    .flatMap((batch) => {
      const [bath] = batch.kit.baths;
      const [bottle] = bottlesAfter(batch.bottles, toCome.get(batch.id)?.entries ?? []);
      return bath && bottle && mayBePoured(bottle)
        ? [{ kit: batch.kitId, name: batch.kit.name, bath, makesMl: batch.kit.makesMl, bottle }]
        : [];
    })
    .sort((a, b) => Number(a.bottle.standing !== 'good') - Number(b.bottle.standing !== 'good') || a.bottle.wornRolls - b.bottle.wornRolls);
  const one = standing.filter(({ kit }, i) => standing.findIndex((other) => other.kit === kit) === i);
  const made = listKits().flatMap(({ id, kit: { process, name, baths, makesMl } }): SingleInUse[] => {
    const [bath] = baths;
    return process === 'any' && bath && isMadeAtUse(bath)
      ? [{ kit: id, name, bath: byTheLitre(bath, makesMl), makesMl, bottle: null }]
      : [];
  });
  return [...one, ...made];
}

function mayBePoured({ emptied, standing, mlLeft }: ShelfBottle): boolean {
  return !emptied && standing !== 'spent' && mlLeft > 0;
}
