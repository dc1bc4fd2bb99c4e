import { inspectionDocument, readInspection, type FilmIs, type LookDocument } from '../../../core/inspection/read-inspection.ts';
import { sql } from '../database/database.server.ts';

/** One look at a roll, or at all rolls of a run alike. */
export interface Look extends LookDocument {
  readonly id: string;
  readonly runId: string;
  readonly rollId: string | null;
  readonly filmIs: FilmIs;
  readonly atMs: number;
}

interface Row {
  readonly id: string;
  readonly runId: string;
  readonly rollId: string | null;
  readonly filmIs: FilmIs;
  readonly document: string;
  readonly atMs: number;
}

const SELECT = 'SELECT id, run_id AS runId, roll_id AS rollId, film_is AS filmIs, document, at_ms AS atMs FROM looks';

const fromRow = ({ document, ...row }: Row): Look => ({ ...row, ...readInspection(JSON.parse(document)) });

/** Looks at the rolls of a run, the latest first. */
export function looksOfRun(runId: string): Look[] {
  return (sql(`${SELECT} WHERE run_id = ? AND deleted_at_ms IS NULL ORDER BY at_ms DESC, id DESC`).all(runId) as Row[]).map(fromRow);
}

export function findLook(id: string): Look | null {
  const row = sql(`${SELECT} WHERE id = ? AND deleted_at_ms IS NULL`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** Keeps a look under its id: a new one, or the same one changed. It stays dated by when it was first kept. */
export function saveLook({ id, runId, rollId, filmIs, seen, note, atMs }: Look): void {
  sql(
    `INSERT INTO looks (id, run_id, roll_id, film_is, document, at_ms, changed_at_ms) VALUES (@id, @runId, @rollId, @filmIs, @document, @atMs, @atMs)
     ON CONFLICT (id) DO UPDATE SET roll_id = excluded.roll_id, film_is = excluded.film_is, document = excluded.document,
       changed_at_ms = excluded.changed_at_ms, deleted_at_ms = NULL`,
  ).run({ id, runId, rollId, filmIs, atMs, document: JSON.stringify(inspectionDocument({ seen, note })) });
}

export function setLookDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE looks SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
