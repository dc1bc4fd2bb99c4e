import { TZDate } from '@date-fns/tz';
import { getDay, getDaysInMonth } from 'date-fns';
import { Link } from 'react-router';
import { VERDICT_IN_SHORT } from '../../../../core/inspection/inspection-words.ts';
import type { Verdict } from '../../../../core/inspection/judge.ts';
import { shownInstant, today } from '../../../server/database/clock.server.ts';
import { runsBetween } from '../../../server/runs/run-search.server.ts';
import { bestStripBetween, filmsBetween, type FilmOfYear } from '../../../server/runs/year-of-rolls.server.ts';
import { personsZone } from '../../../server/settings.server.ts';
import { PageHead } from '../../../ui/page-head.tsx';
import { LogbookNav } from '../../logbook-nav.tsx';
import type { Route } from './+types/year.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.year ?? 'The year'} · Steady Reel` }];

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];
const DAYS = ['M', 'T', 'W', 'T', 'F', 'S', 'S'];

interface DayOfRuns {
  readonly runs: readonly string[];
  /** The worst of the day: what it should be found by. */
  readonly verdict: string | null;
}

export function loader({ request }: Route.LoaderArgs) {
  const now = Number(today().slice(0, 4));
  const asked = Number(new URL(request.url).searchParams.get('year') ?? now);
  const year = Number.isInteger(asked) && asked >= 1970 && asked <= 9998 ? asked : now;
  const zone = personsZone();
  const from = new TZDate(year, 0, 1, zone).getTime();
  const to = new TZDate(year + 1, 0, 1, zone).getTime();
  const days = new Map<string, DayOfRuns>();
  for (const run of runsBetween(from, to)) {
    const day = shownInstant(run.endedAtMs, 'yyyy-MM-dd');
    const before = days.get(day);
    days.set(day, {
      runs: [...(before?.runs ?? []), run.id],
      verdict: before?.verdict && before.verdict !== 'nothing-wrong' ? before.verdict : run.verdict,
    });
  }
  const films = filmsBetween(from, to);
  return {
    year,
    isNow: year === now,
    days: Object.fromEntries(days),
    months: MONTHS.map((name, i) => ({
      name,
      value: `${year}-${String(i + 1).padStart(2, '0')}`,
      days: getDaysInMonth(new Date(year, i, 1)),
      // Weeks begin on Monday.
      startsOn: (getDay(new Date(year, i, 1)) + 6) % 7,
    })),
    films,
    best: bestStripBetween(from, to),
    rolls: films.reduce((sum, film) => sum + film.rolls, 0),
    runs: [...days.values()].reduce((sum, { runs }) => sum + runs.length, 0),
  };
}

export default function Year({ loaderData }: Route.ComponentProps) {
  const { year, months, days, rolls, runs, isNow, films, best } = loaderData;
  return (
    <>
      <LogbookNav />
      <PageHead
        title={String(year)}
        action={
          <span className="flex gap-4">
            <Link className="inline-flex min-h-11 items-center underline" to={`?year=${year - 1}`}>
              {year - 1}
            </Link>
            {!isNow && (
              <Link className="inline-flex min-h-11 items-center underline" to={`?year=${year + 1}`}>
                {year + 1}
              </Link>
            )}
          </span>
        }
      >
        {runs === 0
          ? 'No run ended in this year.'
          : `${runs === 1 ? 'One run' : `${runs} runs`}, ${rolls === 1 ? 'one roll' : `${rolls} rolls`}.`}{' '}
        A filled day opens what was done on it; a ring is a day on which something was found wrong.
      </PageHead>
      {/* One sheet holds the table and its twelve months. */}
      <style>{'@page { size: A4 portrait; margin: 10mm } @media print { main { zoom: 0.62 } }'}</style>
      {films.length > 0 && <FilmsOfYear films={films} best={best} />}
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4 print:grid-cols-4 print:gap-2">
        {months.map((month) => (
          <section key={month.value} aria-label={`${month.name} ${year}`} className="rounded-card border border-line bg-card p-3">
            <h2 className="font-bold">
              <Link to={`/logbook?month=${month.value}`} className="no-underline hover:underline">
                {month.name}
              </Link>
            </h2>
            <div className="mt-1 grid grid-cols-7 gap-0.5 text-center text-sm">
              {DAYS.map((day, i) => (
                <span key={day + String(i)} aria-hidden className="text-quiet">
                  {day}
                </span>
              ))}
              {Array.from({ length: month.startsOn }, (_, i) => (
                <span key={`before-${i}`} />
              ))}
              {Array.from({ length: month.days }, (_, i) => {
                const day = `${month.value}-${String(i + 1).padStart(2, '0')}`;
                return <Day key={day} day={day} of={days[day]} />;
              })}
            </div>
          </section>
        ))}
      </div>
    </>
  );
}

