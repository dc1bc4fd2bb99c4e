import Database from 'better-sqlite3';
import { resolve } from 'node:path';
import { migrationsIn } from '../database/migrate.ts';
import { BOOK_SECTIONS, SECTIONS_V1, type BookRecord, type BookSection } from './sections.ts';
import { recordOf, selectOf, valuesOf } from './write-book.server.ts';

type Sections = ReadonlyMap<string, readonly BookRecord[]>;

/** The last version of the database whose book was of the first version. */
const DATABASE_OF_V1 = 10;

/** Sections that have changed since, and what is needed to make sense of them. */
const CHANGED = ['rolls', 'bottleEntries'] as const;
const NEEDED = ['batches', 'bottles', 'runs', ...CHANGED];

/**
 * A book of the first version brought up to date by the very migrations that bring a database of its time up to date: in
 * memory, with nothing in it but what they touch. What an older book means is written down once.
 */
export function broughtUpToDate(older: Sections): Sections {
  const database = new Database(':memory:');
  try {
    // Kits and rolls that records point to stay outside.
    database.pragma('foreign_keys = OFF');
    const migrations = migrationsIn(resolve('migrations'));
    for (const { sql, version } of migrations) if (version <= DATABASE_OF_V1) database.exec(sql);
    for (const section of SECTIONS_V1.filter(({ name }) => NEEDED.includes(name))) fill(database, section, older.get(section.name) ?? []);
    for (const { sql, version } of migrations) if (version > DATABASE_OF_V1) database.exec(sql);
    const changed = BOOK_SECTIONS.filter(({ name }) => (CHANGED as readonly string[]).includes(name));
    return new Map([
      ...older,
      ...changed.map((section) => {
        const rows = database.prepare(selectOf(section)).all() as Record<string, unknown>[];
        return [section.name, rows.map((row) => recordOf(section, row))] as const;
      }),
    ]);
  } finally {
    database.close();
  }
}

function fill(database: Database.Database, section: BookSection, records: readonly BookRecord[]): void {
  const names = section.columns.map(({ column }) => column);
  const put = database.prepare(`INSERT INTO ${section.table} (${names.join(', ')}) VALUES (${names.map((name) => `@${name}`).join(', ')})`);
  for (const record of records) put.run(valuesOf(section, record));
}
