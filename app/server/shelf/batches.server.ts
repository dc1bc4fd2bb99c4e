import type { BottleEntry } from '../../../core/chemistry/ledger/bottle.ts';
import { foldRolls } from '../../../core/chemistry/ledger/ledger.ts';
import type { Incident } from '../../../core/chemistry/ledger/standing.ts';
import { capacityOfVolume } from '../../../core/kit/capacity.ts';
import { isDeveloper, isWater } from '../../../core/kit/kind.ts';
import { developsFilm, sequenceWord, type Kit, type ShelfKit } from '../../../core/kit/kit.ts';
import { readStoredKit } from '../../../core/kit/stored-kit.ts';
import { readHabits } from '../../../core/schedule/read-habits.ts';
import { today } from '../database/clock.server.ts';
import { inTransaction, sql } from '../database/database.server.ts';
import { readable } from '../database/readable.server.ts';
import { storedSetting } from '../settings.server.ts';
import { entriesOfBatches, writeEntry, type StoredEntry } from './bottle-entries.server.ts';
import {
  addBottles,
  batchesOfBottles,
  bottleRowsOf,
  bottlesThatMoved,
  findBottleRow,
  foldOneBottle,
  refillBottles,
  type BottleRow,
  type ShelfBottle,
} from './bottles.server.ts';

export interface Batch {
  readonly id: string;
  readonly kitId: string;
  readonly name: string;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly priceCents: number | null;
  readonly note: string;
  readonly boxId: string | null;
  readonly retiredAtMs: number | null;
  /** Used again and extended, or each filling once; null as the habit is. */
  readonly solution: 'returned' | 'one-shot' | null;
}

/** A batch with the kit document that was pinned when it was mixed, and what its ledger says today. */
export interface BatchWithKit extends Batch {
  readonly kit: ShelfKit;
  /** Roll equivalents since it was mixed. */
  readonly rollsDone: number;
  /** Of these, what the solution in the bottles has seen itself. */
  readonly wornRolls: number;
  readonly seenRemjet: boolean;
  /** In the order of pouring. */
  readonly bottles: readonly ShelfBottle[];
  /** The least that any of its bottles holds. */
  readonly mlLeft: number;
}

/** A batch that film goes through, as it does not through a single bath’s. */
export interface FilmBatch extends BatchWithKit {
  readonly kit: Kit;
}

export function isFilmBatch(batch: BatchWithKit): batch is FilmBatch {
  return developsFilm(batch.kit);
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
  readonly box_id: string | null;
  readonly retired_at_ms: number | null;
  readonly solution: Batch['solution'];
}

const COLUMNS = 'id, kit_id, kit_document, name, volume_ml, mixed_on, price_cents, note, box_id, retired_at_ms, solution';

/** What is read once for a whole shelf: kits, bottles and the entries that concern them. */
interface Shelf {
  readonly kitOf: (batchId: string) => ShelfKit;
  readonly bottles: readonly ShelfBottle[];
  readonly entries: ReadonlyMap<string, readonly BottleEntry[]>;
}

/** Bottles as they stand today: those of some batches, and by number others that are asked for. */
function shelfOf(rows: readonly Row[], others: readonly number[] = []): Shelf {
  const ids = rows.map((row) => row.id);
  const bottleRows = new Map<number, BottleRow>(bottleRowsOf(ids).map((row) => [row.number, row]));
  for (const number of others) {
    const row = findBottleRow(number);
    if (row) bottleRows.set(number, row);
  }
  const documents = new Map(rows.map((row) => [row.id, row.kit_document]));
  const moved = bottlesThatMoved().filter((number) => bottleRows.has(number));
  const elsewhere = batchesOfBottles([...moved, ...others]);
  const stored = entriesOfBatches([...new Set([...ids, ...elsewhere])]);
  const kits = new Map<string, ShelfKit>();
  const kitOf = (batchId: string): ShelfKit => {
    const kit =
      kits.get(batchId) ??
      readStoredKit(documents.get(batchId) ?? (sql('SELECT kit_document AS d FROM batches WHERE id = ?').get(batchId) as { d: string }).d);
    kits.set(batchId, kit);
    return kit;
  };
  const byBatch = grouped(stored);
  const everIn = new Map<number, readonly StoredEntry[]>(moved.map((number) => [number, stored]));
  const rules = { airAges: airAges() };
  return {
    kitOf,
    bottles: [...bottleRows.values()].map((row) =>
      foldOneBottle(row, kitOf(row.mixedIn), everIn.get(row.number) ?? byBatch.get(row.mixedIn) ?? [], today(), rules),
    ),
    entries: new Map(
      [...byBatch].map(([id, entries]) => [id, entries.flatMap(({ undone, entry }) => (undone || entry.kind === 'moved' ? [] : [entry]))]),
    ),
  };
}

