import { sql } from '../database/database.server.ts';
import { dropFromSearch } from '../runs/run-search.server.ts';
import type { BookRecord, BookSection } from './sections.ts';
import { valuesOf } from './write-book.server.ts';

/** What identifies a record, of all its fields. */
export function keyFields(section: BookSection, record: BookRecord): BookRecord {
  return Object.fromEntries(section.key.map((key) => [key, record[key]]));
}

const columnOf = (section: BookSection, field: string) => section.columns.find(({ as }) => as === field)?.column ?? field;
const whereKey = (section: BookSection) => section.key.map((key) => `${columnOf(section, key)} = @${columnOf(section, key)}`).join(' AND ');

export function insertRow(section: BookSection, record: BookRecord): void {
  const names = section.columns.map(({ column }) => column);
  // A sheet that was attached as a file is no part of a book.
  sql(`INSERT INTO ${section.table} (${names.join(', ')}) VALUES (${names.map((name) => `@${name}`).join(', ')})`).run(
    valuesOf(section, record),
  );
}

export function updateRow(section: BookSection, record: BookRecord): void {
  const sets = section.columns.map(({ column }) => `${column} = @${column}`).join(', ');
  sql(`UPDATE ${section.table} SET ${sets} WHERE ${whereKey(section)}`).run(valuesOf(section, record));
}

/** A run goes from what it is found by, too. */
export function removeRow(section: BookSection, key: BookRecord): void {
  if (section.name === 'runs') dropFromSearch(String(key['id']));
  sql(`DELETE FROM ${section.table} WHERE ${whereKey(section)}`).run(
    Object.fromEntries(section.key.map((field) => [columnOf(section, field), key[field]])),
  );
}
