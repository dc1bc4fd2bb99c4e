import { createHash } from 'node:crypto';
import { answered, refused, type Answer } from '../../../core/answer.ts';
import { readStripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { readStoredKit } from '../../../core/kit/stored-kit.ts';
import { readRunPlan } from '../../../core/run/plan/run-plan.ts';
import { broughtUpToDate } from './older-book.server.ts';
import { BOOK_FORMAT, BOOK_SECTIONS, keyOf, SECTIONS_V1, type BookColumn, type BookRecord, type BookSection } from './sections.ts';

/** A book that was read: its records by section, every one whole. */
export interface Book {
  readonly writtenAt: string;
  readonly sections: ReadonlyMap<string, readonly BookRecord[]>;
}

const SUM = /,\n"sum":"sha256:([0-9a-f]{64})"\n\}\s*$/;

/**
 * Reads a book that this program wrote. Refused in words, with what is at fault: no book at all (`not-a-book`), one of
 * another version (`another-version`), one that lost or changed a byte (`not-whole`), or a record that cannot be
 * (`damaged`, by its path).
 */
export function readBook(text: string): Answer<Book> {
  const format = /^\uFEFF?\s*\{\s*"format"\s*:\s*"(steady-reel\/[a-z-]+)@(\d+)"/.exec(text.slice(0, 300));
  if (!format) return fault('not-a-book', 'That is no book of Steady Reel. A book is the file that “Take the book out” gives.');
  const named = `${format[1] ?? ''}@${format[2] ?? ''}`;
  if (!named.startsWith('steady-reel/book@'))
    return fault('not-a-book', `That is a ${named}, not a book. A book is the file that “Take the book out” gives.`);
  if (named !== BOOK_FORMAT && named !== 'steady-reel/book@1')
    return fault(
      'another-version',
      `That book is of version ${format[2] ?? ''}; this Steady Reel reads versions 1 and 2. Use the Steady Reel that wrote it, or a newer one.`,
    );
  const sum = SUM.exec(text.slice(-200));
  const body = text.slice(0, text.length - (sum?.[0].length ?? 0));
  if (!sum || createHash('sha256').update(body).digest('hex') !== sum[1])
    return fault(
      'not-whole',
      'That book is not whole: it was cut off, or something in it was changed since it was written. Nothing was taken from it.',
    );
  if (named === BOOK_FORMAT) return sectionsOf(text, BOOK_SECTIONS);
  const older = sectionsOf(text, SECTIONS_V1);
  return older.ok ? answered({ ...older.value, sections: broughtUpToDate(older.value.sections) }) : older;
}

function fault(code: string, message: string, path = '$'): Answer<never> {
  return refused({ code, path, message });
}

function sectionsOf(text: string, expected: readonly BookSection[]): Answer<Book> {
  let document: { writtenAt?: unknown; sections?: Record<string, unknown> };
  try {
    document = JSON.parse(text) as typeof document;
  } catch {
    return fault('not-whole', 'That book cannot be read to its end. Nothing was taken from it.');
  }
  const sections = new Map<string, readonly BookRecord[]>();
  for (const section of expected) {
    const records = document.sections?.[section.name];
    if (!Array.isArray(records)) return fault('damaged', `The book has no ${section.name}.`, `$.sections.${section.name}`);
    const seen = new Set<string>();
    for (const [i, record] of records.entries()) {
      const wrong = whatIsWrong(section, record);
      const path = `$.sections.${section.name}[${i}]`;
      if (wrong) return fault('damaged', `${section.name}, number ${i + 1}: ${wrong} Nothing was taken from the book.`, path);
      const key = keyOf(section, record as BookRecord);
      if (seen.has(key))
        return fault('damaged', `${section.name}, number ${i + 1}, is there twice. Nothing was taken from the book.`, path);
      seen.add(key);
    }
    sections.set(section.name, records as BookRecord[]);
  }
  return answered({ writtenAt: typeof document.writtenAt === 'string' ? document.writtenAt : '', sections });
}

function whatIsWrong(section: BookSection, record: unknown): string | null {
  if (typeof record !== 'object' || record === null || Array.isArray(record)) return 'it is no record.';
  const fields = record as BookRecord;
  const known = new Set(section.columns.map(({ as }) => as));
  const strange = Object.keys(fields).find((name) => !known.has(name));
  if (strange !== undefined) return `“${strange.slice(0, 40)}” is not known.`;
  const wrong = section.columns.find((column) => !holds(column, fields[column.as]));
  if (wrong) return `“${wrong.as}” is missing or of the wrong kind.`;
  return readable(section.name, fields) ? null : 'its document cannot be read.';
}

function holds({ holds: kind, nullable }: BookColumn, value: unknown): boolean {
  if (value === null) return nullable;
  switch (kind) {
    case 'text':
      return typeof value === 'string';
    case 'number':
      return typeof value === 'number' && Number.isFinite(value);
    case 'document':
      return typeof value === 'object';
    case 'picture':
      return typeof value === 'string' && /^[A-Za-z0-9+/]*={0,2}$/.test(value);
  }
}

/** A document that its own reader cannot make sense of would break a page later: it is refused now. */
function readable(section: string, record: BookRecord): boolean {
  try {
    if (section === 'kits') readStoredKit(JSON.stringify(record['document']));
    if (section === 'batches' || section === 'mixings') readStoredKit(JSON.stringify(record['kitDocument']));
    if (section === 'runs') readRunPlan(record['plan']);
    return section !== 'measures' || readStripMeasure(record['document']) !== null;
  } catch {
    return false;
  }
}