/** The school of storage in use (domain.md 15, a rule of thumb). */
function airAges(): boolean {
  return readHabits(storedSetting('habits')).storage !== 'leaflet';
}

function grouped(entries: readonly StoredEntry[]): Map<string, StoredEntry[]> {
  const groups = new Map<string, StoredEntry[]>();
  for (const entry of entries) {
    const group = groups.get(entry.batchId);
    if (group) group.push(entry);
    else groups.set(entry.batchId, [entry]);
  }
  return groups;
}

function fromRow(row: Row, shelf: Shelf): BatchWithKit {
  const kit = shelf.kitOf(row.id);
  // In the order of pouring, which is not always that of the leaflet's list.
  const place = new Map(kit.sequence.map((place, i) => [sequenceWord(place), i]));
  const bottles = shelf.bottles
    .filter((bottle) => bottle.batchId === row.id)
    .sort((a, b) => (place.get(a.bath) ?? 99) - (place.get(b.bath) ?? 99));
  const filled = bottles.filter((bottle) => !bottle.emptied);
  return {
    id: row.id,
    kitId: row.kit_id,
    name: row.name,
    volumeMl: row.volume_ml,
    mixedOn: row.mixed_on,
    priceCents: row.price_cents,
    note: row.note,
    boxId: row.box_id,
    retiredAtMs: row.retired_at_ms,
    solution: row.solution,
    kit,
    ...foldRolls(shelf.entries.get(row.id) ?? []),
    bottles,
    seenRemjet: bottles.some((bottle) => bottle.seenRemjet && isDeveloper(bottle.kind)),
    mlLeft: filled.length < bottles.length ? 0 : Math.min(row.volume_ml, ...filled.map((bottle) => bottle.mlLeft)),
  };
}

/** Batches in use, the newest mixing first; retired ones when asked for. */
export function listBatches(retired: 'in-use' | 'retired' = 'in-use'): BatchWithKit[] {
  const which = retired === 'in-use' ? 'IS NULL' : 'IS NOT NULL';
  const rows = sql(`SELECT ${COLUMNS} FROM batches WHERE retired_at_ms ${which} ORDER BY mixed_on DESC, added_at_ms DESC`).all() as Row[];
  const shelf = shelfOf(rows);
  return readable(rows, (row) => fromRow(row, shelf));
}

/** Batches that were put away, by name alone: there may be a hundred of them. */
export function batchesPutAway(): readonly {
  readonly id: string;
  readonly name: string;
  readonly kitName: string;
  readonly mixedOn: string;
}[] {
  return sql(
    `SELECT id, name, json_extract(kit_document, '$.name') AS kitName, mixed_on AS mixedOn FROM batches
     WHERE retired_at_ms IS NOT NULL ORDER BY retired_at_ms DESC`,
  ).all() as { id: string; name: string; kitName: string; mixedOn: string }[];
}

/** The kit of every batch, and what both are called: enough to know what a lesson is tied to. */
export function kitsOfBatches(): ReadonlyMap<string, { readonly id: string; readonly batchName: string }> {
  const rows = sql('SELECT id, kit_id AS kitId, name FROM batches ORDER BY mixed_on DESC, added_at_ms DESC').all();
  return new Map(
    (rows as { id: string; kitId: string; name: string }[]).map(({ id, kitId, name }) => [id, { id: kitId, batchName: name }]),
  );
}

