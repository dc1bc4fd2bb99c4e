import type { FormatId } from '../../core/film/format.ts';
import type { Process } from '../../core/film/process.ts';
import type { RollState } from '../../core/film/roll-state.ts';
import type { Treatment } from '../../core/film/treatment.ts';
import { sql } from './database/database.server.ts';

export interface RollFields {
  readonly name: string;
  readonly film: string;
  readonly process: Process;
  readonly format: FormatId;
  readonly count: number;
  readonly boxSpeed: number;
  readonly exposedSpeed: number;
  /** What it is developed at, by the person's own word; null: as exposed, and old film as its box says. */
  readonly developSpeed: number | null;
  readonly treatment: Treatment;
  readonly keeper: boolean;
  readonly expiredYear: number | null;
  readonly place: string;
  readonly note: string;
}

export interface Roll extends RollFields {
  readonly id: string;
  readonly state: RollState;
  readonly runId: string | null;
  readonly addedAtMs: number;
}

interface Row {
  readonly id: string;
  readonly name: string;
  readonly film: string;
  readonly process: Process;
  readonly format: FormatId;
  readonly count: number;
  readonly box_speed: number;
  readonly exposed_speed: number;
  readonly develop_speed: number | null;
  readonly treatment: Treatment;
  readonly keeper: number;
  readonly expired_year: number | null;
  readonly place: string;
  readonly note: string;
  readonly state: RollState;
  readonly run_id: string | null;
  readonly added_at_ms: number;
}

const COLUMNS =
  'id, name, film, process, format, count, box_speed, exposed_speed, develop_speed, treatment, keeper, expired_year, place, note, state, run_id, added_at_ms';

const fromRow = (row: Row): Roll => ({
  id: row.id,
  name: row.name,
  film: row.film,
  process: row.process,
  format: row.format,
  count: row.count,
  boxSpeed: row.box_speed,
  exposedSpeed: row.exposed_speed,
  developSpeed: row.develop_speed,
  treatment: row.treatment,
  keeper: row.keeper === 1,
  expiredYear: row.expired_year,
  place: row.place,
  note: row.note,
  state: row.state,
  runId: row.run_id,
  addedAtMs: row.added_at_ms,
});

export function waitingRolls(): Roll[] {
  const rows = sql(`SELECT ${COLUMNS} FROM rolls WHERE state = 'waiting' AND deleted_at_ms IS NULL ORDER BY added_at_ms, id`).all();
  return (rows as Row[]).map(fromRow);
}

export interface RollQuestion {
  readonly state: RollState | 'all';
  readonly search: string;
  readonly process: Process | 'all';
  readonly sort: 'added' | 'name' | 'film' | 'process';
  readonly limit: number;
  readonly offset: number;
}

const ORDER: Readonly<Record<RollQuestion['sort'], string>> = {
  added: 'added_at_ms DESC, id',
  name: 'name COLLATE NOCASE, added_at_ms',
  film: 'film COLLATE NOCASE, added_at_ms',
  process: 'process, added_at_ms',
};

/** One page of rolls and how many there are in all. Search looks in name, film, place and note. */
export function listRolls(question: RollQuestion): { readonly rolls: Roll[]; readonly total: number } {
  const { state, process, search, limit, offset } = question;
  // Only the conditions that are asked: `@state = 'all' OR …` would keep SQLite from its indexes and read every roll to count them.
  const where = [
    'deleted_at_ms IS NULL',
    state !== 'all' && 'state = @state',
    process !== 'all' && 'process = @process',
    search && `(${['name', 'film', 'place', 'note'].map((column) => `${column} LIKE @like ESCAPE '\\'`).join(' OR ')})`,
  ]
    .filter(Boolean)
    .join(' AND ');
  const like = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const asked = { state, process, like };
  const rows = sql(`SELECT ${COLUMNS} FROM rolls WHERE ${where} ORDER BY ${ORDER[question.sort]} LIMIT @limit OFFSET @offset`).all({
    ...asked,
    limit,
    offset,
  }) as Row[];
  const { total } = sql(`SELECT count(*) AS total FROM rolls WHERE ${where}`).get(asked) as { total: number };
  return { rolls: rows.map(fromRow), total };
}

export function rollCounts(): Record<RollState, number> {
  const rows = sql('SELECT state, count(*) AS n FROM rolls WHERE deleted_at_ms IS NULL GROUP BY state').all() as {
    state: RollState;
    n: number;
  }[];
  const counts: Record<RollState, number> = { waiting: 0, developing: 0, developed: 0, spoilt: 0 };
  for (const row of rows) counts[row.state] = row.n;
  return counts;
}

export function findRoll(id: string): Roll | null {
  const row = sql(`SELECT ${COLUMNS} FROM rolls WHERE id = ? AND deleted_at_ms IS NULL`).get(id) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function rollsOfRun(runId: string): Roll[] {
  return (sql(`SELECT ${COLUMNS} FROM rolls WHERE run_id = ? ORDER BY added_at_ms, id`).all(runId) as Row[]).map(fromRow);
}

const forSql = (fields: RollFields) => ({ ...fields, keeper: fields.keeper ? 1 : 0 });

export function addRoll(id: string, fields: RollFields, atMs: number): void {
  sql(
    `INSERT INTO rolls (id, name, film, process, format, count, box_speed, exposed_speed, develop_speed, treatment, keeper, expired_year, place, note, added_at_ms)
     VALUES (@id, @name, @film, @process, @format, @count, @boxSpeed, @exposedSpeed, @developSpeed, @treatment, @keeper, @expiredYear, @place, @note, @atMs)
     ON CONFLICT (id) DO NOTHING`,
  ).run({ id, ...forSql(fields), atMs });
}

export function updateRoll(id: string, fields: RollFields): void {
  sql(
    `UPDATE rolls SET name = @name, film = @film, process = @process, format = @format, count = @count, box_speed = @boxSpeed,
       exposed_speed = @exposedSpeed, develop_speed = @developSpeed, treatment = @treatment, keeper = @keeper, expired_year = @expiredYear, place = @place, note = @note
     WHERE id = @id`,
  ).run({ id, ...forSql(fields) });
}

export function setRollDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE rolls SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}

/** A roll taken into a run, finished with it, or put back to wait. */
export function setRollState(id: string, state: RollState, runId: string | null): void {
  sql('UPDATE rolls SET state = ?, run_id = ? WHERE id = ?').run(state, runId, id);
}

/** Films already known, most used first, to repeat without typing. */
export function knownFilms(): { readonly film: string; readonly process: Process; readonly boxSpeed: number }[] {
  return sql(
    `SELECT film, process, box_speed AS boxSpeed FROM rolls WHERE film <> '' GROUP BY film, process, box_speed ORDER BY count(*) DESC LIMIT 12`,
  ).all() as { film: string; process: Process; boxSpeed: number }[];
}
