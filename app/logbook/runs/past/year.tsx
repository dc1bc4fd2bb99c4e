import { TZDate } from '@date-fns/tz';
import { getDay, getDaysInMonth } from 'date-fns';
import { Link } from 'react-router';
import { VERDICT_IN_SHORT } from '../../../../core/inspection/inspection-words.ts';
import type { Verdict } from '../../../../core/inspection/judge.ts';
import { shownInstant, today } from '../../../server/database/clock.server.ts';
import { runsBetween } from '../../../server/runs/run-search.server.ts';
import { personsZone } from '../../../server/settings.server.ts';
import { PageHead } from '../../../ui/page-head.tsx';
import { LogbookNav } from '../../logbook-nav.tsx';
import type { Route } from './+types/year.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.year ?? 'The year'} · Steady Reel` }];

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];
const DAYS = ['M', 'T', 'W', 'T', 'F', 'S', 'S'];

interface DayOfRuns {
  readonly runs: readonly string[];
  readonly rolls: number;
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
      rolls: (before?.rolls ?? 0) + run.rolls,
      verdict: before?.verdict && before.verdict !== 'nothing-wrong' ? before.verdict : run.verdict,
    });
  }
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
    rolls: Math.round([...days.values()].reduce((sum, { rolls }) => sum + rolls, 0) * 100) / 100,
    runs: [...days.values()].reduce((sum, { runs }) => sum + runs.length, 0),
  };
}

export default function Year({ loaderData }: Route.ComponentProps) {
  const { year, months, days, rolls, runs, isNow } = loaderData;
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
        {runs === 0 ? 'No run ended in this year.' : `${runs === 1 ? 'One run' : `${runs} runs`}, ${rolls} rolls.`} A filled day opens what
        was done on it; a ring is a day on which something was found wrong.
      </PageHead>
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
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