export function findBatch(id: string): BatchWithKit | null {
  const row = sql(`SELECT ${COLUMNS} FROM batches WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row, shelfOf([row])) : null;
}

/** One bottle, wherever it stands; null when there is none of that number. */
export function findBottle(number: number): ShelfBottle | null {
  return shelfOf([], [number]).bottles[0] ?? null;
}

/** A batch as it stood at an instant: its kit, its bottles then, and what had happened to them. */
export interface BatchThen {
  readonly kit: ShelfKit;
  readonly kitId: string;
  readonly capacityRolls: number | null;
  readonly bottles: readonly ShelfBottle[];
  /** Of the bottles that stood there, in order; those that a test that passed ended are left out. */
  readonly incidents: readonly { readonly bath: string; readonly what: Incident }[];
}

/** What a run was poured from: entries that were written later say nothing of it (domain.md 16). */
export function batchAsAt(id: string, on: string, beforeMs: number): BatchThen | null {
  const row = sql(`SELECT ${COLUMNS} FROM batches WHERE id = ?`).get(id) as Row | undefined;
  if (!row) return null;
  const bottleRows = bottleRowsOf([id]);
  const entries = entriesOfBatches([...new Set([id, ...batchesOfBottles(bottleRows.map(({ number }) => number))])]).filter(
    (entry) => entry.atMs < beforeMs,
  );
  const kit = readStoredKit(row.kit_document);
  const kitOf = (mixedIn: string) => (mixedIn === id ? kit : (findBatch(mixedIn)?.kit ?? kit));
  const bottles = bottleRows
    .map((bottle) => foldOneBottle(bottle, kitOf(bottle.mixedIn), entries, on, { airAges: airAges() }))
    .filter((bottle) => bottle.batchId === id);
  return {
    kit,
    kitId: row.kit_id,
    capacityRolls: capacityOfVolume(kit, row.volume_ml),
    bottles,
    incidents: bottles.flatMap((bottle) => {
      const mine = entries.filter(({ undone, entry }) => !undone && 'bottle' in entry && entry.bottle === bottle.id);
      const passed = mine.findLastIndex(({ entry }) => entry.kind === 'test' && entry.result === 'passed');
      return mine.slice(passed + 1).flatMap(({ entry }) => (entry.kind === 'incident' ? [{ bath: bottle.bath, what: entry.what }] : []));
    }),
  };
}

/** Bottles that were taken out of a batch and into no other, and are not empty. */
export function bottlesApart(): ShelfBottle[] {
  return shelfOf([], bottlesThatMoved()).bottles.filter((bottle) => bottle.batchId === null && !bottle.emptied);
}

export interface NewBatch extends Omit<Batch, 'retiredAtMs' | 'boxId' | 'solution'> {
  /** Rolls done before the book began. */
  readonly rollsDone: number;
  readonly boxId?: string | null;
  /** The kit as it was when its mixing was begun; absent, as it is now. */
  readonly kitDocument?: string;
  /** Baths that no bottle is filled for: one that stands there already will be taken. */
  readonly withoutBaths?: readonly string[];
}

/** A batch is stored with the kit as it is now; editing the kit later changes no batch. False when this id is there already. */
export function addBatch({ rollsDone, boxId = null, kitDocument, withoutBaths = [], ...batch }: NewBatch, atMs: number): boolean {
  return inTransaction(() => {
    const { changes } = sql(
      `INSERT INTO batches (id, kit_id, kit_document, name, volume_ml, mixed_on, price_cents, note, box_id, added_at_ms)
       SELECT @id, @kitId, coalesce(@kitDocument, document), @name, @volumeMl, @mixedOn, @priceCents, @note, @boxId, @atMs
       FROM kits WHERE id = @kitId
       ON CONFLICT (id) DO NOTHING`,
    ).run({ ...batch, boxId, kitDocument: kitDocument ?? null, atMs });
    if (changes === 0) return false;
    fillBottles(batch.id, withoutBaths);
    if (rollsDone > 0) writeEntry({ batchId: batch.id, atMs, entry: { kind: 'carried-over', on: batch.mixedOn, rolls: rollsDone } });
    return true;
  });
}

/** A bottle for each bath of the pinned kit that has none yet. */
function fillBottles(batchId: string, withoutBaths: readonly string[] = []): void {
  const row = sql(`SELECT ${COLUMNS} FROM batches WHERE id = ?`).get(batchId) as Row;
  const baths = readStoredKit(row.kit_document).baths.filter((bath) => !isWater(bath.kind) && !withoutBaths.includes(bath.id));
  addBottles(batchId, baths, row.volume_ml, row.mixed_on);
}

/** What is written on a batch. What it has done is its ledger's to say. */
export function updateBatch(batch: Pick<Batch, 'id' | 'name' | 'volumeMl' | 'mixedOn' | 'priceCents' | 'note'>): void {
  inTransaction(() => {
    sql(
      `UPDATE batches SET name = @name, volume_ml = @volumeMl, mixed_on = @mixedOn, price_cents = @priceCents, note = @note WHERE id = @id`,
    ).run(batch);
    refillBottles(batch.id, batch.volumeMl, batch.mixedOn);
  });
}

export function setBatchSolution(id: string, solution: Batch['solution']): void {
  sql('UPDATE batches SET solution = ? WHERE id = ?').run(solution, id);
}

export function setBatchRetired(id: string, retiredAtMs: number | null): void {
  sql('UPDATE batches SET retired_at_ms = ? WHERE id = ?').run(retiredAtMs, id);
}

/**
 * A batch takes up its kit as it is today: only when the person asks for it, batch by batch. A bath that a bottle stands
 * for already, mixed here or taken over, gets no other.
 */
export function pinKitAnew(id: string): void {
  inTransaction(() => {
    sql('UPDATE batches SET kit_document = (SELECT document FROM kits WHERE kits.id = batches.kit_id) WHERE id = ?').run(id);
    fillBottles(id, findBatch(id)?.bottles.map((bottle) => bottle.bath) ?? []);
  });
}

/** How many batches of a kit were ever mixed: the next one's number follows. */
export function batchesOfKit(kitId: string): number {
  return (sql('SELECT count(*) AS n FROM batches WHERE kit_id = ?').get(kitId) as { n: number }).n;
}
