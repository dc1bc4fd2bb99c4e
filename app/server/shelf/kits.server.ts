import { developsFilm, type Kit, type ShelfKit } from '../../../core/kit/kit.ts';
import { readStoredKit } from '../../../core/kit/stored-kit.ts';
import { sql } from '../database/database.server.ts';
import { readable } from '../database/readable.server.ts';

export interface KitOnShelf {
  readonly id: string;
  readonly shipped: boolean;
  readonly kit: ShelfKit;
}

/** A kit that takes a film through all its baths. */
export interface FilmKitOnShelf extends KitOnShelf {
  readonly kit: Kit;
}

function isFilmKit(on: KitOnShelf): on is FilmKitOnShelf {
  return developsFilm(on.kit);
}

interface Row {
  readonly id: string;
  readonly document: string;
  readonly shipped: number;
}

const fromRow = (row: Row): KitOnShelf => ({ id: row.id, shipped: row.shipped === 1, kit: readStoredKit(row.document) });

export function listKits(): KitOnShelf[] {
  const rows = sql(
    'SELECT id, document, shipped FROM kits WHERE deleted_at_ms IS NULL ORDER BY shipped, added_at_ms, rowid',
  ).all() as Row[];
  return readable(rows, fromRow);
}

/** Kits without the single baths, which no film goes through alone. */
export function listFilmKits(): FilmKitOnShelf[] {
  return listKits().filter(isFilmKit);
}

export function findFilmKit(id: string): FilmKitOnShelf | null {
  const found = findKit(id);
  return found && isFilmKit(found) ? found : null;
}

export function findKit(id: string): KitOnShelf | null {
  const row = sql('SELECT id, document, shipped FROM kits WHERE id = ? AND deleted_at_ms IS NULL').get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** Ids of kits that were put away stay theirs: old batches still point at them. */
export function kitIdTaken(id: string): boolean {
  return sql('SELECT 1 FROM kits WHERE id = ?').get(id) !== undefined;
}

export function saveKit(kit: ShelfKit, atMs: number): void {
  sql(
    `INSERT INTO kits (id, document, shipped, added_at_ms) VALUES (?, ?, 0, ?)
     ON CONFLICT (id) DO UPDATE SET document = excluded.document, deleted_at_ms = NULL WHERE shipped = 0`,
  ).run(kit.id, JSON.stringify(kitDocument(kit)), atMs);
}

/**
 * Keeps a kit that was typed in, and returns its id. Posted twice it is there once: the second is like the first in
 * everything but its id. A copy may be like the kit that it was made from.
 */
export function saveNewKit(kit: ShelfKit, atMs: number, copiedFrom?: string): string {
  const but = (each: ShelfKit) => JSON.stringify({ ...kitDocument(each), id: '' });
  const asTyped = but(kit);
  const twin = listKits().find((each) => each.id !== copiedFrom && each.kit.name === kit.name && but(each.kit) === asTyped);
  if (!twin) saveKit(kit, atMs);
  return twin?.id ?? kit.id;
}

/** A kit as it is kept and given away: a single bath without a sequence, as its document has none (domain.md 4). */
export function kitDocument({ sequence, ...kit }: ShelfKit): object {
  return kit.process === 'any' ? kit : { ...kit, sequence };
}

export function setKitDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE kits SET deleted_at_ms = ? WHERE id = ? AND shipped = 0').run(deletedAtMs, id);
}
