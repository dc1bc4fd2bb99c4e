import { shownInstant } from '../server/clock.server.ts';
import { Link } from 'react-router';
import { showDuration } from '../../core/units/duration.ts';
import { endedRuns, type Run } from '../server/runs.server.ts';
import { Card, Empty, LinkButton, PageHead } from '../ui/parts.tsx';
import { Strip } from '../ui/strip.tsx';
import { pageAsked } from '../ui/page-asked.ts';
import type { Route } from './+types/list.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Logbook · Steady Reel' }];

const PAGE = 30;

export function loader({ request }: Route.LoaderArgs) {
  const page = pageAsked(new URL(request.url).searchParams);
  const { runs, total } = endedRuns(PAGE, (page - 1) * PAGE);
  return { runs: runs.map(entry), total, page };
}

function entry(run: Run) {
  return {
    id: run.id,
    title: run.plan.title,
    rolls: run.plan.rollNames.join(', '),
    batch: run.plan.batchName,
    tank: run.plan.tankName,
    totalS: run.plan.totalS,
    month: shownInstant(run.endedAtMs ?? 0, 'MMMM yyyy'),
    day: shownInstant(run.endedAtMs ?? 0, 'EEE d MMM, HH:mm'),
    givenUp: run.state === 'given-up',
    verdict: run.verdict,
    steps: run.plan.steps.map((step) => ({ id: step.bath, kind: step.kind, name: step.name, seconds: step.seconds })),
  };
}

export default function Logbook({ loaderData }: Route.ComponentProps) {
  const { runs, total, page } = loaderData;
  return (
    <>
      <PageHead title="Logbook">What happened, and what it taught.</PageHead>
      {runs.length === 0 ? (
        <Empty title="No run has ended yet" action={<LinkButton to="/">Plan one</LinkButton>}>
          Every run comes here by itself: its times as planned and as they were, its readings and your notes.
        </Empty>
      ) : (
        runs.map((run, i) => (
          <section key={run.id} aria-labelledby={`entry-${run.id}`}>
            {run.month !== runs[i - 1]?.month && <h2 className="mt-6 mb-2 text-lg font-bold first:mt-0">{run.month}</h2>}
            <Card className="mb-3">
              <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-4">
                <h3 id={`entry-${run.id}`} className="font-bold">
                  <Link to={`/logbook/${run.id}`} className="underline">
                    {run.rolls}
                  </Link>
                  {run.givenUp && <span className="ml-2 text-hot">given up</span>}
                </h3>
                <span className="figure text-sm text-quiet">
                  {run.day} · {showDuration(run.totalS)}
                </span>
              </div>
              <Strip steps={run.steps} />
              <div className="mt-2 flex flex-wrap justify-between gap-x-4 text-[0.95rem] text-quiet">
                <span>{run.title}</span>
                <span>
                  {run.batch}, {run.tank}
                </span>
              </div>
              {run.verdict && <p className="mt-1">{run.verdict}</p>}
            </Card>
          </section>
        ))
      )}
      {total > PAGE && (
        <nav aria-label="Pages" className="mt-4 flex gap-4">
          {page > 1 && (
            <Link className="underline" to={`?page=${page - 1}`}>
              Newer
            </Link>
          )}
          {page * PAGE < total && (
            <Link className="underline" to={`?page=${page + 1}`}>
              Older
            </Link>
          )}
        </nav>
      )}
    </>
  );
}
