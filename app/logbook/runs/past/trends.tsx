import { useMemo } from 'react';
import { Form, Link } from 'react-router';
import { HABIT_WORDS, habitChanges, habitsOf, trendOf, type HabitChange } from '../../../../core/run/trend.ts';
import { sayIn, sentence } from '../../../../core/units/sentence.ts';
import { temperatureChangeIn } from '../../../../core/units/temperature.ts';
import { stateOfRun } from '../../../run/acts/run-state.server.ts';
import { shownInstant } from '../../../server/database/clock.server.ts';
import { whileUnchanged } from '../../../server/database/unchanged.server.ts';
import { runsForTrends } from '../../../server/runs/runs.server.ts';
import { kitsOfBatches } from '../../../server/shelf/batches.server.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { Card } from '../../../ui/card.tsx';
import { useUnits, type Units } from '../../../ui/forms/units.ts';
import { Empty, PageHead } from '../../../ui/page-head.tsx';
import { RunsChart } from '../../list/runs-chart.tsx';
import { LogbookNav } from '../../logbook-nav.tsx';
import { BatchChoice } from '../batch-choice.tsx';
import type { Route } from './+types/trends.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Trends · Steady Reel' }];

/** What lies further back is another way of working. */
const MOST_RUNS = 120;

export function loader({ request }: Route.LoaderArgs) {
  const batch = new URL(request.url).searchParams.get('batch') ?? '';
  const names = kitsOfBatches();
  const all = whileUnchanged('trends', readTrends);
  const points = batch === '' ? all : all.filter((point) => point.batchId === batch);
  return {
    batch,
    batches: [...new Set(all.map(({ batchId }) => batchId))].map((id) => ({ id, name: names.get(id)?.batchName ?? id })),
    points,
    changes: habitChanges(points).map((change) => ({ ...change, day: points.find(({ id }) => id === change.at)?.day ?? '' })),
  };
}

function readTrends() {
  return runsForTrends(MOST_RUNS)
    .map((run) => ({
      id: run.id,
      batchId: run.batchId,
      batchName: run.plan.batchName,
      title: run.plan.rollNames.join(', '),
      day: shownInstant(run.endedAtMs ?? 0, 'd MMM'),
      habits: habitsOf(run.plan),
      ...trendOf(run.plan, stateOfRun(run)),
    }))
    .reverse();
}

type Point = ReturnType<typeof readTrends>[number];

const FIGURES = [
  {
    name: 'dose',
    digits: 0,
    title: 'The developer’s dose',
    aims: 'On time is 97 to 103 %.',
    of: ({ doseShare }: Point) => (doseShare === null ? null : doseShare * 100),
    unit: '%',
    band: [97, 103],
  },
  {
    name: 'off-c',
    digits: 1,
    title: 'Off its temperature',
    aims: 'The developer against what was planned, on average; only where it was read.',
    of: ({ offC }: Point) => offC,
    unit: '°',
    band: [-0.3, 0.3],
  },
  {
    name: 'between',
    digits: 0,
    title: 'Between the baths',
    aims: 'From the end of one to the pour of the next, on average.',
    of: ({ betweenS }: Point) => betweenS,
    unit: 's',
    band: null,
  },
  {
    name: 'off-s',
    digits: 0,
    title: 'Furthest off the plan',
    aims: 'The bath that was longest over its time, or short of it.',
    of: ({ worstOffS }: Point) => worstOffS,
    unit: 's',
    band: null,
  },
] as const;

export default function Trends({ loaderData }: Route.ComponentProps) {
  const { points, changes, batch, batches } = loaderData;
  const units = useUnits();
  return (
    <>
      <LogbookNav />
      <PageHead title="Trends">How close your hands and your bath keep to the plan, run by run.</PageHead>
      {points.length === 0 ? (
        <Empty title="No run has ended yet" action={<LinkButton to="/">Plan one</LinkButton>}>
          Each run that ends adds a point: its dose, its temperature, the time between its baths.
        </Empty>
      ) : (
        <>
          <Form method="get" className="mb-4 flex max-w-md items-end gap-3" onChange={(event) => event.currentTarget.requestSubmit()}>
            <BatchChoice batches={batches} chosen={batch} />
            <Button>Show</Button>
          </Form>
          {changes.length > 0 && (
            <Card className="mb-4">
              <h2 className="font-bold">What changed when the habit changed</h2>
              <ul className="mt-1 list-disc space-y-1 pl-5">
                {changes.map((change) => (
                  <li key={change.habit + change.at}>
                    Since{' '}
                    <Link className="underline" to={`/logbook/${change.at}`}>
                      {change.day}
                    </Link>{' '}
                    {habitInWords(change)}: {changeInWords(change, units)}
                  </li>
                ))}
              </ul>
            </Card>
          )}
          <div className="grid gap-4 lg:grid-cols-2">
            {FIGURES.map((figure) => (
              <Figure key={figure.name} figure={figure} points={points} />
            ))}
          </div>
        </>
      )}
    </>
  );
}

interface FigureProps {
  readonly figure: (typeof FIGURES)[number];
  readonly points: readonly Point[];
}

/** One figure of every run as a line, in the person's units. */
function Figure({ figure, points }: FigureProps) {
  const { temperature } = useUnits();
  const degrees = figure.unit === '°';
  const unit = degrees ? `°${temperature}` : figure.unit;
  const shown = (value: number) => (degrees ? temperatureChangeIn(value, temperature) : value);
  const runs = useMemo(
    () =>
      points.map((point) => {
        const value = figure.of(point);
        return {
          runId: point.id,
          title: point.title,
          day: point.day,
          value: value === null ? null : degrees ? temperatureChangeIn(value, temperature) : value,
        };
      }),
    [points, figure, degrees, temperature],
  );
  const said = runs.flatMap(({ day, value }) => (value === null ? [] : [`${day} ${value.toFixed(figure.digits)} ${unit}`]));
  return (
    <Card>
      <h2 className="font-bold">{figure.title}</h2>
      <p className="text-sm text-quiet">{figure.aims}</p>
      <RunsChart
        runs={runs}
        band={figure.band && [shown(figure.band[0]), shown(figure.band[1])]}
        digits={figure.digits}
        unit={unit}
        className="h-44"
        says={`${figure.title}: ${said.join(', ') || 'nothing was measured'}.`}
      />
    </Card>
  );
}

function habitInWords({ habit, to }: HabitChange): string {
  return habit === 'tank' ? `you use ${to}` : ((HABIT_WORDS[habit] as Readonly<Record<string, string>>)[to] ?? to);
}

function changeInWords({ before, since, runsBefore, runsSince }: HabitChange, units: Units): string {
  const parts = [
    since.offC !== null &&
      before.offC !== null &&
      sayIn(sentence`off its temperature by ${{ byC: since.offC }}, before by ${{ byC: before.offC }}`, units),
    since.doseShare !== null &&
      before.doseShare !== null &&
      `dose ${Math.round(since.doseShare * 100)} %, before ${Math.round(before.doseShare * 100)} %`,
    since.betweenS !== null &&
      before.betweenS !== null &&
      `${Math.round(since.betweenS)} s between baths, before ${Math.round(before.betweenS)} s`,
  ].filter(Boolean);
  return `${parts.join('; ')} (${runsSince} runs against ${runsBefore}).`;
}
