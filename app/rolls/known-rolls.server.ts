import Database from 'better-sqlite3';
import type { GoodRow } from './roll-csv.ts';

type Keyed = Pick<GoodRow['roll'], 'name' | 'film' | 'process' | 'format' | 'count' | 'boxSpeed' | 'exposedSpeed'>;

/** All that is said of a roll in one text: two rolls that are the same in it are likely one. */
const keyOf = (roll: Keyed) =>
  [roll.name, roll.film, roll.process, roll.format, roll.count, roll.boxSpeed, roll.exposedSpeed].join('\u0000');

/** Tells rows of a file whose roll is in the book in `database`, which is only read: by its id, or by all that is said of it. */
export function knownRolls(database: string): (row: GoodRow) => boolean {
  const file = new Database(database, { readonly: true });
  try {
    const rows = file
      .prepare(
        'SELECT id, name, film, process, format, count, box_speed AS boxSpeed, exposed_speed AS exposedSpeed FROM rolls WHERE deleted_at_ms IS NULL',
      )
      .all() as (Keyed & { readonly id: string })[];
    const known = new Set(rows.flatMap((row) => [row.id, keyOf(row)]));
    return ({ id, roll }) => known.has(id ?? '') || known.has(keyOf(roll));
  } finally {
    file.close();
  }
}
