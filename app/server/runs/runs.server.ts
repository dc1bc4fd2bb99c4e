import { parseJson } from '../../../core/json-text.ts';
import { readRunPlan, type RunPlan } from '../../../core/run/plan/run-plan.ts';
import { holdClock, markClock } from '../database/clock.server.ts';
import { sql } from '../database/database.server.ts';
import { readable } from '../database/readable.server.ts';

export type RunRowState = 'queued' | 'live' | 'finished' | 'given-up' | 'cancelled';

export interface Run {
  readonly id: string;
  readonly sessionId: string;
  readonly position: number;
  readonly batchId: string;
  readonly tankId: string;
  readonly plan: RunPlan;
  readonly runRolls: number;
  readonly seenRemjet: boolean;
  readonly state: RunRowState;
  readonly endedAtMs: number | null;
  readonly verdict: string;
  /** The run whose film this one repairs; null for all others. */
  readonly repairs: string | null;
}

interface Row {
  readonly id: string;
  readonly session_id: string;
  readonly position: number;
  readonly batch_id: string;
  readonly tank_id: string;
  readonly plan: string;
  readonly run_rolls: number;
  readonly seen_remjet: number;
  readonly state: RunRowState;
  readonly ended_at_ms: number | null;
  readonly verdict: string;
  readonly repairs: string | null;
}

const COLUMNS = 'id, session_id, position, batch_id, tank_id, plan, run_rolls, seen_remjet, state, ended_at_ms, verdict, repairs';

const fromRow = (row: Row): Run => ({
  id: row.id,
  sessionId: row.session_id,
  position: row.position,
  batchId: row.batch_id,
  tankId: row.tank_id,
  plan: readRunPlan(JSON.parse(row.plan)),
  runRolls: row.run_rolls,
  seenRemjet: row.seen_remjet === 1,
  state: row.state,
  endedAtMs: row.ended_at_ms,
  verdict: row.verdict,
  repairs: row.repairs,
});

