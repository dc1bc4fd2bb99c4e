import { jugOf, JUGS, type Jug } from '../../../core/chemistry/safety/spent.ts';
import type { BathKind } from '../../../core/kit/kind.ts';
import { sql } from '../database/database.server.ts';

export interface JugNow {
  readonly jug: Jug;
  readonly ml: number;
  /** When one of its class was last taken away. */
  readonly lastOn: string | null;
}

export interface HandOver {
  readonly id: string;
  readonly jug: Jug;
  readonly on: string;
  readonly ml: number;
  readonly note: string;
}

/** Less than this clings to the walls. */
const A_DROP_ML = 0.5;

/**
 * What stands in the jugs: bottles emptied, solution taken out, one-shot and discarded baths, less what was handed over
 * (domain.md 15). A fold over the ledgers: an entry taken back is out of the jug again.
 */
export function jugsNow(): JugNow[] {
  const poured = sql(
    `SELECT bottles.kind AS kind, sum(entry.ml) AS ml
     FROM bottle_entries AS entry JOIN bottles ON bottles.number = entry.bottle_number
     LEFT JOIN bottle_entries AS counter ON counter.undoes = entry.id
     WHERE (entry.kind IN ('emptied', 'poured-away') OR entry.returned = 0) AND counter.id IS NULL GROUP BY bottles.kind`,
  ).all() as { kind: BathKind; ml: number | null }[];
  const gone = handOvers();
  return JUGS.map((jug) => {
    const into = poured.reduce((sum, each) => sum + (jugOf(each.kind) === jug ? (each.ml ?? 0) : 0), 0);
    const away = gone.filter((each) => each.jug === jug);
    const ml = into - away.reduce((sum, each) => sum + each.ml, 0);
    return { jug, ml: ml < A_DROP_ML ? 0 : Math.round(ml * 10) / 10, lastOn: away[0]?.on ?? null };
  });
}

/** Jugs that were taken away, the latest first. */
export function handOvers(): HandOver[] {
  return sql(
    `SELECT id, jug, on_day AS "on", ml, note FROM hand_overs WHERE undone_at_ms IS NULL ORDER BY on_day DESC, at_ms DESC`,
  ).all() as HandOver[];
}

export function addHandOver(handOver: HandOver, atMs: number): void {
  sql(
    'INSERT INTO hand_overs (id, jug, on_day, ml, note, at_ms) VALUES (@id, @jug, @on, @ml, @note, @atMs) ON CONFLICT (id) DO NOTHING',
  ).run({
    ...handOver,
    atMs,
  });
}

export function undoHandOver(id: string, atMs: number): void {
  sql('UPDATE hand_overs SET undone_at_ms = ? WHERE id = ? AND undone_at_ms IS NULL').run(atMs, id);
}
