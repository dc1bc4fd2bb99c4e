import { Select } from '@headlessui/react';
import { useMemo } from 'react';
import { Form, Link } from 'react-router';
import { filmOf, PROCESSES } from '../../../core/film/process.ts';
import { MEASURE_WORDS } from '../../../core/inspection/signal-words.ts';
import { figureOf, MEASURES, type MeasureName } from '../../../core/inspection/strips/strip-measure.ts';
import { stripChart } from '../../run/judging/strip-chart.server.ts';
import { whatStripsSay } from '../../run/judging/strips-answer.server.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { knownScanners, measuresInOrder } from '../../server/runs/measures.server.ts';
import { kitsOfBatches } from '../../server/shelf/batches.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT } from '../../ui/forms/input-shape.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import { RunsChart } from '../list/runs-chart.tsx';
import { LogbookNav } from '../logbook-nav.tsx';
import { BatchChoice } from '../runs/batch-choice.tsx';
import type { Route } from './+types/strips.ts';
import { AnswerCard } from './answer-card.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Strips · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const scanners = knownScanners();
  const scanner = scanners.find((each) => each === asked.get('scanner')) ?? scanners[0] ?? '';
  const names = kitsOfBatches();
  const scanned = measuresInOrder().filter((strip) => strip.scanner === scanner);
  const processes = PROCESSES.filter((each) => scanned.some((strip) => strip.process === each));
  const process = processes.find((each) => each === asked.get('process')) ?? scanned.at(-1)?.process ?? 'C-41';
  const measured = scanned.filter((strip) => strip.process === process);
  const batches = [...new Set(measured.map((strip) => strip.batchId))].map((id) => ({ id, name: names.get(id)?.batchName ?? id }));
  const batch = batches.find(({ id }) => id === asked.get('batch'))?.id ?? null;
  const measure: MeasureName = MEASURES.find((each) => each === asked.get('measure')) ?? 'range';
  const chart = stripChart(measure, { scanner, process }, batch);
  return {
    scanners,
    scanner,
    processes,
    process,
    batches,
    batch,
    measure,
    chart: { centre: chart.centre, low: chart.low, high: chart.high, signals: chart.signals, signal: chart.signal },
    say: scanner === '' ? null : whatStripsSay({ scanner, process }),
    goodOnes: chart.points.filter(({ good }) => good).length,
    points: chart.points.map((point) => ({
      id: point.id,
      runId: point.runId,
      title: point.title,
      batchName: names.get(point.batchId)?.batchName ?? '',
      day: shownInstant(point.runEndedAtMs, 'd MMM yy'),
      value: Math.round(point.value * 1000) / 1000,
      good: point.good,
      others: MEASURES.map((each) => Math.round(figureOf(point.measure, each) * 100) / 100),
    })),
  };
}

const RULE_WORDS = { outside: 'outside the limits', 'one-side': 'eight on one side', trend: 'six in one direction' } as const;

