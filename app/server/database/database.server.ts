import Database from 'better-sqlite3';
import { mkdirSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { data } from 'react-router';
import { SHIPPED_KITS } from '../../../core/kit/shipped-kits.ts';
import { DatabaseFault, faultOf } from './database-fault.ts';
import { migrate } from './migrate.ts';

/** Where the data lives: STEADY_REEL_DB, or data/steady-reel.db below the folder the server was started in. */
export function databaseFile(): string {
  return resolve(process.env['STEADY_REEL_DB'] ?? 'data/steady-reel.db');
}

/** Marks a file as ours (`STRL`), so that another program's is refused before anything is written to it. */
const APPLICATION_ID = 0x5354524c;

/**
 * Opens a database ready for use. WAL with `synchronous = FULL`: a developer step must survive a pulled plug.
 * Throws a DatabaseFault that says what is the matter, what is safe and what to do; the file is then as it was.
 */
export function openDatabase(file: string, { keepsCopy = true } = {}): Database.Database {
  let database: Database.Database | null = null;
  try {
    mkdirSync(dirname(file), { recursive: true });
    database = new Database(file);
    database.pragma('busy_timeout = 4000');
    refuseForeign(database, file);
    refuseDamaged(database, file);
    migrate(database, file, resolve('migrations'), keepsCopy);
    // On a disk that is full a book that was opened before is opened all the same, and read.
    if (database.pragma('application_id', { simple: true }) !== APPLICATION_ID) database.pragma(`application_id = ${APPLICATION_ID}`);
    if (database.pragma('journal_mode', { simple: true }) !== 'wal') database.pragma('journal_mode = WAL');
    database.pragma('synchronous = FULL');
    database.pragma('foreign_keys = ON');
    shelveShippedKits(database);
    return database;
  } catch (error) {
    database?.close();
    throw faultOf(error, file) ?? error;
  }
}

/** Another program's database has tables but neither our mark nor, from before there was one, our version and tables. */
function refuseForeign(database: Database.Database, file: string): void {
  const mark = database.pragma('application_id', { simple: true }) as number;
  if (mark === APPLICATION_ID) return;
  const tables = database.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all() as string[];
  const version = database.pragma('user_version', { simple: true }) as number;
  const ours = tables.length === 0 || (version > 0 && ['kits', 'runs', 'run_events'].every((name) => tables.includes(name)));
  // One that a newer version wrote is told apart by its number, in migrate.
  if (ours || (mark === 0 && version > 100)) return;
  throw new DatabaseFault(
    'foreign',
    `${file} belongs to another program. It is left untouched. Point STEADY_REEL_DB at another file, or move this one away.`,
  );
}

/** Pages of a small file are all read at once; a large one is checked in the background (check-database.server.ts). */
const CHECKED_AT_ONCE_PAGES = 8000;

function refuseDamaged(database: Database.Database, file: string): void {
  const pages = database.pragma('page_count', { simple: true }) as number;
  if (pages > CHECKED_AT_ONCE_PAGES) return;
  const said = database.pragma('quick_check(1)', { simple: true }) as string;
  if (said !== 'ok') throw faultOf(Object.assign(new Error(said), { code: 'SQLITE_CORRUPT' }), file);
}

/** Shipped kits are rows like any other, so that batches can point at them; a newer text replaces an older one. */
function shelveShippedKits(database: Database.Database): void {
  const put = database.prepare(
    `INSERT INTO kits (id, document, shipped, added_at_ms) VALUES (?, ?, 1, 0)
     ON CONFLICT (id) DO UPDATE SET document = excluded.document WHERE shipped = 1 AND document <> excluded.document`,
  );
  const shelved = database.prepare('SELECT document FROM kits WHERE id = ?').pluck();
  database.transaction(() => {
    for (const kit of SHIPPED_KITS) {
      const document = JSON.stringify(kit);
      if (shelved.get(kit.id) !== document) put.run(kit.id, document);
    }
  })();
}

// The development server reloads modules; the connection outlives them.
const kept = globalThis as {
  steadyReelDatabase?: { readonly file: string; readonly database: Database.Database; readonly inode: bigint | null };
};

const inodeOf = (file: string) => statSync(file, { bigint: true, throwIfNoEntry: false })?.ino ?? null;

/** The one connection of this process. A file that cannot be opened is tried again at the next request. */
export function db(): Database.Database {
  const file = databaseFile();
  if (kept.steadyReelDatabase?.file !== file) {
    kept.steadyReelDatabase?.database.close();
    delete kept.steadyReelDatabase;
    const database = openDatabase(file);
    kept.steadyReelDatabase = { file, database, inode: inodeOf(file) };
  }
  return kept.steadyReelDatabase.database;
}

/**
 * Before anything is written: a file that was replaced or taken away under the server goes on existing for it alone, and what
 * is written there is lost with it. Throws a DatabaseFault then, and what now lies there is opened with the next request.
 */
function stillThere(): void {
  const { steadyReelDatabase: open } = kept;
  if (!open || open.database.inTransaction || open.inode === inodeOf(open.file)) return;
  open.database.close();
  delete kept.steadyReelDatabase;
  throw new DatabaseFault(
    'replaced',
    `${open.file} was replaced or moved away while Steady Reel used it, so this was not kept. What lies there now is used from here on: look whether it is the right book, then send it again.`,
  );
}

/** Opens the file when the server starts, not at the first request: a migration or a refusal is seen at once. */
export function openAtStart(): DatabaseFault | null {
  try {
    db();
    return null;
  } catch (error) {
    const fault = faultOf(error, databaseFile());
    if (!fault) throw error;
    return fault;
  }
}

/** Empties the write-ahead log into the file and lets go of it, at a graceful stop. */
export function closeDatabase(): void {
  kept.steadyReelDatabase?.database.pragma('wal_checkpoint(TRUNCATE)');
  kept.steadyReelDatabase?.database.close();
  delete kept.steadyReelDatabase;
}

/** A page shows a fault of the file as an answer of its own; screens read its status. */
function saidAloud(error: unknown): unknown {
  const fault = faultOf(error, databaseFile());
  return fault ? data(fault.message, { status: fault.status }) : error;
}

function guarded<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw saidAloud(error);
  }
}

