import { createHash } from 'node:crypto';
import Database from 'better-sqlite3';
import { databaseFile } from '../database/database.server.ts';
import { BOOK_FORMAT, BOOK_SECTIONS, type BookColumn, type BookRecord, type BookSection } from './sections.ts';

/**
 * The whole book as text, piece by piece: it is never in memory whole. Read from a connection of its own in one
 * transaction, so that what is written meanwhile neither waits nor gets in by half. Its last line is the sum of all
 * that stands before it: a book that lost or changed a byte is noticed when it is read.
 */
export function* writeBook(writtenAt: string, file = databaseFile()): Generator<string> {
  const database = new Database(file, { readonly: true });
  const sum = createHash('sha256');
  const part = (text: string) => {
    sum.update(text);
    return text;
  };
  try {
    database.exec('BEGIN');
    yield part(`{\n"format":${JSON.stringify(BOOK_FORMAT)},\n"writtenAt":${JSON.stringify(writtenAt)},\n"sections":{`);
    for (const [i, section] of BOOK_SECTIONS.entries()) {
      yield part(`${i === 0 ? '' : ','}\n"${section.name}":[`);
      let first = true;
      for (const row of database.prepare(selectOf(section)).iterate() as Iterable<Record<string, unknown>>) {
        yield part(`${first ? '' : ','}\n${JSON.stringify(recordOf(section, row))}`);
        first = false;
      }
      yield part(first ? ']' : '\n]');
    }
    yield part('\n}');
    yield `,\n"sum":"sha256:${sum.digest('hex')}"\n}\n`;
  } finally {
    database.close();
  }
}

export function selectOf({ columns, table, where, order }: BookSection): string {
  return `SELECT ${columns.map(({ column }) => column).join(', ')} FROM ${table} WHERE ${where ?? '1'} ORDER BY ${order}`;
}

export function recordOf({ columns }: Pick<BookSection, 'columns'>, row: Readonly<Record<string, unknown>>): BookRecord {
  return Object.fromEntries(columns.map((column) => [column.as, outOf(column, row[column.column])]));
}

function outOf({ holds }: BookColumn, value: unknown): unknown {
  if (value === null) return null;
  if (holds === 'document') return JSON.parse(value as string) as unknown;
  return holds === 'picture' ? (value as Buffer).toString('base64') : value;
}

function inOf({ holds }: BookColumn, value: unknown): unknown {
  if (value === null || value === undefined) return null;
  if (holds === 'document') return JSON.stringify(value);
  return holds === 'picture' ? Buffer.from(value as string, 'base64') : value;
}

/** A record as its row in the database. */
export function valuesOf(section: BookSection, record: BookRecord): Record<string, unknown> {
  return Object.fromEntries(section.columns.map((column) => [column.column, inOf(column, record[column.as])]));
}
