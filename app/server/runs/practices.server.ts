import { readClock, type ClockMark } from '../../../core/practice/practice-clock.ts';
import { isSceneId, type SceneId } from '../../../core/practice/scene.ts';
import { storedEvent, type RunEvent } from '../../../core/run/acts/event.ts';
import { readStoredEvent } from '../../../core/run/acts/read-event.ts';
import { readRunPlan, type RunPlan } from '../../../core/run/plan/run-plan.ts';
import { sql } from '../database/database.server.ts';
import type { StoredEvent } from './run-events.server.ts';

/** A run in a kitchen that is made up. */
export interface Practice {
  readonly id: string;
  readonly scene: SceneId;
  readonly seed: number;
  readonly plan: RunPlan;
  readonly startedAtMs: number;
  readonly clock: readonly ClockMark[];
  readonly endedAtMs: number | null;
  readonly marks: number | null;
}

interface Row {
  readonly id: string;
  readonly scene: string;
  readonly seed: number;
  readonly plan: string;
  readonly started_at_ms: number;
  readonly clock: string;
  readonly ended_at_ms: number | null;
  readonly marks: number | null;
}

const fromRow = (row: Row): Practice => ({
  id: row.id,
  scene: isSceneId(row.scene) ? row.scene : 'calm',
  seed: row.seed,
  plan: readRunPlan(JSON.parse(row.plan)),
  startedAtMs: row.started_at_ms,
  clock: readClock(JSON.parse(row.clock)),
  endedAtMs: row.ended_at_ms,
  marks: row.marks,
});

const COLUMNS = 'id, scene, seed, plan, started_at_ms, clock, ended_at_ms, marks';

export function findPractice(id: string): Practice | null {
  const row = sql(`SELECT ${COLUMNS} FROM practices WHERE id = ?`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** Begun twice with one id it is begun once. */
export function insertPractice(practice: Omit<Practice, 'endedAtMs' | 'marks'>): void {
  const { id, scene, seed, plan, startedAtMs, clock } = practice;
  sql('INSERT INTO practices (id, scene, seed, plan, started_at_ms, clock) VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING').run(
    id,
    scene,
    seed,
    JSON.stringify(plan),
    startedAtMs,
    JSON.stringify(clock),
  );
}

export function setPracticeClock(id: string, clock: readonly ClockMark[]): void {
  sql('UPDATE practices SET clock = ? WHERE id = ?').run(JSON.stringify(clock), id);
}

export function setPracticeEnd(id: string, endedAtMs: number | null, marks: number | null): void {
  sql('UPDATE practices SET ended_at_ms = ?, marks = ? WHERE id = ?').run(endedAtMs, marks, id);
}

export function deletePractice(id: string): void {
  sql('DELETE FROM practices WHERE id = ?').run(id);
}

/** A practice as a list shows it. */
export interface PracticeLine {
  readonly id: string;
  readonly scene: SceneId;
  readonly seed: number;
  readonly title: string;
  readonly startedAtMs: number;
  readonly endedAtMs: number | null;
  readonly marks: number | null;
}

/** The newest first. */
export function recentPractices(limit: number): PracticeLine[] {
  const rows = sql(
    `SELECT id, scene, seed, started_at_ms, ended_at_ms, marks, json_extract(plan, '$.title') AS title
     FROM practices ORDER BY started_at_ms DESC, rowid DESC LIMIT ?`,
  ).all(limit) as (Omit<Row, 'plan' | 'clock'> & { title: string })[];
  return rows.map((row) => ({
    id: row.id,
    scene: isSceneId(row.scene) ? row.scene : 'calm',
    seed: row.seed,
    title: row.title,
    startedAtMs: row.started_at_ms,
    endedAtMs: row.ended_at_ms,
    marks: row.marks,
  }));
}

/** The best that was reached in each scene, and how often it was finished. */
export function bestByScene(): ReadonlyMap<string, { readonly marks: number; readonly times: number }> {
  const rows = sql('SELECT scene, max(marks) AS marks, count(*) AS times FROM practices WHERE marks IS NOT NULL GROUP BY scene').all() as {
    scene: string;
    marks: number;
    times: number;
  }[];
  return new Map(rows.map(({ scene, ...best }) => [scene, best]));
}

export function eventsOfPractice({ id, plan }: Pick<Practice, 'id' | 'plan'>, afterSeq = 0): StoredEvent[] {
  const rows = sql('SELECT seq, document FROM practice_events WHERE practice_id = ? AND seq > ? ORDER BY seq').all(id, afterSeq) as {
    seq: number;
    document: string;
  }[];
  return rows.flatMap((row) => {
    const read = readStoredEvent(JSON.parse(row.document), plan);
    return read.ok ? [{ seq: row.seq, event: read.value }] : [];
  });
}

export function findPracticeEvent(id: string): { readonly seq: number; readonly practiceId: string; readonly document: string } | null {
  const row = sql('SELECT seq, practice_id AS practiceId, document FROM practice_events WHERE id = ?').get(id);
  return (row as { seq: number; practiceId: string; document: string } | undefined) ?? null;
}

/** Begun twice with one id it is begun once. */
export function insertPracticeEvent(practiceId: string, event: RunEvent): number {
  const { lastInsertRowid } = sql('INSERT INTO practice_events (practice_id, id, document) VALUES (?, ?, ?)').run(
    practiceId,
    event.id,
    JSON.stringify(storedEvent(event)),
  );
  return Number(lastInsertRowid);
}
