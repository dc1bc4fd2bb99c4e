import type { Process } from '../../../core/film/process.ts';
import type { Nearness } from '../../../core/run/last-time.ts';
import { sql } from '../database/database.server.ts';
import { findRun, type Run } from './runs.server.ts';

interface Asked {
  readonly film: string;
  readonly process: Process;
  readonly pushStops: number;
  readonly kitId: string;
}

/** Nobody's memory goes further back than this many runs of one film, and no page should. */
const FAR_ENOUGH = 100;

/** The nearest finished run, newest first within its nearness; repairs are no such runs. */
export function lastRunOf({ film, process, pushStops, kitId }: Asked): { readonly run: Run; readonly near: Nearness } | null {
  const ofFilm = sql(
    // The newest first, by an index of their ends (migration 16), and only then their plans are read: a plan is long.
    `SELECT id, json_extract(plan, '$.pushStops') AS push FROM runs WHERE id IN (
       SELECT id FROM runs WHERE state = 'finished' AND repairs IS NULL AND +id IN (SELECT run_id FROM rolls WHERE film = ? AND film <> '' AND run_id IS NOT NULL)
       ORDER BY ended_at_ms DESC LIMIT ${FAR_ENOUGH})
     AND json_extract(plan, '$.process') = ? ORDER BY ended_at_ms DESC`,
  ).all(film, process) as { id: string; push: number }[];
  const isPush = ({ push }: { readonly push: number }) => Math.abs(push - pushStops) < 0.01;
  const found = (id: string | undefined, near: Nearness) => {
    const run = id === undefined ? null : findRun(id);
    return run && { run, near };
  };
  const same = found(ofFilm.find(isPush)?.id, 'film-and-push') ?? found(ofFilm[0]?.id, 'film');
  if (same) return same;
  const ofKit = sql(
    `SELECT id, json_extract(plan, '$.pushStops') AS push FROM runs WHERE id IN (
       SELECT id FROM runs WHERE state = 'finished' AND repairs IS NULL AND batch_id IN (SELECT id FROM batches WHERE kit_id = ?)
       ORDER BY ended_at_ms DESC LIMIT ${FAR_ENOUGH}) ORDER BY ended_at_ms DESC`,
  ).all(kitId) as { id: string; push: number }[];
  return found(ofKit.find(isPush)?.id, 'kit-and-push');
}

/** As many as still say something of how a film is done now. */
const WITNESSES = 6;

/** The finished runs of a film that somebody looked at, the newest first. */
export function lookedAtRunsOf(film: string, process: Process): string[] {
  const rows = sql(
    `SELECT id FROM runs WHERE id IN (SELECT run_id FROM looks WHERE deleted_at_ms IS NULL)
       AND id IN (SELECT run_id FROM rolls WHERE film = ? AND run_id IS NOT NULL)
       AND state = 'finished' AND repairs IS NULL AND json_extract(plan, '$.process') = ?
     ORDER BY ended_at_ms DESC LIMIT ${WITNESSES}`,
  ).all(film, process) as { id: string }[];
  return rows.map(({ id }) => id);
}
