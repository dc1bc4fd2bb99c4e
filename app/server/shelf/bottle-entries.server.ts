import { nanoid } from 'nanoid';
import type { BottleEntry, RunEntry, Storage } from '../../../core/chemistry/ledger/bottle.ts';
import type { Incident, TestResult } from '../../../core/chemistry/ledger/standing.ts';
import { db, inTransaction, sql } from '../database/database.server.ts';

/** A bottle changes places: into a bath of another batch, or, with no bath, out of the one where it stood. */
export interface Move {
  readonly kind: 'moved';
  readonly on: string;
  readonly bottle: string;
  readonly bath: string | null;
}

/** One entry of a batch's ledger as it is kept. Bottles are called by their number. */
export interface StoredEntry {
  readonly id: string;
  readonly seq: number;
  readonly batchId: string;
  readonly atMs: number;
  readonly note: string;
  readonly runId: string | null;
  /** What it was part of: entries of one act are taken back as one. */
  readonly act: string;
  readonly undone: boolean;
  /** Why it was taken back; null while it counts. */
  readonly undoneWhy: string | null;
  readonly entry: BottleEntry | Move;
}

interface Row {
  readonly seq: number;
  readonly id: string;
  readonly batch_id: string;
  readonly kind: string;
  readonly on_day: string;
  readonly at_ms: number;
  readonly bottle_number: number | null;
  readonly rolls: number | null;
  readonly ml: number | null;
  readonly days: number | null;
  readonly seconds: number | null;
  readonly returned: number | null;
  readonly returned_ml: number | null;
  readonly wears: number | null;
  readonly again: number;
  readonly remjet: number;
  readonly what: string | null;
  readonly note: string;
  readonly run_id: string | null;
  readonly act: string;
  readonly undone_why: string | null;
}

const COLUMNS = `entry.seq, entry.id, entry.batch_id, entry.kind, entry.on_day, entry.at_ms, entry.bottle_number, entry.rolls, entry.ml,
  entry.days, entry.seconds, entry.returned, entry.returned_ml, entry.wears, entry.again, entry.remjet, entry.what, entry.note, entry.run_id, entry.act, counter.note AS undone_why`;
const FROM = 'bottle_entries AS entry LEFT JOIN bottle_entries AS counter ON counter.undoes = entry.id';

function entryOf(row: Row): BottleEntry | Move | null {
  const on = row.on_day;
  const bottle = row.bottle_number === null ? '' : String(row.bottle_number);
  const ml = row.ml ?? 0;
  switch (row.kind) {
    case 'carried-over':
      return { kind: 'carried-over', on, rolls: row.rolls ?? 0 };
    case 'corrected':
      return { kind: 'corrected', on, rolls: row.rolls ?? 0, reason: row.note };
    case 'run':
      return {
        kind: 'run',
        on,
        bottle,
        act: row.act,
        rolls: row.rolls ?? 0,
        wears: row.wears ?? 0,
        drawnMl: ml,
        returnedMl: row.returned_ml ?? 0,
        returned: row.returned === 1,
        ...(row.again === 1 ? { again: true } : {}),
        ...(row.remjet === 1 ? { remjet: true } : {}),
      };
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
      return { kind: 'test', on, bottle, result: row.what as TestResult, ...(row.seconds === null ? {} : { seconds: row.seconds }) };
    case 'stored':
      return { kind: 'stored', on, bottle, how: row.what as Storage };
    case 'good-until':
      return { kind: 'good-until', on, bottle, until: row.what ?? on, reason: row.note };
    case 'emptied':
      return row.bottle_number === null ? { kind: 'emptied', on } : { kind: 'emptied', on, bottle };
    case 'moved':
      return { kind: 'moved', on, bottle, bath: row.what };
    default:
      // A counter-entry says nothing of its own.
      return null;
  }
}

function stored(rows: readonly Row[]): StoredEntry[] {
  return rows.flatMap((row) => {
    const entry = entryOf(row);
    return entry
      ? [
          {
            id: row.id,
            seq: row.seq,
            batchId: row.batch_id,
            atMs: row.at_ms,
            note: row.note,
            runId: row.run_id,
            act: row.act,
            undone: row.undone_why !== null,
            undoneWhy: row.undone_why,
            entry,
          },
        ]
      : [];
  });
}

