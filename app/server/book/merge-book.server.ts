import { createHash } from 'node:crypto';
import { nanoid } from 'nanoid';
import { db, inTransaction, sql } from '../database/database.server.ts';
import { liveRunTitle } from '../runs/runs.server.ts';
import { nameOf } from './name-of-record.ts';
import type { Book } from './read-book.ts';
import { insertRow, keyFields, removeRow, updateRow } from './rows.server.ts';
import { BOOK_SECTIONS, keyOf, type BookRecord, type BookSection } from './sections.ts';
import { recordOf, selectOf } from './write-book.server.ts';

/** What bringing a book in would do, section by section. */
export interface SectionPreview {
  readonly name: string;
  readonly fresh: number;
  readonly same: number;
  /** There already, and different: yours stays unless you say otherwise. */
  readonly different: number;
  /** A few of those that differ, by what they are called. */
  readonly named: readonly string[];
}

interface Sorted {
  readonly section: BookSection;
  readonly fresh: readonly BookRecord[];
  readonly same: number;
  readonly different: readonly { readonly theirs: BookRecord; readonly mine: BookRecord }[];
}

/** Rows of this book: of the server's own connection, or of one that a thread only reads by. */
type RowsOf = (text: string) => unknown[];
const here: RowsOf = (text) => sql(text).all();

/** Records as this book has them, by what identifies them. */
function mineOf(section: BookSection, rowsOf: RowsOf): Map<string, BookRecord> {
  const rows = rowsOf(selectOf({ ...section, where: undefined })) as Record<string, unknown>[];
  return new Map(rows.map((row) => recordOf(section, row)).map((record) => [keyOf(section, record), record]));
}

/** Numbers of bottles are this book’s own: a bottle is the same by the batch and the bath that it was mixed for. */
function bottleNumbers(book: Book, rowsOf: RowsOf): Map<number, number> {
  const mine = mineOf(sectionNamed('bottles'), rowsOf);
  const taken = new Set([...mine.values()].map((record) => record['number'] as number));
  let next = Math.max(0, ...taken) + 1;
  const theirs = book.sections.get('bottles') ?? [];
  for (const { number } of theirs) next = Math.max(next, (number as number) + 1);
  const map = new Map<number, number>();
  for (const record of theirs) {
    const own = mine.get(keyOf(sectionNamed('bottles'), record))?.['number'] as number | undefined;
    const number = record['number'] as number;
    const to = own ?? (taken.has(number) ? next++ : number);
    taken.add(to);
    map.set(number, to);
  }
  return map;
}

/** Bottles whose number is another one's here: their labels say the old one. */
export function relabelled(book: Book, rowsOf = here): { readonly from: number; readonly to: number; readonly name: string }[] {
  const numbers = bottleNumbers(book, rowsOf);
  return (book.sections.get('bottles') ?? []).flatMap((record) => {
    const from = record['number'] as number;
    const to = numbers.get(from) ?? from;
    return to === from ? [] : [{ from, to, name: typeof record['name'] === 'string' ? record['name'] : '' }];
  });
}

function sectionNamed(name: string): BookSection {
  return BOOK_SECTIONS.find((section) => section.name === name) as BookSection;
}

/** A record of another book with this book’s bottle numbers. */
function asMine(section: BookSection, record: BookRecord, numberOf: (number: unknown) => number | null): BookRecord {
  if (section.name === 'bottles') return { ...record, number: numberOf(record['number']) };
  if (section.name === 'bottleEntries') return { ...record, bottleNumber: numberOf(record['bottleNumber']) };
  return record;
}

function sorted(book: Book, rowsOf = here): Sorted[] {
  const numbers = bottleNumbers(book, rowsOf);
  const numberOf = (number: unknown) => (typeof number === 'number' ? (numbers.get(number) ?? number) : null);
  return BOOK_SECTIONS.map((section) => {
    const mine = mineOf(section, rowsOf);
    const fresh: BookRecord[] = [];
    const different: { theirs: BookRecord; mine: BookRecord }[] = [];
    let same = 0;
    for (const record of book.sections.get(section.name) ?? []) {
      const theirs = asMine(section, record, numberOf);
      const here = mine.get(keyOf(section, theirs));
      if (!here) fresh.push(theirs);
      // A shipped kit’s text belongs to the program that ships it.
      else if (sameRecord(section, here, theirs) || here['shipped'] === 1) same++;
      else different.push({ theirs, mine: here });
    }
    return { section, fresh, same, different };
  });
}

/** The same meaning, however a document’s fields are ordered. */
function sameRecord(section: BookSection, a: BookRecord, b: BookRecord): boolean {
  return section.columns.every(({ as }) => canonical(a[as]) === canonical(b[as]));
}

