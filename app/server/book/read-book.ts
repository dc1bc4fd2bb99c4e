import { createHash } from 'node:crypto';
import { answered, refused, type Answer } from '../../../core/answer.ts';
import { broughtUpToDate } from './older-book.server.ts';
import { withSumsForPictures } from './picture-sums.ts';
import { BOOK_FORMAT, BOOK_SECTIONS, keyOf, SECTIONS_V1, type BookRecord, type BookSection } from './sections.ts';
import { faultsOfRecord } from './sound-record.ts';

/** A book that was read: its records by section, every one whole. */
export interface Book {
  readonly writtenAt: string;
  readonly sections: ReadonlyMap<string, readonly BookRecord[]>;
}

const SUM = /,\n"sum":"sha256:([0-9a-f]{64})"\n\}\s*$/;

/**
 * Reads a book that this program wrote. Refused in words, with what is at fault: no book at all (`not-a-book`), one of
 * another version (`another-version`), one that lost or changed a byte (`not-whole`), or a record that cannot be
 * (`damaged`, by its path). With `sums` pictures are not read but only told apart.
 */
export function readBook(bytes: Buffer, pictures: 'whole' | 'sums' = 'whole'): Answer<Book> {
  const format = /^\uFEFF?\s*\{\s*"format"\s*:\s*"(steady-reel\/[a-z-]+)@(\d+)"/.exec(bytes.toString('utf8', 0, 300));
  if (!format) return fault('not-a-book', 'That is no book of Steady Reel. A book is the file that “Take the book out” gives.');
  const named = `${format[1] ?? ''}@${format[2] ?? ''}`;
  if (!named.startsWith('steady-reel/book@'))
    return fault('not-a-book', `That is a ${named}, not a book. A book is the file that “Take the book out” gives.`);
  if (named !== BOOK_FORMAT && named !== 'steady-reel/book@1')
    return fault(
      'another-version',
      `That book is of version ${format[2] ?? ''}; this Steady Reel reads versions 1 and 2. Use the Steady Reel that wrote it, or a newer one.`,
    );
  // The sum is of the bytes as they are: no second text of a whole book is made for it.
  const sum = SUM.exec(bytes.toString('latin1', Math.max(0, bytes.length - 200)));
  const body = bytes.subarray(0, bytes.length - (sum?.[0].length ?? 0));
  if (!sum || createHash('sha256').update(body).digest('hex') !== sum[1])
    return fault(
      'not-whole',
      'That book is not whole: it was cut off, or something in it was changed since it was written. Nothing was taken from it.',
    );
  const read = pictures === 'whole' ? bytes : withSumsForPictures(bytes);
  if (named === BOOK_FORMAT) return sectionsOf(read, BOOK_SECTIONS);
  const older = sectionsOf(read, SECTIONS_V1);
  return older.ok ? answered({ ...older.value, sections: broughtUpToDate(older.value.sections) }) : older;
}

function fault(code: string, message: string, path = '$'): Answer<never> {
  return refused({ code, path, message });
}

function sectionsOf(bytes: Buffer, expected: readonly BookSection[]): Answer<Book> {
  let document: { writtenAt?: unknown; sections?: Record<string, unknown> };
  try {
    document = JSON.parse(bytes.toString('utf8')) as typeof document;
  } catch {
    return fault('not-whole', 'That book cannot be read to its end. Nothing was taken from it.');
  }
  const sections = new Map<string, readonly BookRecord[]>();
  for (const section of expected) {
    const records = document.sections?.[section.name];
    if (!Array.isArray(records)) return fault('damaged', `The book has no ${section.name}.`, `$.sections.${section.name}`);
    const seen = new Set<string>();
    for (const [i, record] of records.entries()) {
      const wrong = faultsOfRecord(section, record)[0]?.says;
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