/** A prepared statement whose faults are said in words. */
export interface Query {
  readonly run: (...values: unknown[]) => Database.RunResult;
  readonly get: (...values: unknown[]) => unknown;
  readonly all: (...values: unknown[]) => unknown[];
}

/** Statements are prepared once a connection. */
const prepared = new WeakMap<Database.Database, Map<string, Query>>();

export function sql(text: string): Query {
  const database = guarded(db);
  let statements = prepared.get(database);
  if (!statements) prepared.set(database, (statements = new Map<string, Query>()));
  let query = statements.get(text);
  if (!query) {
    const statement = guarded(() => database.prepare(text));
    query = {
      run: (...values) => guarded(() => (stillThere(), statement.run(...values))),
      get: (...values) => guarded(() => statement.get(...values)),
      all: (...values) => guarded(() => statement.all(...values)),
    };
    statements.set(text, query);
  }
  return query;
}

/** Runs work in one transaction; what throws leaves nothing behind. Work inside work joins it. */
export function inTransaction<T>(work: () => T): T {
  return guarded(() => (stillThere(), db().transaction(work).immediate()));
}

/**
 * The same for long work that can be done again, such as reading a file in: it is in the database at once and on the
 * disk a little later. Whatever else is written meanwhile waits for the disk as always.
 */
export function inTransactionWithoutDisk<T>(work: () => T): T {
  const database = guarded(db);
  database.pragma('synchronous = NORMAL');
  try {
    return inTransaction(work);
  } finally {
    database.pragma('synchronous = FULL');
  }
}