export function findRun(id: string): Run | null {
  const row = sql(`SELECT ${COLUMNS} FROM runs WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function liveRun(): Run | null {
  const row = sql(`SELECT ${COLUMNS} FROM runs WHERE state = 'live'`).get() as Row | undefined;
  return row ? fromRow(row) : null;
}

export function runsOfSession(sessionId: string): Run[] {
  return readable(sql(`SELECT ${COLUMNS} FROM runs WHERE session_id = ? ORDER BY position`).all(sessionId) as Row[], fromRow);
}

/** Runs that were planned and not yet begun, in order. */
export function queuedRuns(): Run[] {
  const rows = sql(
    `SELECT ${COLUMNS.split(', ')
      .map((column) => `runs.${column}`)
      .join(', ')} FROM runs
     JOIN sessions ON sessions.id = runs.session_id WHERE state = 'queued' ORDER BY started_at_ms, position`,
  ).all() as Row[];
  return readable(rows, fromRow);
}

/** Finished and given-up runs, newest first. */
export function endedRuns(limit: number, offset: number): { readonly runs: Run[]; readonly total: number } {
  const rows = sql(`SELECT ${COLUMNS} FROM runs WHERE ended_at_ms IS NOT NULL ORDER BY ended_at_ms DESC LIMIT ? OFFSET ?`).all(
    limit,
    offset,
  );
  const { total } = sql('SELECT count(*) AS total FROM runs WHERE ended_at_ms IS NOT NULL').get() as { total: number };
  return { runs: readable(rows as Row[], fromRow), total };
}

/** The last run that a kit was finished with, whichever of its batches. */
export function lastRunOfKit(kitId: string): Run | null {
  const row = sql(
    `SELECT ${COLUMNS} FROM runs
     WHERE state = 'finished' AND repairs IS NULL AND batch_id IN (SELECT id FROM batches WHERE kit_id = ?) ORDER BY ended_at_ms DESC LIMIT 1`,
  ).get(kitId) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function insertSession(id: string, startedAtMs: number, draft: object = {}): void {
  sql('INSERT INTO sessions (id, started_at_ms, draft) VALUES (?, ?, ?)').run(id, startedAtMs, JSON.stringify(draft));
}

/** What a session was set to when it started, as it was stored; null for a session that is not there. */
export function draftOfSession(id: string): unknown {
  const row = sql('SELECT draft FROM sessions WHERE id = ?').get(id) as { draft: string } | undefined;
  return row ? parseJson(row.draft) : null;
}

export function insertRun(run: Omit<Run, 'endedAtMs' | 'verdict' | 'repairs'> & { readonly repairs?: string }): void {
  sql(
    `INSERT INTO runs (id, session_id, position, batch_id, tank_id, plan, run_rolls, seen_remjet, state, repairs)
     VALUES (@id, @sessionId, @position, @batchId, @tankId, @plan, @runRolls, @seenRemjet, @state, @repairs)`,
  ).run({ repairs: null, ...run, plan: JSON.stringify(run.plan), seenRemjet: run.seenRemjet ? 1 : 0 });
  if (run.state !== 'live') return;
  holdClock(true);
  markClock();
}

/** While a run is at the Bench its clock is held: a machine's clock that is set meanwhile changes no duration. */
export function setRunState(id: string, state: RunRowState, endedAtMs: number | null): void {
  sql('UPDATE runs SET state = ?, ended_at_ms = ? WHERE id = ?').run(state, endedAtMs, id);
  // A run left out of an evening lets go of no clock that another holds.
  holdClock(state === 'live' || liveRunTitle() !== null);
  if (state === 'live') markClock();
}

/** What stands in a queued run's place after a change: its plan, tank and batch, under the id and place that it had. */
export function replaceRun(run: Pick<Run, 'id' | 'position' | 'batchId' | 'tankId' | 'plan' | 'runRolls' | 'seenRemjet'>): void {
  sql(
    `UPDATE runs SET position = @position, batch_id = @batchId, tank_id = @tankId, plan = @plan, run_rolls = @runRolls,
       seen_remjet = @seenRemjet WHERE id = @id AND state = 'queued'`,
  ).run({ ...run, plan: JSON.stringify(run.plan), seenRemjet: run.seenRemjet ? 1 : 0 });
}

/** The session that goes on: the one whose run is at the Bench, else the oldest with runs still to come; null when none does. */
export function openSessionId(): string | null {
  const row = sql(
    `SELECT session_id AS id FROM runs JOIN sessions ON sessions.id = runs.session_id WHERE state IN ('live', 'queued')
     ORDER BY state = 'live' DESC, started_at_ms, position LIMIT 1`,
  ).get() as { id: string } | undefined;
  return row?.id ?? null;
}

/** The place behind the last run of a session. */
export function nextPosition(sessionId: string): number {
  const row = sql("SELECT coalesce(max(position), -1) + 1 AS next FROM runs WHERE session_id = ? AND state <> 'cancelled'").get(sessionId);
  return (row as { next: number }).next;
}

/** What undo takes a session back to, as it was stored, the latest last. */
export function undoOfSession(id: string): unknown {
  const row = sql('SELECT undo FROM sessions WHERE id = ?').get(id) as { undo: string } | undefined;
  return row ? parseJson(row.undo) : [];
}

export function writeSession(id: string, draft: object, undo: readonly object[]): void {
  sql('UPDATE sessions SET draft = ?, undo = ? WHERE id = ?').run(JSON.stringify(draft), JSON.stringify(undo), id);
}

/** The run at the Bench by its name alone: every page asks, and a whole plan is long to read. */
export function liveRunTitle(): { readonly id: string; readonly title: string } | null {
  const row = sql("SELECT id, json_extract(plan, '$.title') AS title FROM runs WHERE state = 'live'").get();
  return (row as { id: string; title: string } | undefined) ?? null;
}

/** When a run's session was started: none of its acts lies before that. */
export function sessionStartedAtMs(sessionId: string): number | null {
  const row = sql('SELECT started_at_ms AS ms FROM sessions WHERE id = ?').get(sessionId) as { ms: number } | undefined;
  return row?.ms ?? null;
}

/** Runs that were planned and are not done, the one at the Bench first; without those that a session is planning anew. */
export function openRuns(exceptQueuedOf = ''): Run[] {
  const rows = sql(
    `SELECT ${COLUMNS} FROM runs WHERE state = 'live' OR (state = 'queued' AND session_id <> ?)
     ORDER BY state = 'live' DESC, session_id, position`,
  ).all(exceptQueuedOf) as Row[];
  return readable(rows, fromRow);
}

export function setRunVerdict(id: string, verdict: string): void {
  sql('UPDATE runs SET verdict = ? WHERE id = ?').run(verdict, id);
}

/** Repairs of a run's film, the latest first. */
export function repairsOfRun(runId: string): Run[] {
  return readable(
    sql(`SELECT ${COLUMNS} FROM runs WHERE repairs = ? AND state <> 'cancelled' ORDER BY ended_at_ms DESC`).all(runId) as Row[],
    fromRow,
  );
}

export function runsById(ids: readonly string[]): Run[] {
  const rows = sql(`SELECT ${COLUMNS} FROM runs WHERE id IN (SELECT value FROM json_each(?))`).all(JSON.stringify(ids)) as Row[];
  const byId = new Map(readable(rows, fromRow).map((run) => [run.id, run]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** The last runs that were finished, the newest first; repairs have no developer to be judged by. */
export function runsForTrends(limit: number): Run[] {
  const rows = sql(`SELECT ${COLUMNS} FROM runs WHERE state = 'finished' AND repairs IS NULL ORDER BY ended_at_ms DESC LIMIT ?`).all(limit);
  return readable(rows as Row[], fromRow);
}
