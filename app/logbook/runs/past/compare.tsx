import { Select } from '@headlessui/react';
import { Form, Link } from 'react-router';
import { VERDICT_WORDS } from '../../../../core/inspection/inspection-words.ts';
import { differencesOf } from '../../../../core/run/state/differences.ts';
import { runOnClock } from '../../../../core/run/state/run-on-clock.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import { sayIn } from '../../../../core/units/sentence.ts';
import { judgementOf } from '../../../run/acts/run-record.server.ts';
import { stateOfRun } from '../../../run/acts/run-state.server.ts';
import { shownInstant } from '../../../server/database/clock.server.ts';
import { looksOfRun } from '../../../server/runs/looks.server.ts';
import { endedRuns, findRun, type Run } from '../../../server/runs/runs.server.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { Card } from '../../../ui/card.tsx';
import { INPUT } from '../../../ui/forms/input-shape.ts';
import { useUnits } from '../../../ui/forms/units.ts';
import { Empty, PageHead } from '../../../ui/page-head.tsx';
import { LogbookNav } from '../../logbook-nav.tsx';
import { MiniStrip } from '../../../ui/strip/mini-strip.tsx';
import type { Route } from './+types/compare.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Compare two runs · Steady Reel' }];

/** So many runs are offered to choose from; others are reached by their address. */
const OFFERED = 200;

export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const ended = (id: string | null) => {
    const run = findRun(id ?? '');
    return run && run.endedAtMs !== null ? run : null;
  };
  const [a, b] = [ended(asked.get('a')), ended(asked.get('b'))];
  return {
    a: a && side(a),
    b: b && side(b),
    differences: a && b ? differencesOf({ plan: a.plan, state: stateOfRun(a) }, { plan: b.plan, state: stateOfRun(b) }) : [],
    choices: endedRuns(OFFERED, 0).runs.map((run) => ({
      id: run.id,
      label: `${shownInstant(run.endedAtMs ?? 0, 'd MMM yy')}, ${run.plan.rollNames.join(', ')}`,
    })),
  };
}

function side(run: Run) {
  const [look] = looksOfRun(run.id);
  const judgement = look ? judgementOf(run, look) : null;
  const was = runOnClock(run.plan, stateOfRun(run), run.endedAtMs ?? 0);
  return {
    id: run.id,
    rolls: run.plan.rollNames.join(', '),
    day: shownInstant(run.endedAtMs ?? 0, 'EEEE d MMMM yyyy'),
    totalS: Math.round((was.endMs - was.firstPourMs) / 1000),
    steps: was.steps.map(({ id, kind, startMs, endMs }) => ({ id, kind, seconds: (endMs - startMs) / 1000 })),
    judged: judgement && [VERDICT_WORDS[judgement.verdict], judgement.causes[0]?.title].filter(Boolean).join(': '),
  };
}

export default function Compare({ loaderData }: Route.ComponentProps) {
  const { a, b, differences, choices } = loaderData;
  const units = useUnits();
  const longestS = Math.max(1, a?.totalS ?? 0, b?.totalS ?? 0);
  return (
    <>
      <LogbookNav />
      <PageHead title="Compare two runs">On one axis, with what differed between them.</PageHead>
      {choices.length < 2 ? (
        <Empty title="It takes two runs to compare" action={<LinkButton to="/logbook">To the runs</LinkButton>}>
          Once a second run has ended, both can be laid side by side here.
        </Empty>
      ) : (
        <>
          <Card className="mb-4">
            <Form
              method="get"
              className="grid items-end gap-3 md:grid-cols-[1fr_1fr_auto]"
              onChange={(event) => event.currentTarget.requestSubmit()}
            >
              {(['a', 'b'] as const).map((name) => (
                <label key={name} className="block min-w-0 text-sm font-semibold">
                  {name === 'a' ? 'This run' : 'against'}
                  <Select key={loaderData[name]?.id} name={name} defaultValue={loaderData[name]?.id ?? ''} className={INPUT}>
                    <option value="">choose a run</option>
                    {choices.map((choice) => (
                      <option key={choice.id} value={choice.id}>
                        {choice.label}
                      </option>
                    ))}
                  </Select>
                </label>
              ))}
              <Button>Compare</Button>
            </Form>
          </Card>
          {(a || b) && (
            <Card className="space-y-4">
              {[a, b].flatMap((run, i) =>
                run
                  ? [
                      <div key={run.id + String(i)}>
                        <p className="mb-1 flex flex-wrap justify-between gap-x-4">
                          <Link className="font-semibold underline" to={`/logbook/${run.id}`}>
                            {run.rolls}
                          </Link>
                          <span className="figure text-sm text-quiet">
                            {run.day} · {showDuration(run.totalS)}
                          </span>
                        </p>
                        <MiniStrip steps={run.steps} share={run.totalS / longestS} heightPx={34} />
                        {run.judged && <p className="mt-1">{run.judged}.</p>}
                      </div>,
                    ]
                  : [],
              )}
            </Card>
          )}
          {a && b && (
            <Card className="mt-4">
              <table className="w-full">
                <thead>
                  <tr className="border-b border-line text-left text-sm text-quiet">
                    <th className="py-1 font-normal" />
                    <th className="py-1 font-semibold">{a.rolls}</th>
                    <th className="py-1 font-semibold">{b.rolls}</th>
                  </tr>
                </thead>
                <tbody>
                  {[...differences]
                    .sort((x, y) => Number(y.differs) - Number(x.differs))
                    .map((row) => (
                      <tr key={row.what} className={`border-b border-line last:border-0 ${row.differs ? '' : 'text-quiet'}`}>
                        <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                          {row.what}
                        </th>
                        <td className={`py-1.5 pr-3 ${row.differs ? 'font-semibold' : ''}`}>{sayIn(row.a, units)}</td>
                        <td className={`py-1.5 ${row.differs ? 'font-semibold' : ''}`}>{row.differs ? sayIn(row.b, units) : 'the same'}</td>
                      </tr>
                    ))}
                </tbody>
              </table>
            </Card>
          )}
        </>
      )}
    </>
  );
}
