import type { Kit } from '../../core/kit/kit.ts';
import { sql } from './database.server.ts';
import { kitOfBatch } from './kits.server.ts';

export interface Batch {
  readonly id: string;
  readonly kitId: string;
  readonly name: string;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly priceCents: number | null;
  /** Roll equivalents since it was mixed. */
  readonly rollsDone: number;
  readonly seenRemjet: boolean;
  readonly note: string;
  readonly retiredAtMs: number | null;
}

export interface BatchWithKit extends Batch {
  readonly kit: Kit;
}

interface Row {
  readonly id: string;
  readonly kit_id: string;
  readonly name: string;
  readonly volume_ml: number;
  readonly mixed_on: string;
  readonly price_cents: number | null;
  readonly rolls_done: number;
  readonly seen_remjet: number;
  readonly note: string;
  readonly retired_at_ms: number | null;
}

const COLUMNS = 'id, kit_id, name, volume_ml, mixed_on, price_cents, rolls_done, seen_remjet, note, retired_at_ms';

const fromRow = (row: Row): BatchWithKit => ({
  id: row.id,
  kitId: row.kit_id,
  name: row.name,
  volumeMl: row.volume_ml,
  mixedOn: row.mixed_on,
  priceCents: row.price_cents,
  rollsDone: row.rolls_done,
  seenRemjet: row.seen_remjet === 1,
  note: row.note,
  retiredAtMs: row.retired_at_ms,
  kit: kitOfBatch(row.kit_id),
});

/** Batches in use, the newest mixing first; retired ones after them when asked for. */
export function listBatches(retired: 'in-use' | 'retired' = 'in-use'): BatchWithKit[] {
  const which = retired === 'in-use' ? 'IS NULL' : 'IS NOT NULL';
  const rows = sql(`SELECT ${COLUMNS} FROM batches WHERE retired_at_ms ${which} ORDER BY mixed_on DESC, added_at_ms DESC`).all() as Row[];
  return rows.map(fromRow);
}

export function findBatch(id: string): BatchWithKit | null {
  const row = sql(`SELECT ${COLUMNS} FROM batches WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function addBatch(batch: Omit<Batch, 'retiredAtMs' | 'seenRemjet'>, atMs: number): void {
  sql(
    `INSERT INTO batches (id, kit_id, name, volume_ml, mixed_on, price_cents, rolls_done, note, added_at_ms)
     VALUES (@id, @kitId, @name, @volumeMl, @mixedOn, @priceCents, @rollsDone, @note, @atMs)`,
  ).run({ ...batch, atMs });
}

export function updateBatch(batch: Pick<Batch, 'id' | 'name' | 'volumeMl' | 'mixedOn' | 'priceCents' | 'rollsDone' | 'note'>): void {
  sql(
    `UPDATE batches SET name = @name, volume_ml = @volumeMl, mixed_on = @mixedOn, price_cents = @priceCents,
       rolls_done = @rollsDone, note = @note WHERE id = @id`,
  ).run(batch);
}

export function setBatchRetired(id: string, retiredAtMs: number | null): void {
  sql('UPDATE batches SET retired_at_ms = ? WHERE id = ?').run(retiredAtMs, id);
}

/** Called with a run's finish, inside its transaction. */
export function countRollsOnBatch(id: string, rollEquivalents: number, seenRemjet: boolean): void {
  sql('UPDATE batches SET rolls_done = round(rolls_done + ?, 3), seen_remjet = max(seen_remjet, ?) WHERE id = ?').run(
    rollEquivalents,
    seenRemjet ? 1 : 0,
    id,
  );
}

/** How many batches of a kit were ever mixed: the next one's number follows. */
export function batchesOfKit(kitId: string): number {
  return (sql('SELECT count(*) AS n FROM batches WHERE kit_id = ?').get(kitId) as { n: number }).n;
}