function canonical(value: unknown): string {
  return JSON.stringify(value ?? null, (_key, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  );
}

export function previewBook(book: Book, rowsOf = here): SectionPreview[] {
  return sorted(book, rowsOf).map(({ section, fresh, same, different }) => ({
    name: section.name,
    fresh: fresh.length,
    same,
    different: different.length,
    named: different.slice(0, 3).map(({ mine }) => nameOf(section, mine)),
  }));
}

/** What one press takes back: keys of what was added, and what stood before in place of what was replaced. */
interface ImportUndo {
  readonly added: readonly OfSection[];
  readonly replaced: readonly OfSection[];
  /** How each of those records stood once it had come, as a sum; null of an import from before sums were kept. */
  readonly came: Readonly<Record<string, string>> | null;
}
type OfSection = readonly [section: string, records: readonly BookRecord[]];

const UNDO_FORMAT = 'steady-reel/book-undo@2';
const UNDO_FORMAT_V1 = 'steady-reel/book-undo@1';

/** What was kept to take an import back; null where it is of a version, or of a shape, that is not known here. */
function readImportUndo(text: string): ImportUndo | null {
  const stored = JSON.parse(text) as { format?: unknown; added?: unknown; replaced?: unknown; came?: unknown } | null;
  const sums = stored?.format === UNDO_FORMAT;
  if (!stored || !(sums || stored.format === UNDO_FORMAT_V1)) return null;
  const { added, replaced, came } = stored;
  if (!areOfSections(added) || !areOfSections(replaced)) return null;
  if (!sums) return { added, replaced, came: null };
  return typeof came === 'object' && came !== null ? { added, replaced, came: came as Record<string, string> } : null;
}

function areOfSections(value: unknown): value is OfSection[] {
  return (
    Array.isArray(value) &&
    value.every((each: unknown) => Array.isArray(each) && BOOK_SECTIONS.some(({ name }) => name === each[0]) && each[1] instanceof Array)
  );
}

const nameInUndo = (section: BookSection, record: BookRecord) => `${section.name} ${keyOf(section, record)}`;
const sumOf = (section: BookSection, record: BookRecord) =>
  createHash('sha256')
    .update(section.columns.map(({ as }) => canonical(record[as])).join('\n'))
    .digest('base64url')
    .slice(0, 16);

/** What of an import was changed since it came, by what it is called: taking it back would lose that. */
function changedSince({ added, replaced, came }: ImportUndo): string[] {
  if (!came) return [];
  return [...added, ...replaced].flatMap(([name, records]) => {
    const section = sectionNamed(name);
    const now = mineOf(section, here);
    return records.flatMap((record) => {
      const present = now.get(keyOf(section, record));
      const same = present !== undefined && sumOf(section, present) === came[nameInUndo(section, record)];
      return same ? [] : [nameOf(section, present ?? record)];
    });
  });
}

export type Merged =
  | { readonly ok: true; readonly id: string; readonly runIds: readonly string[]; readonly added: number; readonly replaced: number }
  | { readonly ok: false; readonly says: string };

/**
 * Brings a book in: what is new is added, what is there stays, and what differs is replaced only where `theirs` was
 * chosen; history never is, and settings only where `settings` asks for them. All or nothing; one press takes it back.
 */
export function mergeBook(book: Book, theirs: boolean, fileName: string, atMs: number, settings = false): Merged {
  try {
    return inTransaction((): Merged => {
      db().pragma('defer_foreign_keys = ON');
      // How a person reads and works is theirs: another book's settings come only where they were asked for.
      const all = sorted(book).filter(({ section }) => settings || section.name !== 'settings');
      const live = (record: BookRecord) => record['state'] === 'live';
      const runs = all.find(({ section }) => section.name === 'runs');
      if (runs?.fresh.some(live) && liveRunTitle() !== null)
        return { ok: false, says: 'A run is at the Bench here, and one in that book too. Finish one of them first.' };
      if (theirs && liveRunTitle() !== null && all.some(({ section, different }) => !section.history && different.length > 0))
        return {
          ok: false,
          says: 'A run is at the Bench. What differs is taken from another book when no run is live; what is new can be added now.',
        };
      const replaced = all.map(({ section, different }) => [section, theirs && !section.history ? different : []] as const);
      for (const { section, fresh } of all) for (const record of fresh) insertRow(section, record);
      for (const [section, records] of replaced)
        for (const record of records) updateRow(section, { ...record.theirs, ...keptOfMine(section, record.mine) });
      const came = [
        ...all.flatMap(({ section, fresh }) => fresh.map((record) => [section, record] as const)),
        ...replaced.flatMap(([section, records]) =>
          records.map(({ theirs: record, mine }) => [section, { ...record, ...keptOfMine(section, mine) }] as const),
        ),
      ];
      const undo: ImportUndo = {
        came: Object.fromEntries(came.map(([section, record]) => [nameInUndo(section, record), sumOf(section, record)])),
        added: all.flatMap(({ section, fresh }) =>
          fresh.length > 0 ? [[section.name, fresh.map((record) => keyFields(section, record))] as const] : [],
        ),
        replaced: replaced.flatMap(([section, records]) =>
          records.length > 0 ? [[section.name, records.map(({ mine }) => mine)] as const] : [],
        ),
      };
      const id = nanoid();
      // Nothing came, so there is nothing to take back, and what came before stays the last that can be.
      if (undo.added.length + undo.replaced.length > 0)
        sql('INSERT INTO book_imports (id, at_ms, file_name, undo) VALUES (?, ?, ?, ?)').run(
          id,
          atMs,
          fileName,
          JSON.stringify({ format: UNDO_FORMAT, ...undo }),
        );
      const touched = [
        ...(runs?.fresh ?? []),
        ...all.flatMap(({ section, fresh }) => (section.name === 'looks' || section.name === 'lessons' ? fresh : [])),
      ];
      return {
        ok: true,
        id,
        runIds: [
          ...new Set(
            touched.flatMap((record) =>
              typeof record['plan'] === 'object' ? [record['id'] as string] : typeof record['runId'] === 'string' ? [record['runId']] : [],
            ),
          ),
        ],
        added: all.reduce((sum, { fresh }) => sum + fresh.length, 0),
        replaced: replaced.reduce((sum, [, records]) => sum + records.length, 0),
      };
    });
  } catch (error) {
    return { ok: false, says: `That book does not fit together: ${reasonOf(error)} Nothing was taken from it.` };
  }
}

/** What of a record is this book’s own: a bottle’s number, and how far a run or a roll has come here. */
function keptOfMine(section: BookSection, mine: BookRecord): BookRecord {
  switch (section.name) {
    case 'bottles':
      return { number: mine['number'] };
    case 'runs':
      return { state: mine['state'], endedAtMs: mine['endedAtMs'] };
    case 'rolls':
      return { state: mine['state'], runId: mine['runId'] };
    default:
      return {};
  }
}

function reasonOf(error: unknown): string {
  const code = (error as { code?: unknown } | null)?.code;
  if (code === 'SQLITE_CONSTRAINT_FOREIGNKEY') return 'something in it points to what is not there.';
  if (typeof code === 'string' && code.startsWith('SQLITE_CONSTRAINT')) return 'a value in it cannot be.';
  throw error;
}

export interface BookImport {
  readonly id: string;
  readonly atMs: number;
  readonly fileName: string;
  readonly undone: boolean;
}

export function bookImports(): BookImport[] {
  const rows = sql(
    'SELECT id, at_ms AS atMs, file_name AS fileName, undone_at_ms AS undoneAtMs FROM book_imports ORDER BY at_ms DESC LIMIT 20',
  ).all();
  return (rows as { id: string; atMs: number; fileName: string; undoneAtMs: number | null }[]).map(({ undoneAtMs, ...row }) => ({
    ...row,
    undone: undoneAtMs !== null,
  }));
}

/** Takes a book out again that was brought in; refused, with nothing changed, where something has been built on it since. */
export function undoImport(id: string, atMs: number): { readonly ok: boolean; readonly says: string } {
  try {
    return inTransaction(() => {
      const row = sql('SELECT undo, undone_at_ms AS undoneAtMs FROM book_imports WHERE id = ?').get(id) as
        | { undo: string; undoneAtMs: number | null }
        | undefined;
      if (!row || row.undoneAtMs !== null) return { ok: false, says: 'That was taken back already.' };
      const undo = readImportUndo(row.undo);
      if (!undo) return { ok: false, says: 'That was brought in by another version of Steady Reel, and is not taken back by this one.' };
      const changed = [...new Set(changedSince(undo))];
      if (changed.length > 0) {
        const named = changed.slice(0, 3).join(', ') + (changed.length > 3 ? ` and ${changed.length - 3} more` : '');
        return { ok: false, says: `What that book brought was changed since: ${named}. It stays. Restore the copy from before instead.` };
      }
      db().pragma('defer_foreign_keys = ON');
      const { added, replaced } = undo;
      for (const [name, keys] of [...added].reverse()) {
        const section = sectionNamed(name);
        for (const key of [...keys].reverse()) removeRow(section, key);
      }
      for (const [name, records] of replaced) for (const record of records) updateRow(sectionNamed(name), record);
      sql('UPDATE book_imports SET undone_at_ms = ? WHERE id = ?').run(atMs, id);
      return { ok: true, says: 'The book is as it was before.' };
    });
  } catch (error) {
    reasonOf(error);
    return {
      ok: false,
      says: 'Something has been built on what that book brought since, so it stays. Restore the copy from before instead.',
    };
  }
}
