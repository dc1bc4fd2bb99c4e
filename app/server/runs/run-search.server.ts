import { causeById } from '../../../core/inspection/causes.ts';
import type { Verdict } from '../../../core/inspection/judge.ts';
import { inTransaction, sql } from '../database/database.server.ts';

/** What a run is found by beside its own words: how its strips were judged. */
export interface Judged {
  readonly verdict: Verdict | null;
  readonly causes: readonly string[];
}

/** Writes what a run is found by, from its rows. It is an index: it can be written anew at any time. */
export function indexRun(runId: string, { verdict, causes }: Judged): void {
  inTransaction(() => {
    sql('INSERT INTO run_search (run_id, verdict) VALUES (?, ?) ON CONFLICT (run_id) DO UPDATE SET verdict = excluded.verdict').run(
      runId,
      verdict,
    );
    const { number } = sql('SELECT number FROM run_search WHERE run_id = ?').get(runId) as { number: number };
    sql('DELETE FROM run_words WHERE rowid = ?').run(number);
    sql(
      `INSERT INTO run_words (rowid, names, films, notes, lessons, causes)
       SELECT @number,
         (SELECT coalesce(group_concat(name, ' '), '') FROM rolls WHERE rolls.run_id = runs.id) || ' ' || coalesce(json_extract(plan, '$.title'), ''),
         (SELECT coalesce(group_concat(film || ' ' || place || ' ' || note, ' '), '') FROM rolls WHERE rolls.run_id = runs.id),
         runs.verdict || ' ' || (SELECT coalesce(group_concat(json_extract(document, '$.text'), ' '), '') FROM run_events
             WHERE run_events.run_id = runs.id AND kind = 'note') || ' ' ||
           (SELECT coalesce(group_concat(json_extract(document, '$.note'), ' '), '') FROM looks WHERE looks.run_id = runs.id AND deleted_at_ms IS NULL),
         (SELECT coalesce(group_concat(text, ' '), '') FROM lessons WHERE lessons.run_id = runs.id AND deleted_at_ms IS NULL),
         @causes
       FROM runs WHERE id = @runId`,
    ).run({ number, runId, causes: causes.map((id) => causeById(id)?.title ?? id).join(' ') });
  });
}

export interface RunQuestion {
  readonly search: string;
  readonly process: string;
  readonly kit: string;
  readonly batch: string;
  readonly tank: string;
  /** `2026-11`; empty for all. */
  readonly month: string;
  readonly verdict: string;
}

/** A typed search as the index asks it: every word must be there, as the beginning of one. Quotes and signs are no syntax. */
export function wordsAsked(search: string): string | null {
  const words = search.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length === 0
    ? null
    : words
        .slice(0, 12)
        .map((word) => `"${word}"*`)
        .join(' ');
}

export interface FoundRuns {
  readonly ids: readonly string[];
  readonly total: number;
}

/** A run that goes is found by nothing any more. */
export function dropFromSearch(runId: string): void {
  sql('DELETE FROM run_words WHERE rowid = (SELECT number FROM run_search WHERE run_id = ?)').run(runId);
  sql('DELETE FROM run_search WHERE run_id = ?').run(runId);
}

/**
 * Ended runs that answer a question, the newest first. `monthMs` is the month as instants in the person's zone. A search
 * of signs alone finds nothing.
 */