/** A ledger as it was last read, up to its last entry. */
interface ReadLedger {
  readonly lastSeq: number;
  readonly entries: readonly StoredEntry[];
}

// Entries are appended and never changed, undone ones neither: a ledger that has no new one is as it was read.
const readLedgers = new WeakMap<object, Map<string, ReadLedger>>();

/** Entries of some batches by day, those of one day as they were written, undone ones among them. */
export function entriesOfBatches(batchIds: readonly string[]): StoredEntry[] {
  const database = db();
  let known = readLedgers.get(database);
  if (!known) readLedgers.set(database, (known = new Map<string, ReadLedger>()));
  const ledgers = batchIds.map((batchId) => {
    const { lastSeq } = sql('SELECT coalesce(max(seq), 0) AS lastSeq FROM bottle_entries WHERE batch_id = ?').get(batchId) as {
      lastSeq: number;
    };
    const before = known.get(batchId);
    if (before?.lastSeq === lastSeq && !database.inTransaction) return before.entries;
    const entries = readEntries(batchId);
    // What a transaction sees may yet be taken back.
    if (!database.inTransaction) known.set(batchId, { lastSeq, entries });
    return entries;
  });
  if (ledgers.length === 1) return [...(ledgers[0] ?? [])];
  return ledgers.flat().sort((a, b) => (a.entry.on < b.entry.on ? -1 : a.entry.on > b.entry.on ? 1 : a.seq - b.seq));
}

function readEntries(batchId: string): StoredEntry[] {
  return stored(sql(`SELECT ${COLUMNS} FROM ${FROM} WHERE entry.batch_id = ? ORDER BY entry.on_day, entry.seq`).all(batchId) as Row[]);
}

export function entriesOfBatch(batchId: string): StoredEntry[] {
  return entriesOfBatches([batchId]);
}

export function findEntry(id: string): StoredEntry | null {
  return stored(sql(`SELECT ${COLUMNS} FROM ${FROM} WHERE entry.id = ?`).all(id) as Row[])[0] ?? null;
}

export interface EntryToWrite {
  /** Given, it is written once however often it is posted. */
  readonly id?: string;
  /** Given, it is part of an act of several entries. */
  readonly act?: string;
  readonly batchId: string;
  readonly atMs: number;
  readonly note?: string;
  readonly runId?: string;
  readonly entry: BottleEntry | Move;
  /** What was in the bottle when it was emptied: that much is in the jug. */
  readonly emptiedMl?: number;
}

export function writeEntry({ batchId, atMs, note = '', runId, entry, emptiedMl, id = nanoid(), act = id }: EntryToWrite): string {
  const run = entry.kind === 'run' ? entry : null;
  sql(
    `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, bottle_number, rolls, wears, ml, days, seconds, returned, returned_ml, remjet, again,
       what, note, run_id, act)
     VALUES (@id, @batchId, @kind, @on, @atMs, @bottle, @rolls, @wears, @ml, @days, @seconds, @returned, @returnedMl, @remjet, @again,
       @what, @note, @runId, @act)
     ON CONFLICT (id) DO NOTHING`,
  ).run({
    id,
    batchId,
    atMs,
    runId: runId ?? null,
    kind: entry.kind,
    on: entry.on,
    note: 'reason' in entry ? entry.reason : note,
    bottle: 'bottle' in entry && entry.bottle !== undefined ? Number(entry.bottle) : null,
    rolls: 'rolls' in entry ? entry.rolls : null,
    wears: run?.wears ?? null,
    ml: run ? run.drawnMl : entry.kind === 'emptied' ? (emptiedMl ?? null) : 'ml' in entry ? (entry.ml ?? null) : null,
    days: 'days' in entry ? (entry.days ?? null) : null,
    seconds: entry.kind === 'test' ? (entry.seconds ?? null) : null,
    returned: run ? Number(run.returned) : null,
    returnedMl: run?.returnedMl ?? null,
    remjet: Number(run?.remjet ?? false),
    again: Number(run?.again ?? false),
    what: whatOf(entry),
    act: run?.act ?? act,
  });
  return id;
}

