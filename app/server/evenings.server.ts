import { parseJson } from '../../core/json-text.ts';
import { sql } from './database/database.server.ts';

/** An evening that is planned for a day to come. */
export interface KeptEvening {
  readonly id: string;
  readonly name: string;
  /** ISO date. */
  readonly onDay: string;
  /** `19:30` */
  readonly firstPour: string;
  /** What it was set to and how it was arranged, as it was stored; the Session place reads it. */
  readonly draft: unknown;
}

interface Row {
  readonly id: string;
  readonly name: string;
  readonly on_day: string;
  readonly first_pour: string;
  readonly draft: string;
}

const fromRow = (row: Row): KeptEvening => ({
  id: row.id,
  name: row.name,
  onDay: row.on_day,
  firstPour: row.first_pour,
  draft: parseJson(row.draft),
});

/** Evenings to come, the next first. */
export function keptEvenings(): KeptEvening[] {
  const rows = sql(
    'SELECT id, name, on_day, first_pour, draft FROM evenings WHERE deleted_at_ms IS NULL ORDER BY on_day, first_pour, id',
  ).all();
  return (rows as Row[]).map(fromRow);
}

export function findEvening(id: string): KeptEvening | null {
  const row = sql('SELECT id, name, on_day, first_pour, draft FROM evenings WHERE id = ?').get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function keepEvening(evening: Omit<KeptEvening, 'draft'> & { readonly draft: object }, atMs: number): void {
  sql(
    `INSERT INTO evenings (id, name, on_day, first_pour, draft, added_at_ms) VALUES (@id, @name, @onDay, @firstPour, @draft, @atMs)
     ON CONFLICT (id) DO NOTHING`,
  ).run({ ...evening, draft: JSON.stringify(evening.draft), atMs });
}

/** Let go, or taken back. */
export function setEveningDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE evenings SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