export function findRuns(
  question: RunQuestion,
  monthMs: { readonly from: number; readonly to: number } | null,
  limit: number,
  offset: number,
): FoundRuns {
  const words = wordsAsked(question.search);
  if (question.search.trim() !== '' && words === null) return { ids: [], total: 0 };
  const where = [
    'runs.ended_at_ms IS NOT NULL',
    words && 'run_search.number IN (SELECT rowid FROM run_words WHERE run_words MATCH @words)',
    question.process && "json_extract(runs.plan, '$.process') = @process",
    question.kit && 'batches.kit_id = @kit',
    question.batch && 'runs.batch_id = @batch',
    question.tank && 'runs.tank_id = @tank',
    monthMs && 'runs.ended_at_ms >= @from AND runs.ended_at_ms < @to',
    question.verdict === 'unseen' ? 'run_search.verdict IS NULL' : question.verdict && 'run_search.verdict = @verdict',
  ]
    .filter(Boolean)
    .join(' AND ');
  const joined = [
    'runs',
    (words || question.verdict) && 'LEFT JOIN run_search ON run_search.run_id = runs.id',
    question.kit && 'JOIN batches ON batches.id = runs.batch_id',
  ]
    .filter(Boolean)
    .join(' ');
  const asked = { ...question, words, from: monthMs?.from ?? 0, to: monthMs?.to ?? 0 };
  const ids = sql(`SELECT runs.id FROM ${joined} WHERE ${where} ORDER BY runs.ended_at_ms DESC, runs.id LIMIT @limit OFFSET @offset`).all({
    ...asked,
    limit,
    offset,
  }) as { id: string }[];
  const { total } = sql(`SELECT count(*) AS total FROM ${joined} WHERE ${where}`).get(asked) as { total: number };
  return { ids: ids.map(({ id }) => id), total };
}

/** When runs ended between two instants, with how they were judged: what a calendar of the year is drawn of. */
export function runsBetween(
  fromMs: number,
  toMs: number,
): { readonly id: string; readonly endedAtMs: number; readonly rolls: number; readonly verdict: string | null }[] {
  return sql(
    `SELECT runs.id, ended_at_ms AS endedAtMs, run_rolls AS rolls, run_search.verdict AS verdict FROM runs
     LEFT JOIN run_search ON run_search.run_id = runs.id WHERE ended_at_ms >= ? AND ended_at_ms < ? ORDER BY ended_at_ms`,
  ).all(fromMs, toMs) as { id: string; endedAtMs: number; rolls: number; verdict: string | null }[];
}

/** What the logbook's runs can be narrowed to. */
export function runChoices(): {
  readonly processes: readonly string[];
  readonly batches: readonly { readonly id: string; readonly name: string }[];
  readonly tanks: readonly { readonly id: string; readonly name: string }[];
  readonly kits: readonly { readonly id: string; readonly name: string }[];
  readonly firstMs: number | null;
} {
  const batches = sql(
    `SELECT batches.id, batches.name, kit_id AS kitId, json_extract(kit_document, '$.name') AS kitName, json_extract(kit_document, '$.process') AS process
     FROM batches WHERE id IN (SELECT DISTINCT batch_id FROM runs WHERE ended_at_ms IS NOT NULL) ORDER BY mixed_on DESC`,
  ).all() as { id: string; name: string; kitId: string; kitName: string; process: string }[];
  const tanks = sql('SELECT id, name FROM tanks WHERE id IN (SELECT DISTINCT tank_id FROM runs) ORDER BY name').all();
  const { first } = sql('SELECT min(ended_at_ms) AS first FROM runs').get() as { first: number | null };
  return {
    processes: [...new Set(batches.map(({ process }) => process))].sort(),
    batches: batches.map(({ id, name }) => ({ id, name })),
    tanks: tanks as { id: string; name: string }[],
    kits: [...new Map(batches.map(({ kitId, kitName }) => [kitId, { id: kitId, name: kitName }])).values()],
    firstMs: first,
  };
}

/** How runs were judged, by run; those that nobody looked at are left out. */
export function verdictsOf(runIds: readonly string[]): ReadonlyMap<string, Verdict> {
  const rows = sql(
    'SELECT run_id AS id, verdict FROM run_search WHERE verdict IS NOT NULL AND run_id IN (SELECT value FROM json_each(?))',
  ).all(JSON.stringify(runIds));
  return new Map((rows as { id: string; verdict: Verdict }[]).map(({ id, verdict }) => [id, verdict]));
}
