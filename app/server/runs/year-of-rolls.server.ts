import type { Process } from '../../../core/film/process.ts';
import type { Verdict } from '../../../core/inspection/judge.ts';
import { figureOf } from '../../../core/inspection/strips/strip-measure.ts';
import { sql } from '../database/database.server.ts';
import { measuresInOrder } from './measures.server.ts';

/** One film of a year: how many rolls of it, and what came out. */
export interface FilmOfYear {
  readonly process: Process;
  /** Empty where nobody wrote it down. */
  readonly film: string;
  readonly rolls: number;
  readonly right: number;
  readonly judged: Readonly<Partial<Record<Verdict, number>>>;
  readonly notLookedAt: number;
  /** Spoilt: of a run that was given up with its film developed. */
  readonly lost: number;
}

interface Row {
  readonly process: Process;
  readonly film: string;
  readonly state: string;
  readonly judged: Verdict | null;
  readonly n: number;
}

/** The rolls whose runs ended between two instants, by process and film, the most first; from the book alone. */
export function filmsBetween(fromMs: number, toMs: number): FilmOfYear[] {
  const rows = sql(
    // A run’s verdict is that of the rolls that were looked at: another roll of the same tank was not.
    `SELECT rolls.process, rolls.film, rolls.state, sum(rolls.count) AS n,
       CASE WHEN EXISTS (SELECT 1 FROM looks WHERE looks.run_id = runs.id AND looks.deleted_at_ms IS NULL
         AND (looks.roll_id IS NULL OR looks.roll_id = rolls.id)) THEN run_search.verdict END AS judged
     FROM rolls JOIN runs ON runs.id = rolls.run_id LEFT JOIN run_search ON run_search.run_id = runs.id
     WHERE runs.ended_at_ms >= ? AND runs.ended_at_ms < ? AND rolls.state IN ('developed', 'spoilt') AND runs.repairs IS NULL
     GROUP BY rolls.process, rolls.film, rolls.state, judged`,
  ).all(fromMs, toMs) as Row[];
  const films = new Map<string, FilmOfYear>();
  for (const { process, film, state, judged: verdict, n } of rows) {
    const key = `${process} ${film}`;
    const before = films.get(key) ?? { process, film, rolls: 0, right: 0, judged: {}, notLookedAt: 0, lost: 0 };
    const isLost = state === 'spoilt';
    const isRight = !isLost && verdict === 'nothing-wrong';
    const isJudged = !isLost && !isRight && verdict !== null;
    films.set(key, {
      ...before,
      rolls: before.rolls + n,
      lost: before.lost + (isLost ? n : 0),
      right: before.right + (isRight ? n : 0),
      notLookedAt: before.notLookedAt + (!isLost && verdict === null ? n : 0),
      judged: isJudged ? { ...before.judged, [verdict]: (before.judged[verdict] ?? 0) + n } : before.judged,
    });
  }
  return [...films.values()].sort((a, b) => b.rolls - a.rolls || a.film.localeCompare(b.film));
}

/** The strip with the widest range of those that were kept as good; null where none was measured. */
export function bestStripBetween(
  fromMs: number,
  toMs: number,
): { readonly runId: string; readonly title: string; readonly range: number } | null {
  const good = measuresInOrder().filter(({ good: kept, runEndedAtMs }) => kept && runEndedAtMs >= fromMs && runEndedAtMs < toMs);
  return good
    .map(({ runId, title, measure }) => ({ runId, title, range: figureOf(measure, 'range') }))
    .reduce<ReturnType<typeof bestStripBetween>>((best, strip) => (best && best.range >= strip.range ? best : strip), null);
}
