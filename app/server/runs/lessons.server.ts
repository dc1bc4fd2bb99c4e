import { ABOUT, type Lesson, type LessonAbout } from '../../../core/lessons/lesson.ts';
import { MOMENTS, type Moment } from '../../../core/lessons/moment.ts';
import { sql } from '../database/database.server.ts';

export interface KeptLesson extends Lesson {
  /** The run that taught it; null for one that was written down by itself. */
  readonly runId: string | null;
  readonly keptAtMs: number;
  readonly doneAtMs: number | null;
  /** How often it was asked about, and how often it had helped. */
  readonly asked: number;
  readonly helped: number;
}

interface Row {
  readonly id: string;
  readonly run_id: string | null;
  readonly text: string;
  readonly about: LessonAbout['kind'];
  readonly about_is: string;
  readonly about_name: string;
  readonly at_moment: string;
  readonly kept_at_ms: number;
  readonly done_at_ms: number | null;
  readonly asked: number;
  readonly helped: number;
}

const SELECT = `SELECT lessons.*, (SELECT count(*) FROM lesson_answers WHERE lesson_id = lessons.id) AS asked,
  (SELECT coalesce(sum(helped), 0) FROM lesson_answers WHERE lesson_id = lessons.id) AS helped FROM lessons`;

/** A moment that this version does not know is the evening's first: nothing that was learnt is lost. */
const momentOf = (word: string): Moment => MOMENTS.find((moment) => moment === word) ?? 'planning';

const fromRow = (row: Row): KeptLesson => ({
  id: row.id,
  runId: row.run_id,
  text: row.text,
  about: { kind: ABOUT.find((kind) => kind === row.about) ?? 'everything', is: row.about_is, name: row.about_name },
  at: momentOf(row.at_moment),
  keptAtMs: row.kept_at_ms,
  doneAtMs: row.done_at_ms,
  asked: row.asked,
  helped: row.helped,
});

/** All that are kept, the newest first; those that are done with behind them. */
export function allLessons(): KeptLesson[] {
  return (sql(`${SELECT} WHERE deleted_at_ms IS NULL ORDER BY done_at_ms IS NOT NULL, kept_at_ms DESC, id`).all() as Row[]).map(fromRow);
}

/** Those that return, the newest first. */
export function lessonsInUse(): KeptLesson[] {
  return (sql(`${SELECT} WHERE done_at_ms IS NULL AND deleted_at_ms IS NULL ORDER BY kept_at_ms DESC, id`).all() as Row[]).map(fromRow);
}

export function lessonsOfRun(runId: string): KeptLesson[] {
  return (sql(`${SELECT} WHERE run_id = ? AND deleted_at_ms IS NULL ORDER BY kept_at_ms, id`).all(runId) as Row[]).map(fromRow);
}

export function findLesson(id: string): KeptLesson | null {
  const row = sql(`${SELECT} WHERE id = ? AND deleted_at_ms IS NULL`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** Keeps a lesson under its id; reworded, it stays the one that it was. */
export function saveLesson({ id, text, about, at, runId }: Lesson & { readonly runId: string | null }, atMs: number): void {
  sql(
    `INSERT INTO lessons (id, run_id, text, about, about_is, about_name, at_moment, kept_at_ms)
     VALUES (@id, @runId, @text, @about, @aboutIs, @aboutName, @at, @atMs)
     ON CONFLICT (id) DO UPDATE SET text = excluded.text, about = excluded.about, about_is = excluded.about_is,
       about_name = excluded.about_name, at_moment = excluded.at_moment`,
  ).run({ id, runId, text, about: about.kind, aboutIs: about.is, aboutName: about.name, at, atMs });
}

/** Done with: it does not return any more, and is not forgotten either. */
export function setLessonDone(id: string, doneAtMs: number | null): void {
  sql('UPDATE lessons SET done_at_ms = ? WHERE id = ?').run(doneAtMs, id);
}

export function setLessonDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE lessons SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}

export function answerLesson(lessonId: string, runId: string, helped: boolean, atMs: number): void {
  sql(
    `INSERT INTO lesson_answers (lesson_id, run_id, helped, at_ms) VALUES (?, ?, ?, ?)
     ON CONFLICT (lesson_id, run_id) DO UPDATE SET helped = excluded.helped, at_ms = excluded.at_ms`,
  ).run(lessonId, runId, helped ? 1 : 0, atMs);
}

/** What was answered about lessons after a run, by lesson. */
export function answersOfRun(runId: string): ReadonlyMap<string, boolean> {
  const rows = sql('SELECT lesson_id AS lesson, helped FROM lesson_answers WHERE run_id = ?').all(runId);
  return new Map((rows as { lesson: string; helped: number }[]).map(({ lesson, helped }) => [lesson, helped === 1]));
}
