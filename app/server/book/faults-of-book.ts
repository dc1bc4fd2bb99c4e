import Database from 'better-sqlite3';
import { BOOK_SECTIONS, keyOf } from './sections.ts';
import { nameOf } from './name-of-record.ts';
import { faultsOfRecord } from './sound-record.ts';
import { recordOf, selectOf } from './write-book.server.ts';

/** A record of the book that no form and no book of today could have brought, with what is wrong with it. */
export interface BadRecord {
  readonly section: string;
  /** What identifies it within its section. */
  readonly key: string;
  /** What a person knows it by, as far as that can be read. */
  readonly name: string;
  readonly faults: readonly {
    readonly field: string;
    readonly says: string;
    /** As it stands; null where it is a document, or nothing. */
    readonly is: string | null;
    /** It can be typed anew; a document cannot. */
    readonly typed: 'text' | 'number' | null;
  }[];
}

const MOST_SHOWN = 100;

/** Looks through every record of the book in `database`, by the rule that a book is brought in by; nothing is changed. */
export function faultsOfBook({ database }: { readonly database: string }): BadRecord[] {
  const file = new Database(database, { readonly: true });
  try {
    const bad: BadRecord[] = [];
    for (const section of BOOK_SECTIONS)
      for (const row of file.prepare(selectOf({ ...section, where: undefined })).iterate() as Iterable<Record<string, unknown>>) {
        const record = recordOf(section, row);
        const faults = faultsOfRecord(section, record);
        if (faults.length === 0) continue;
        bad.push({
          section: section.name,
          key: keyOf(section, record),
          name: nameOf(section, record),
          faults: faults.map(({ field, says }) => {
            const column = section.columns.find(({ as }) => as === field);
            const typed = column?.holds === 'text' || column?.holds === 'number' ? column.holds : null;
            const is = record[field];
            return {
              field,
              says,
              is: typed && (typeof is === 'string' || typeof is === 'number') ? String(is).slice(0, 200) : null,
              typed,
            };
          }),
        });
        if (bad.length >= MOST_SHOWN) return bad;
      }
    return bad;
  } finally {
    file.close();
  }
}