/** What a run did, an entry for each bottle that was poured (effect.ts), in the ledger of the batch where it stands; their ids. */
export function writeRun(
  run: Omit<EntryToWrite, 'entry' | 'id' | 'act' | 'emptiedMl'> & {
    readonly entries: readonly RunEntry[];
    /** Where bottles stand that are none of `batchId`’s. */
    readonly elsewhere?: ReadonlyMap<string, string>;
  },
): string[] {
  const { entries, elsewhere, batchId, ...common } = run;
  return entries.map((entry) => writeEntry({ ...common, batchId: elsewhere?.get(entry.bottle) ?? batchId, entry }));
}

/** Whether an act is in the ledger: what is posted twice is written once. */
export function hasAct(act: string): boolean {
  return sql('SELECT 1 FROM bottle_entries WHERE act = ? LIMIT 1').get(act) !== undefined;
}

function whatOf(entry: BottleEntry | Move): string | null {
  switch (entry.kind) {
    case 'incident':
      return entry.what;
    case 'test':
      return entry.result;
    case 'stored':
      return entry.how;
    case 'good-until':
      return entry.until;
    case 'moved':
      return entry.bath;
    default:
      return null;
  }
}

/** Takes an entry out of account by a counter-entry with its reason. Twice is once. */
export function undoEntry(entryId: string, on: string, atMs: number, reason: string): void {
  sql(
    `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, note, act, undoes)
     SELECT @id, batch_id, 'undone', @on, @atMs, @reason, @id, id FROM bottle_entries
     WHERE id = @entryId AND NOT EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = @entryId)`,
  ).run({ id: nanoid(), on, atMs, reason, entryId });
}

/** A bottle into the bath of another batch; what stood there stands apart from now on. Taken back, both are where they were. */
export function moveBottle(
  bottle: string,
  to: { readonly batchId: string; readonly bath: string; readonly inItsPlace: { readonly number: string } | null },
  on: string,
  atMs: number,
): void {
  inTransaction(() => {
    const act = nanoid();
    if (to.inItsPlace)
      writeEntry({ act, batchId: to.batchId, atMs, entry: { kind: 'moved', on, bottle: to.inItsPlace.number, bath: null } });
    writeEntry({ act, batchId: to.batchId, atMs, entry: { kind: 'moved', on, bottle, bath: to.bath } });
  });
}

/** The entries that were one act: a bottle that came and the one that made room for it, a run through three bottles. */
export function entriesOfAct(act: string): string[] {
  const rows = sql("SELECT id FROM bottle_entries WHERE act = ? AND kind <> 'undone' ORDER BY seq").all(act) as { id: string }[];
  return rows.map(({ id }) => id);
}

/** What a run left in the ledger and still counts: an entry for each bottle that it was poured from. */
export function entriesOfRun(runId: string): string[] {
  const rows = sql(
    `SELECT entry.id FROM bottle_entries AS entry WHERE entry.run_id = ?
       AND NOT EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = entry.id) ORDER BY entry.seq`,
  ).all(runId) as { id: string }[];
  return rows.map(({ id }) => id);
}

/** Rolls through every batch, day by day, from a day on: what a person's pace is made of. */
export function rollsByDay(
  from: string,
): { readonly process: string; readonly batchId: string; readonly on: string; readonly rolls: number }[] {
  // Summed up before the batches are looked at: a kit's document is long to read, and not to be read for each run.
  return sql(
    `WITH runs_once AS (
       SELECT entry.batch_id, entry.on_day, entry.act, max(entry.rolls) AS rolls
       FROM bottle_entries AS entry LEFT JOIN bottle_entries AS counter ON counter.undoes = entry.id
       WHERE entry.kind = 'run' AND entry.again = 0 AND entry.on_day >= ? AND counter.id IS NULL GROUP BY entry.on_day, entry.batch_id, entry.act
     ), days AS (
       SELECT batch_id AS batchId, on_day AS "on", sum(rolls) AS rolls FROM runs_once GROUP BY batch_id, on_day
     ), processes AS MATERIALIZED (SELECT id, json_extract(kit_document, '$.process') AS process FROM batches)
     SELECT processes.process AS process, days.* FROM days JOIN processes ON processes.id = days.batchId ORDER BY days."on"`,
  ).all(from) as { process: string; batchId: string; on: string; rolls: number }[];
}
