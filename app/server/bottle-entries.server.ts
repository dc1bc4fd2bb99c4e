import { nanoid } from 'nanoid';
import type { BottleEntry } from '../../core/chemistry/ledger.ts';
import type { Incident, TestResult } from '../../core/chemistry/standing.ts';
import { sql } from './database.server.ts';

/** One entry of a batch's ledger as it is kept; `undoneBy` names the counter-entry that took it back. */
export interface StoredEntry {
  readonly id: string;
  readonly batchId: string;
  readonly atMs: number;
  readonly note: string;
  readonly runId: string | null;
  readonly undone: boolean;
  readonly entry: BottleEntry;
}

interface Row {
  readonly id: string;
  readonly batch_id: string;
  readonly kind: string;
  readonly on_day: string;
  readonly at_ms: number;
  readonly bottle: string | null;
  readonly rolls: number | null;
  readonly ml: number | null;
  readonly days: number | null;
  readonly returned: number | null;
  readonly remjet: number;
  readonly what: string | null;
  readonly note: string;
  readonly run_id: string | null;
  readonly undone: number;
}

const COLUMNS = `entry.id, entry.batch_id, entry.kind, entry.on_day, entry.at_ms, entry.bottle, entry.rolls, entry.ml, entry.days,
  entry.returned, entry.remjet, entry.what, entry.note, entry.run_id,
  EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = entry.id) AS undone`;

function entryOf(row: Row): BottleEntry | null {
  const on = row.on_day;
  const bottle = row.bottle ?? '';
  const ml = row.ml ?? 0;
  switch (row.kind) {
    case 'carried-over':
      return { kind: 'carried-over', on, rolls: row.rolls ?? 0 };
    case 'corrected':
      return { kind: 'corrected', on, rolls: row.rolls ?? 0, reason: row.note };
    case 'run':
      return { kind: 'run', on, rolls: row.rolls ?? 0, drawnMl: ml, returned: row.returned === 1, remjet: row.remjet === 1 };
    case 'topped-up':
    case 'poured-away':
    case 'measured':
      return { kind: row.kind, on, bottle, ml };
    case 'incident':
      return {
        kind: 'incident',
        on,
        bottle,
        what: row.what as Incident,
        ...(row.ml === null ? {} : { ml: row.ml }),
        ...(row.days === null ? {} : { days: row.days }),
      };
    case 'test':
      return { kind: 'test', on, bottle, result: row.what as TestResult };
    case 'emptied':
      return row.bottle === null ? { kind: 'emptied', on } : { kind: 'emptied', on, bottle };
    default:
      // A counter-entry says nothing of its own.
      return null;
  }
}

function stored(rows: readonly Row[]): StoredEntry[] {
  return rows.flatMap((row) => {
    const entry = entryOf(row);
    return entry
      ? [{ id: row.id, batchId: row.batch_id, atMs: row.at_ms, note: row.note, runId: row.run_id, undone: row.undone === 1, entry }]
      : [];
  });
}

/** Entries of one batch in the order they were written, undone ones among them. */
export function entriesOfBatch(batchId: string): StoredEntry[] {
  return stored(sql(`SELECT ${COLUMNS} FROM bottle_entries AS entry WHERE entry.batch_id = ? ORDER BY entry.seq`).all(batchId) as Row[]);
}

/** Entries in force, by batch, for every batch at once: a shelf of a hundred asks once, not a hundred times. */
export function entriesInForce(): Map<string, BottleEntry[]> {
  const rows = sql(
    `SELECT ${COLUMNS} FROM bottle_entries AS entry JOIN batches ON batches.id = entry.batch_id ORDER BY entry.seq`,
  ).all() as Row[];
  const byBatch = new Map<string, BottleEntry[]>();
  for (const { batchId, undone, entry } of stored(rows)) {
    if (undone) continue;
    const entries = byBatch.get(batchId) ?? [];
    entries.push(entry);
    byBatch.set(batchId, entries);
  }
  return byBatch;
}

export interface EntryToWrite {
  readonly batchId: string;
  readonly atMs: number;
  readonly note?: string;
  readonly runId?: string;
  readonly entry: BottleEntry;
}

export function writeEntry({ batchId, atMs, note = '', runId, entry }: EntryToWrite): string {
  const id = nanoid();
  sql(
    `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, bottle, rolls, ml, days, returned, remjet, what, note, run_id)
     VALUES (@id, @batchId, @kind, @on, @atMs, @bottle, @rolls, @ml, @days, @returned, @remjet, @what, @note, @runId)`,
  ).run({
    id,
    batchId,
    atMs,
    runId: runId ?? null,
    kind: entry.kind,
    on: entry.on,
    note: entry.kind === 'corrected' ? entry.reason : note,
    bottle: 'bottle' in entry ? (entry.bottle ?? null) : null,
    rolls: 'rolls' in entry ? entry.rolls : null,
    ml: entry.kind === 'run' ? entry.drawnMl : 'ml' in entry ? (entry.ml ?? null) : null,
    days: 'days' in entry ? (entry.days ?? null) : null,
    returned: entry.kind === 'run' ? Number(entry.returned) : null,
    remjet: entry.kind === 'run' && entry.remjet ? 1 : 0,
    what: entry.kind === 'incident' ? entry.what : entry.kind === 'test' ? entry.result : null,
  });
  return id;
}

/** Takes an entry out of account by a counter-entry with its reason. Twice is once. */
export function undoEntry(entryId: string, on: string, atMs: number, reason: string): void {
  sql(
    `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, note, undoes)
     SELECT @id, batch_id, 'undone', @on, @atMs, @reason, id FROM bottle_entries
     WHERE id = @entryId AND NOT EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = @entryId)`,
  ).run({ id: nanoid(), on, atMs, reason, entryId });
}

/** What a run left in the ledger and still counts. */
export function entryOfRun(runId: string): string | null {
  const row = sql(
    `SELECT entry.id FROM bottle_entries AS entry WHERE entry.run_id = ?
       AND NOT EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = entry.id) ORDER BY entry.seq DESC LIMIT 1`,
  ).get(runId) as { id: string } | undefined;
  return row?.id ?? null;
}
