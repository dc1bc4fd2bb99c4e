import { foldBottle, type BottleEntry, type BottleNow, type FoldingRules } from '../../../core/chemistry/ledger/bottle.ts';
import type { BathKind } from '../../../core/kit/kind.ts';
import type { Bath, ShelfKit } from '../../../core/kit/kit.ts';
import { sql } from '../database/database.server.ts';
import type { StoredEntry } from './bottle-entries.server.ts';

/** A bottle as its row has it: what it was filled with, and where. */
export interface BottleRow {
  readonly number: number;
  readonly mixedIn: string;
  readonly bath: string;
  readonly name: string;
  readonly kind: BathKind;
  readonly after: 'return' | 'discard';
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly cap: string;
}

/** A bottle on the shelf. `bath` is the place it fills in its batch, whatever it was called where it was mixed. */
export interface ShelfBottle extends BottleNow {
  readonly number: number;
  /** As on its label. */
  readonly code: string;
  readonly cap: string;
  readonly mixedIn: string;
  /** The batch it stands in; null for one that stands apart. */
  readonly batchId: string | null;
}

export const codeOf = (number: number) => `B${number}`;

/** A code as typed or scanned: `B17`, `b 17`, `17`. Null when it is none. */
export function numberOfCode(typed: string): number | null {
  const read = /^\s*b?\s*0*(\d{1,9})\s*$/i.exec(typed);
  return read ? Number(read[1]) : null;
}

const COLUMNS = 'number, mixed_in AS mixedIn, bath, name, kind, after, volume_ml AS volumeMl, mixed_on AS mixedOn, cap';

/** The bottles that stand, or ever stood, in some batches. */
export function bottleRowsOf(batchIds: readonly string[]): BottleRow[] {
  return sql(
    `SELECT ${COLUMNS} FROM bottles WHERE mixed_in IN (SELECT value FROM json_each(@ids)) OR number IN
       (SELECT bottle_number FROM bottle_entries WHERE kind = 'moved' AND batch_id IN (SELECT value FROM json_each(@ids)))
     ORDER BY number`,
  ).all({ ids: JSON.stringify(batchIds) }) as BottleRow[];
}

export function findBottleRow(number: number): BottleRow | null {
  return (sql(`SELECT ${COLUMNS} FROM bottles WHERE number = ?`).get(number) as BottleRow | undefined) ?? null;
}

/** Every batch that some bottles were ever in. */
export function batchesOfBottles(numbers: readonly number[]): string[] {
  return sql(
    `SELECT mixed_in AS id FROM bottles WHERE number IN (SELECT value FROM json_each(@numbers))
     UNION SELECT batch_id FROM bottle_entries WHERE kind = 'moved' AND bottle_number IN (SELECT value FROM json_each(@numbers))`,
  )
    .all({ numbers: JSON.stringify(numbers) })
    .map((row) => (row as { id: string }).id);
}

/** A bottle that stands apart was moved out of a batch and into no other. */
export function bottlesThatMoved(): number[] {
  return sql("SELECT DISTINCT bottle_number AS number FROM bottle_entries WHERE kind = 'moved' ORDER BY 1")
    .all()
    .map((row) => (row as { number: number }).number);
}

export function addBottles(batchId: string, baths: readonly Bath[], volumeMl: number, mixedOn: string): void {
  for (const bath of baths)
    sql(
      `INSERT INTO bottles (mixed_in, bath, name, kind, after, volume_ml, mixed_on)
       VALUES (@batchId, @bath, @name, @kind, @after, @volumeMl, @mixedOn) ON CONFLICT (mixed_in, bath) DO NOTHING`,
    ).run({ batchId, bath: bath.id, name: bath.name, kind: bath.kind, after: bath.after ?? 'return', volumeMl, mixedOn });
}

export function setCap(number: number, cap: string): void {
  sql('UPDATE bottles SET cap = ? WHERE number = ?').run(cap, number);
}

/** What was filled in wrongly is put right on the bottles that were filled then. */
export function refillBottles(batchId: string, volumeMl: number, mixedOn: string): void {
  sql('UPDATE bottles SET volume_ml = ?, mixed_on = ? WHERE mixed_in = ?').run(volumeMl, mixedOn, batchId);
}

/** The life of a bottle so far: what concerned it, in order, and where it stands now. */
interface Lived {
  readonly entries: readonly StoredEntry[];
  readonly place: { readonly batchId: string; readonly bath: string } | null;
}

/**
 * What concerned a bottle, undone entries left out. `entries` hold those of every batch it was ever in, by day: what
 * concerned a batch as a whole concerned the bottles that stood in it then.
 */
export function lifeOfBottle(row: BottleRow, entries: readonly StoredEntry[]): Lived {
  const me = String(row.number);
  let place: Lived['place'] = { batchId: row.mixedIn, bath: row.bath };
  const mine: StoredEntry[] = [];
  for (const stored of entries) {
    if (stored.undone) continue;
    const { entry, batchId } = stored;
    const named = 'bottle' in entry && entry.bottle !== undefined;
    if (named ? entry.bottle !== me : place?.batchId !== batchId) continue;
    if (entry.kind === 'moved') place = entry.bath === null ? null : { batchId, bath: entry.bath };
    mine.push(stored);
  }
  return { entries: mine, place };
}

/** A bottle as its life leaves it on a day. `kit` is that of the batch it was mixed in. */
export function foldOneBottle(row: BottleRow, kit: ShelfKit, all: readonly StoredEntry[], on: string, rules: FoldingRules): ShelfBottle {
  const { entries, place } = lifeOfBottle(row, all);
  const happened = entries.flatMap(({ entry }): BottleEntry[] => (entry.kind === 'moved' ? [] : [entry]));
  const asFilled = kit.baths.find((bath) => bath.id === row.bath) ?? { id: row.bath };
  const bath = { after: row.after, ...asFilled, name: row.name, kind: row.kind };
  const filled = { id: String(row.number), bath, volumeMl: row.volumeMl, mixedOn: row.mixedOn };
  return {
    ...foldBottle(filled, happened, on, rules),
    bath: place?.bath ?? row.bath,
    number: row.number,
    code: codeOf(row.number),
    cap: row.cap,
    mixedIn: row.mixedIn,
    batchId: place?.batchId ?? null,
  };
}