export default function Strips({ loaderData }: Route.ComponentProps) {
  const { points, chart, measure, scanners, scanner, processes, process, batches, batch, goodOnes, say } = loaderData;
  const named = MEASURE_WORDS[filmOf(process)];
  const words = named[measure];
  const charted = useMemo(() => {
    const signalled = new Set(chart.signals.map(({ at }) => at));
    return points.map((point, at) => ({ ...point, signals: signalled.has(at) }));
  }, [points, chart]);
  return (
    <>
      <LogbookNav />
      <PageHead title="Strips">
        What the developer does from run to run, in figures: it sees worn chemistry before the pictures do.
      </PageHead>
      {points.length === 0 ? (
        <Empty title="No strip was measured yet" action={<LinkButton to="/logbook">To the runs</LinkButton>}>
          Open a run and choose “Measure a strip”: three rectangles on a scan of the strip’s end make its figures. After five good rolls the
          chart says by itself when one strays.
        </Empty>
      ) : (
        <>
          {say && <AnswerCard say={say} />}
          <Card className="mb-4">
            <Form
              method="get"
              className="grid items-end gap-3 sm:grid-flow-col sm:auto-cols-fr"
              onChange={(event) => event.currentTarget.requestSubmit()}
            >
              <label className="block text-sm font-semibold">
                Of each strip
                <Select name="measure" defaultValue={measure} className={INPUT}>
                  {MEASURES.map((each) => (
                    <option key={each} value={each}>
                      {named[each].name}
                    </option>
                  ))}
                </Select>
              </label>
              {processes.length > 1 && (
                <label className="block text-sm font-semibold">
                  Process
                  <Select name="process" defaultValue={process} className={INPUT}>
                    {processes.map((each) => (
                      <option key={each} value={each}>
                        {each}
                      </option>
                    ))}
                  </Select>
                </label>
              )}
              <BatchChoice batches={batches} chosen={batch ?? ''} />
              <label className="block text-sm font-semibold">
                Scanner and setting
                <Select name="scanner" defaultValue={scanner} className={INPUT}>
                  {scanners.map((each) => (
                    <option key={each} value={each}>
                      {each}
                    </option>
                  ))}
                </Select>
              </label>
              <Button className="justify-self-start">Show</Button>
            </Form>
          </Card>
          <Card>
            <h2 className="text-lg font-bold">{words.name}</h2>
            <p className="text-quiet">{words.means}</p>
            <RunsChart
              runs={charted}
              band={chart.low === null || chart.high === null ? null : [chart.low, chart.high]}
              centre={chart.centre}
              digits={2}
              className="h-64"
              says={chartInWords(words.name, points, chart)}
            />
            {chart.signal ? (
              <p role="status" className="mt-2 font-bold text-hot">
                {chart.signal.says}
              </p>
            ) : (
              <p role="status" className="mt-2">
                {chart.centre === null
                  ? `${goodOnes} of five good rolls are measured: with the fifth the limits are drawn. Until then nothing is said.`
                  : 'The last strip lies within what your good rolls do.'}
              </p>
            )}
            {chart.centre !== null && (
              <p className="mt-1 text-sm text-quiet">
                Your good rolls lie at <span className="figure">{chart.centre.toFixed(2)}</span>, within{' '}
                <span className="figure">{chart.low?.toFixed(2)}</span> and <span className="figure">{chart.high?.toFixed(2)}</span>.
              </p>
            )}
            <p className="mt-1 text-sm text-quiet">Measured from your scans: {scanner}.</p>
          </Card>
          <Card className="mt-4 overflow-x-auto">
            <table className="w-full min-w-[36rem]">
              <thead>
                <tr className="border-b border-line text-left text-sm text-quiet">
                  <th className="py-1 font-semibold">Run</th>
                  <th className="py-1 font-semibold">Batch</th>
                  {MEASURES.map((each) => (
                    <th key={each} className="py-1 text-right font-semibold">
                      {named[each].name}
                    </th>
                  ))}
                  <th className="py-1 pl-4 font-semibold">Signal</th>
                </tr>
              </thead>
              <tbody>
                {points.map((point, at) => {
                  const signals = chart.signals.filter((signal) => signal.at === at);
                  return (
                    <tr key={point.id} className="border-b border-line last:border-0">
                      <th scope="row" className="py-1.5 text-left font-normal">
                        <Link className="underline" to={`/logbook/${point.runId}`}>
                          {point.title}
                        </Link>{' '}
                        <span className="text-sm text-quiet">{point.day}</span>
                        {point.good && <span className="ml-1 text-sm text-teal">good</span>}
                      </th>
                      <td className="py-1.5">{point.batchName}</td>
                      {point.others.map((value, i) => (
                        <td key={MEASURES[i]} className="figure py-1.5 text-right">
                          {value.toFixed(2)}
                        </td>
                      ))}
                      <td className="py-1.5 pl-4 text-sm text-hot">{signals.map((signal) => RULE_WORDS[signal.rule]).join(', ')}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Card>
        </>
      )}
    </>
  );
}

function chartInWords(
  name: string,
  points: readonly { readonly value: number }[],
  chart: { readonly centre: number | null; readonly low: number | null; readonly high: number | null },
): string {
  const limits =
    chart.centre === null
      ? 'no limits yet'
      : `centre ${chart.centre.toFixed(2)}, limits ${chart.low?.toFixed(2)} to ${chart.high?.toFixed(2)}`;
  return `${name}, ${points.length} strips: ${points.map(({ value }) => value.toFixed(2)).join(', ')}; ${limits}.`;
}
