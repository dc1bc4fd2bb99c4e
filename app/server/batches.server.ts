import { foldLedger, type BottleNow } from '../../core/chemistry/ledger.ts';
import { readStoredKit } from '../../core/kit/stored-kit.ts';
import type { Kit } from '../../core/kit/kit.ts';
import { entriesInForce, entriesOfBatch, writeEntry } from './bottle-entries.server.ts';
import { nowMs, today } from './clock.server.ts';
import { inTransaction, sql } from './database.server.ts';

export interface Batch {
  readonly id: string;
  readonly kitId: string;
  readonly name: string;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly priceCents: number | null;
  readonly note: string;
  readonly retiredAtMs: number | null;
}

/** A batch with the kit document that was pinned when it was mixed, and what its ledger says today. */
export interface BatchWithKit extends Batch {
  readonly kit: Kit;
  /** Roll equivalents since it was mixed. */
  readonly rollsDone: number;
  /** Of these, what the solution in the bottles has seen itself. */
  readonly wornRolls: number;
  readonly seenRemjet: boolean;
  readonly bottles: readonly BottleNow[];
  /** The least that any of its bottles holds. */
  readonly mlLeft: number;
}

interface Row {
  readonly id: string;
  readonly kit_id: string;
  readonly kit_document: string;
  readonly name: string;
  readonly volume_ml: number;
  readonly mixed_on: string;
  readonly price_cents: number | null;
  readonly note: string;
  readonly retired_at_ms: number | null;
}

const COLUMNS = 'id, kit_id, kit_document, name, volume_ml, mixed_on, price_cents, note, retired_at_ms';

function fromRow(row: Row, entries: ReturnType<typeof entriesInForce>): BatchWithKit {
  const kit = readStoredKit(row.kit_document);
  const ledger = foldLedger({ kit, volumeMl: row.volume_ml, mixedOn: row.mixed_on }, entries.get(row.id) ?? [], today());
  return {
    id: row.id,
    kitId: row.kit_id,
    name: row.name,
    volumeMl: row.volume_ml,
    mixedOn: row.mixed_on,
    priceCents: row.price_cents,
    note: row.note,
    retiredAtMs: row.retired_at_ms,
    kit,
    ...ledger,
    mlLeft: Math.min(row.volume_ml, ...ledger.bottles.map((bottle) => bottle.mlLeft)),
  };
}

/** Batches in use, the newest mixing first; retired ones when asked for. */
export function listBatches(retired: 'in-use' | 'retired' = 'in-use'): BatchWithKit[] {
  const which = retired === 'in-use' ? 'IS NULL' : 'IS NOT NULL';
  const rows = sql(`SELECT ${COLUMNS} FROM batches WHERE retired_at_ms ${which} ORDER BY mixed_on DESC, added_at_ms DESC`).all() as Row[];
  const entries = entriesInForce();
  return rows.map((row) => fromRow(row, entries));
}

export function findBatch(id: string): BatchWithKit | null {
  const row = sql(`SELECT ${COLUMNS} FROM batches WHERE id = ?`).get(id) as Row | undefined;
  if (!row) return null;
  const entries = entriesOfBatch(id).flatMap(({ undone, entry }) => (undone ? [] : [entry]));
  return fromRow(row, new Map([[id, entries]]));
}

export interface NewBatch extends Omit<Batch, 'retiredAtMs'> {
  /** Rolls done before the book began. */
  readonly rollsDone: number;
}

/** A batch is stored with the kit as it is now; editing the kit later changes no batch. False when this id is there already. */
export function addBatch({ rollsDone, ...batch }: NewBatch, atMs: number): boolean {
  return inTransaction(() => {
    const { changes } = sql(
      `INSERT INTO batches (id, kit_id, kit_document, name, volume_ml, mixed_on, price_cents, note, added_at_ms)
       SELECT @id, @kitId, document, @name, @volumeMl, @mixedOn, @priceCents, @note, @atMs FROM kits WHERE id = @kitId
       ON CONFLICT (id) DO NOTHING`,
    ).run({ ...batch, atMs });
    if (changes > 0 && rollsDone > 0)
      writeEntry({ batchId: batch.id, atMs, entry: { kind: 'carried-over', on: batch.mixedOn, rolls: rollsDone } });
    return changes > 0;
  });
}

/** What is written on a batch. Its rolls are a ledger: a count that differs is a correction, with its reason. */
export function updateBatch(batch: Pick<Batch, 'id' | 'name' | 'volumeMl' | 'mixedOn' | 'priceCents' | 'note'>, rollsDone: number): void {
  inTransaction(() => {
    sql(
      `UPDATE batches SET name = @name, volume_ml = @volumeMl, mixed_on = @mixedOn, price_cents = @priceCents, note = @note WHERE id = @id`,
    ).run(batch);
    const off = rollsDone - (findBatch(batch.id)?.rollsDone ?? rollsDone);
    if (Math.abs(off) > 0.0005)
      writeEntry({
        batchId: batch.id,
        atMs: nowMs(),
        entry: { kind: 'corrected', on: today(), rolls: Math.round(off * 1000) / 1000, reason: 'Counted anew on the batch’s page.' },
      });
  });
}

export function setBatchRetired(id: string, retiredAtMs: number | null): void {
  sql('UPDATE batches SET retired_at_ms = ? WHERE id = ?').run(retiredAtMs, id);
}

/** A batch takes up its kit as it is today: only when the person asks for it, batch by batch. */
export function pinKitAnew(id: string): void {
  sql('UPDATE batches SET kit_document = (SELECT document FROM kits WHERE kits.id = batches.kit_id) WHERE id = ?').run(id);
}

/** How many batches of a kit were ever mixed: the next one's number follows. */
export function batchesOfKit(kitId: string): number {
  return (sql('SELECT count(*) AS n FROM batches WHERE kit_id = ?').get(kitId) as { n: number }).n;
}
