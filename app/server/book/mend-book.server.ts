import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { databaseFile, db, inTransaction, sql } from '../database/database.server.ts';
import { liveRunTitle } from '../runs/runs.server.ts';
import { keyFields, removeRow, updateRow } from './rows.server.ts';
import { BOOK_SECTIONS, keyOf, type BookRecord, type BookSection } from './sections.ts';
import { faultsOfRecord } from './sound-record.ts';
import { recordOf, selectOf, valuesOf } from './write-book.server.ts';

export type Mended = { readonly ok: true; readonly says: string } | { readonly ok: false; readonly says: string };

interface Found {
  readonly section: BookSection;
  readonly record: BookRecord;
}

function find(name: string, key: string): Found | null {
  const section = BOOK_SECTIONS.find((each) => each.name === name);
  if (!section) return null;
  for (const row of sql(selectOf({ ...section, where: undefined })).all() as Record<string, unknown>[]) {
    const record = recordOf(section, row);
    if (keyOf(section, record) === key) return { section, record };
  }
  return null;
}

const GONE: Mended = { ok: false, says: 'That record is not there any more.' };

/** Puts what was typed into the fields of a record that were at fault; refused, with what is still wrong, where it is not whole then. */
export function mendRecord(sectionName: string, key: string, typed: ReadonlyMap<string, string>): Mended {
  return inTransaction((): Mended => {
    const found = find(sectionName, key);
    if (!found) return GONE;
    const { section, record } = found;
    const mended = { ...record };
    for (const { as, holds, nullable } of section.columns) {
      const text = typed.get(as)?.trim();
      if (text === undefined || section.key.includes(as)) continue;
      mended[as] = text === '' && nullable ? null : holds === 'number' ? Number(text.replace(',', '.')) : text;
    }
    const [wrong] = faultsOfRecord(section, mended);
    if (wrong) return { ok: false, says: `Still: ${wrong.says}` };
    updateRow(section, mended);
    return { ok: true, says: 'It is whole again.' };
  });
}

interface PointsTo {
  readonly section: BookSection;
  readonly from: string;
  readonly to: string;
  readonly nullable: boolean;
}

/** What in the book points to records of a table. */
function pointingTo(table: string): PointsTo[] {
  return BOOK_SECTIONS.flatMap((section) =>
    (db().pragma(`foreign_key_list('${section.table}')`) as { table: string; from: string; to: string | null }[])
      .filter((each) => each.table === table)
      .map(({ from, to }) => ({
        section,
        from,
        to: to ?? 'id',
        nullable: section.columns.find(({ column }) => column === from)?.nullable ?? false,
      })),
  );
}

/**
 * Takes a record out of the book that cannot be mended, with all that cannot stand without it, and keeps them in a file beside
 * the book. What can stand without it stays.
 */
export function setAside(sectionName: string, key: string, stamp: string): Mended {
  const aside: { section: string; record: BookRecord }[] = [];
  const take = ({ section, record }: Found) => {
    const values = valuesOf(section, record);
    for (const { section: theirs, from, to, nullable } of pointingTo(section.table)) {
      const value = values[to];
      if (nullable) {
        sql(`UPDATE ${theirs.table} SET ${from} = NULL WHERE ${from} = ?`).run(value);
        continue;
      }
      const select = selectOf({ ...theirs, where: `${from} = ?` });
      for (const row of sql(select).all(value) as Record<string, unknown>[]) take({ section: theirs, record: recordOf(theirs, row) });
    }
    removeRow(section, keyFields(section, record));
    aside.push({ section: section.name, record });
  };
  return inTransaction((): Mended => {
    const found = find(sectionName, key);
    if (!found) return GONE;
    if (faultsOfRecord(found.section, found.record).length === 0) return { ok: false, says: 'That record is whole: it stays.' };
    // A run may stand on it, as on its batch, its tank or its kit: nothing is taken from under a developer.
    if (liveRunTitle() !== null) return { ok: false, says: 'A run is at the Bench. A record is set aside when no run is live.' };
    db().pragma('defer_foreign_keys = ON');
    take(found);
    const folder = join(dirname(databaseFile()), 'set-aside');
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, `${stamp}-${sectionName}.json`), JSON.stringify(aside, null, 1));
    const with_ = aside.length > 1 ? ` with ${aside.length - 1} that could not stand without it` : '';
    return { ok: true, says: `Set aside${with_}; kept in ${folder}.` };
  });
}
