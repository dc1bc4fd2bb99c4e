import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { format } from 'date-fns';
import { copiesBeside } from './backup-place.ts';
import { DatabaseFault } from './database-fault.ts';

interface Migration {
  readonly version: number;
  readonly name: string;
  readonly sql: string;
}

/** Migrations by number: `0001_….sql`, forward only. */
export function migrationsIn(folder: string): Migration[] {
  return readdirSync(folder)
    .filter((name) => /^\d{4}_.+\.sql$/.test(name))
    .sort()
    .map((name) => ({ version: Number(name.slice(0, 4)), name, sql: readFileSync(join(folder, name), 'utf8') }));
}

/**
 * Brings a database up to date, each migration in a transaction of its own, after a copy of it was put among the copies. A
 * database that a newer Steady Reel wrote is refused, untouched.
 */
export function migrate(database: Database.Database, file: string, folder: string, keepsCopy = true): void {
  const migrations = migrationsIn(folder);
  const newest = migrations.at(-1)?.version ?? 0;
  const current = versionOf(database);
  if (current > newest) {
    throw new DatabaseFault(
      'too-new',
      `The database ${file} was written by a newer Steady Reel (version ${current}; this one knows ${newest}). Nothing was changed. Start the newer Steady Reel, put back the copy from before its update (“restore” names it), or point STEADY_REEL_DB at another file.`,
    );
  }
  const pending = migrations.filter((migration) => migration.version > current);
  if (keepsCopy && pending.length > 0 && current > 0 && existsSync(file)) keepAsItIs(database, file);
  for (const migration of pending) {
    // Columns are dropped and tables filled in one go; references are whole again at its end.
    database.transaction(() => {
      database.exec(migration.sql);
      database.pragma(`user_version = ${migration.version}`);
    })();
  }
}

/** An older Steady Reel is gone back to with this copy. It takes its name when it is whole. */
function keepAsItIs(database: Database.Database, file: string): void {
  const folder = copiesBeside(file);
  mkdirSync(folder, { recursive: true });
  const half = join(folder, `half-${process.pid}-update.db`);
  rmSync(half, { force: true });
  database.prepare('VACUUM INTO ?').run(half);
  renameSync(half, join(folder, `before-update-${format(Date.now(), 'yyyy-MM-dd-HHmmss')}.db`));
}

function versionOf(database: Database.Database): number {
  return database.pragma('user_version', { simple: true }) as number;
}
