import Database from 'better-sqlite3';
import { mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { SHIPPED_KITS } from '../../core/kit/shipped-kits.ts';
import { migrate } from './migrate.ts';

/** Where the data lives: STEADY_REEL_DB, or data/steady-reel.db below the folder the server was started in. */
export function databaseFile(): string {
  return resolve(process.env['STEADY_REEL_DB'] ?? 'data/steady-reel.db');
}

/**
 * Opens a database ready for use. WAL with `synchronous = FULL`: a developer step must survive a pulled plug.
 */
export function openDatabase(file: string): Database.Database {
  mkdirSync(dirname(file), { recursive: true });
  const database = new Database(file);
  try {
    database.pragma('busy_timeout = 4000');
    migrate(database, file, resolve('migrations'));
    database.pragma('journal_mode = WAL');
    database.pragma('synchronous = FULL');
    database.pragma('foreign_keys = ON');
    shelveShippedKits(database);
    return database;
  } catch (error) {
    database.close();
    throw error;
  }
}

/** Shipped kits are rows like any other, so that batches can point at them; a newer text replaces an older one. */
function shelveShippedKits(database: Database.Database): void {
  const put = database.prepare(
    `INSERT INTO kits (id, document, shipped, added_at_ms) VALUES (?, ?, 1, 0)
     ON CONFLICT (id) DO UPDATE SET document = excluded.document WHERE shipped = 1`,
  );
  database.transaction(() => {
    for (const kit of SHIPPED_KITS) put.run(kit.id, JSON.stringify(kit));
  })();
}

// The development server reloads modules; the connection outlives them.
const kept = globalThis as { steadyReelDatabase?: { readonly file: string; readonly database: Database.Database } };

/** The one connection of this process. */
export function db(): Database.Database {
  const file = databaseFile();
  if (kept.steadyReelDatabase?.file !== file) {
    kept.steadyReelDatabase?.database.close();
    kept.steadyReelDatabase = { file, database: openDatabase(file) };
  }
  return kept.steadyReelDatabase.database;
}

/** Statements are prepared once a connection. */
const prepared = new WeakMap<Database.Database, Map<string, Database.Statement>>();

export function sql(text: string): Database.Statement {
  const database = db();
  let statements = prepared.get(database);
  if (!statements) prepared.set(database, (statements = new Map()));
  let statement = statements.get(text);
  if (!statement) statements.set(text, (statement = database.prepare(text)));
  return statement;
}

/** Runs work in one transaction; what throws leaves nothing behind. */
export function inTransaction<T>(work: () => T): T {
  return db().transaction(work).immediate();
}