/** What was developed, and what came of it; printed, it stands with the months on one sheet. */
function FilmsOfYear({ films, best }: { readonly films: readonly FilmOfYear[]; readonly best: ReturnType<typeof bestStripBetween> }) {
  const sum = (of: (film: FilmOfYear) => number) => films.reduce((total, film) => total + of(film), 0);
  const wrong = ({ judged }: FilmOfYear) =>
    Object.entries(judged)
      .map(([verdict, n]) => `${n} ${VERDICT_IN_SHORT[verdict as Verdict]}`)
      .join(', ');
  const shown = (n: number) => (n === 0 ? '' : String(n));
  return (
    <section aria-labelledby="films-of-year" className="mb-4 rounded-card border border-line bg-card p-4 print:mb-2 print:p-2">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="films-of-year" className="font-bold">
          By film
        </h2>
        <button type="button" className="no-print min-h-9 font-semibold underline" onClick={() => print()}>
          Print the year
        </button>
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Films of the year">
        <table className="mt-1 w-full text-[0.95rem] print:text-xs">
          <thead>
            <tr className="border-b border-line text-left text-sm text-quiet">
              <th className="py-1 pr-3 font-semibold">Film</th>
              <th className="pr-3 font-semibold">Process</th>
              <th className="pr-3 text-right font-semibold">Rolls</th>
              <th className="pr-3 text-right font-semibold">Right</th>
              <th className="pr-3 font-semibold">Judged</th>
              <th className="pr-3 text-right font-semibold">Not looked at</th>
              <th className="text-right font-semibold">Lost</th>
            </tr>
          </thead>
          <tbody>
            {films.map((film) => (
              <tr key={`${film.process} ${film.film}`} className="border-b border-line last:border-0">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {film.film || 'not noted'}
                </th>
                <td className="pr-3">{film.process}</td>
                <td className="figure pr-3 text-right">{film.rolls}</td>
                <td className="figure pr-3 text-right">{shown(film.right)}</td>
                <td className="pr-3 text-sm">{wrong(film)}</td>
                <td className="figure pr-3 text-right text-quiet">{shown(film.notLookedAt)}</td>
                <td className={`figure text-right ${film.lost > 0 ? 'font-semibold text-hot' : ''}`}>{shown(film.lost)}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="border-t-2 border-line font-semibold">
              <th scope="row" className="py-1 pr-3 text-left">
                Together
              </th>
              <td />
              <td className="figure pr-3 text-right">{sum(({ rolls }) => rolls)}</td>
              <td className="figure pr-3 text-right">{sum(({ right }) => right)}</td>
              <td />
              <td className="figure pr-3 text-right">{sum(({ notLookedAt }) => notLookedAt)}</td>
              <td className="figure text-right">{sum(({ lost }) => lost)}</td>
            </tr>
          </tfoot>
        </table>
      </div>
      {best && (
        <p className="mt-2 text-sm">
          The best strip: <Link to={`/logbook/${best.runId}`}>{best.title}</Link>, range{' '}
          <span className="figure">{best.range.toFixed(2)}</span>.
        </p>
      )}
    </section>
  );
}

function Day({ day, of }: { readonly day: string; readonly of: DayOfRuns | undefined }) {
  const number = Number(day.slice(-2));
  const shape = 'figure flex h-7 items-center xl:h-6 justify-center rounded';
  if (!of) return <span className={`${shape} text-quiet`}>{number}</span>;
  const wrong = of.verdict !== null && of.verdict !== 'nothing-wrong';
  const says = `${day}: ${of.runs.length === 1 ? 'one run' : `${of.runs.length} runs`}${of.verdict ? `, ${VERDICT_IN_SHORT[of.verdict as Verdict]}` : ''}`;
  return (
    <Link
      to={of.runs.length === 1 ? `/logbook/${of.runs[0] ?? ''}` : `/logbook?day=${day}`}
      aria-label={says}
      title={says}
      className={`${shape} font-bold no-underline ${wrong ? 'border-2 border-hot bg-card text-hot' : 'bg-teal text-white'}`}
    >
      {number}
    </Link>
  );
}
