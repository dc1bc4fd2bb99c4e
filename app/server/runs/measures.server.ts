import type { Process } from '../../../core/film/process.ts';
import { readStripMeasure, stripMeasureDocument, type StripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { sql } from '../database/database.server.ts';

/** A strip that was measured. Only those of one scanner and setting compare (domain.md 17). */
export interface Measured {
  readonly id: string;
  readonly runId: string;
  readonly rollId: string | null;
  readonly scanner: string;
  readonly measure: StripMeasure;
  readonly good: boolean;
  readonly hasPicture: boolean;
  readonly atMs: number;
}

interface Row {
  readonly id: string;
  readonly runId: string;
  readonly rollId: string | null;
  readonly scanner: string;
  readonly document: string;
  readonly good: number;
  readonly hasPicture: number;
  readonly atMs: number;
}

const SELECT = `SELECT measures.id, measures.run_id AS runId, measures.roll_id AS rollId, scanner, document, good, picture IS NOT NULL AS hasPicture,
  measures.at_ms AS atMs FROM measures`;

function fromRows(rows: readonly unknown[]): Measured[] {
  return (rows as Row[]).flatMap(({ document, good, hasPicture, ...row }) => {
    const measure = readStripMeasure(JSON.parse(document));
    return measure ? [{ ...row, measure, good: good === 1, hasPicture: hasPicture === 1 }] : [];
  });
}

export function measuresOfRun(runId: string): Measured[] {
  return fromRows(sql(`${SELECT} WHERE run_id = ? AND deleted_at_ms IS NULL ORDER BY at_ms DESC`).all(runId));
}

/** A measure with the run it belongs to, by the run's own time: a roll scanned late stands where it was developed. */
export interface ChartedMeasure extends Measured {
  readonly batchId: string;
  readonly process: Process;
  readonly runEndedAtMs: number;
  readonly title: string;
}

export function measuresInOrder(): ChartedMeasure[] {
  const rows = sql(
    `SELECT m.*, runs.batch_id AS batchId, runs.ended_at_ms AS runEndedAtMs, json_extract(runs.plan, '$.title') AS title,
       json_extract(runs.plan, '$.process') AS process
     FROM (${SELECT} WHERE deleted_at_ms IS NULL) AS m JOIN runs ON runs.id = m.runId ORDER BY runs.ended_at_ms, m.atMs, m.id`,
  ).all();
  return fromRows(rows) as ChartedMeasure[];
}

/** Scanners with their settings as they were called, the last used first. */
export function knownScanners(): string[] {
  return sql('SELECT scanner FROM measures WHERE deleted_at_ms IS NULL GROUP BY scanner ORDER BY max(at_ms) DESC')
    .all()
    .map((row) => (row as { scanner: string }).scanner);
}

export function addMeasure(
  { id, runId, rollId, scanner, measure, good, atMs }: Omit<Measured, 'hasPicture'>,
  picture: Uint8Array | null,
): void {
  sql(
    `INSERT INTO measures (id, run_id, roll_id, scanner, document, picture, good, at_ms)
     VALUES (@id, @runId, @rollId, @scanner, @document, @picture, @good, @atMs) ON CONFLICT (id) DO NOTHING`,
  ).run({ id, runId, rollId, scanner, document: JSON.stringify(stripMeasureDocument(measure)), picture, good: good ? 1 : 0, atMs });
}

export function setMeasureGood(id: string, good: boolean): void {
  sql('UPDATE measures SET good = ? WHERE id = ?').run(good ? 1 : 0, id);
}

export function setMeasureDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE measures SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}

export function pictureOfMeasure(id: string): Buffer | null {
  const row = sql('SELECT picture FROM measures WHERE id = ? AND deleted_at_ms IS NULL').get(id) as { picture: Buffer | null } | undefined;
  return row?.picture ?? null;
}
