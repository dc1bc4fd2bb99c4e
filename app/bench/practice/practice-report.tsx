import { data } from 'react-router';
import { fastest } from '../../../core/practice/practice-clock.ts';
import { MARK_ORDER, practiceReport, type BathDone, type MarkOf } from '../../../core/practice/report.ts';
import { sceneOf } from '../../../core/practice/scene.ts';
import { tapeOf } from '../../../core/practice/tape.ts';
import { teacher } from '../../../core/practice/teacher.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { bestByScene, findPractice } from '../../server/runs/practices.server.ts';
import { LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/practice-report.ts';
import { kitchenOfPractice, stateOfPractice } from './channel/practice-log.server.ts';
import { Replay } from './report/replay.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [
  { title: `${loaded?.scene.name ?? 'Practice'}: what a teacher would say` },
];

export function loader({ params }: Route.LoaderArgs) {
  const practice = findPractice(params.practiceId);
  if (!practice) throw data('There is no such practice. It may have been forgotten.', { status: 404 });
  const { id, scene, seed, plan, clock } = practice;
  const run = kitchenOfPractice(practice);
  const state = stateOfPractice(practice);
  const report = practiceReport(run, state, fastest(clock));
  const best = bestByScene().get(scene);
  return {
    id,
    seed,
    kit: plan.kitName,
    on: shownInstant(practice.startedAtMs, 'd MMM yyyy, HH:mm'),
    scene: sceneOf(scene),
    over: practice.endedAtMs !== null,
    report,
    says: teacher(report),
    best: best?.marks ?? null,
    times: best?.times ?? 0,
    tape: tapeOf(run, state, report.baths),
    steps: plan.steps.map(({ id: step, kind, name }) => ({ id: step, kind, name })),
  };
}

const MARK_NAMES: Readonly<Record<MarkOf, string>> = {
  development: 'Development',
  'pouring-out': 'Out in time',
  'pouring-in': 'In in time',
  agitation: 'Agitation',
  readings: 'Readings',
  noticing: 'What was to notice',
};

export default function PracticeReportPage({ loaderData }: Route.ComponentProps) {
  const { report, says, scene, best, times, tape, steps, over, id } = loaderData;
  const units = useUnits();
  const own = best !== null && report.marks >= best;
  return (
    <>
      <PageHead title={`${scene.name}: what a teacher would say`}>
        {loaderData.on} · {loaderData.kit}
        {scene.id !== 'water' && (
          <>
            {' '}
            · dice <span className="figure">{loaderData.seed}</span>
          </>
        )}
      </PageHead>
      {!over && (
        <p role="status" className="mb-4 rounded-card border border-line bg-card px-4 py-3">
          It goes on: this is what there is of it so far.{' '}
          <a className="underline" href={`/practice/${id}`}>
            Back to it
          </a>
        </p>
      )}
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <Card>
          {says.length === 0 ? (
            <p>Nothing was poured, so there is nothing to say.</p>
          ) : (
            <ul className="space-y-2.5 text-[1.1rem]">
              {says.map((lesson, i) => (
                <li key={i} className={`border-l-4 pl-3 ${lesson.well ? 'border-teal' : 'border-straw-deep'}`}>
                  <span className="block text-sm text-quiet">{lesson.well ? 'Well done' : 'Next time'}</span>
                  {sayIn(lesson.says, units)}
                </li>
              ))}
            </ul>
          )}
        </Card>
        <Card aria-label="Marks">
          <p>
            <span className="figure text-5xl font-semibold">{report.marks}</span> of 100
          </p>
          <p className="mt-1 text-quiet">
            {best === null
              ? 'Not finished, so it does not count.'
              : own
                ? times > 1
                  ? 'Your best in this kitchen.'
                  : 'Your first in this kitchen.'
                : `Your best here is ${best}.`}
          </p>
          <ul className="mt-3 space-y-1">
            {MARK_ORDER.map((mark) => {
              const of = report.of[mark];
              return (
                of && (
                  <li key={mark} className="grid grid-cols-[1fr_auto] gap-x-2">
                    <span>{MARK_NAMES[mark]}</span>
                    <span className="figure">
                      {Math.round(of.got)}
                      <span className="text-quiet">/{Math.round(of.most)}</span>
                    </span>
                  </li>
                )
              );
            })}
          </ul>
        </Card>
      </div>
      {tape && (
        <Card className="mt-4">
          <Replay tape={tape} steps={steps} />
        </Card>
      )}
      {report.baths.length > 0 && <Baths baths={report.baths} />}
      <div className="mt-5 flex flex-wrap gap-3">
        {scene.id === 'water' ? (
          <LinkButton filled to="/first-roll">
            Back to your first roll
          </LinkButton>
        ) : (
          <LinkButton filled to={`/practice?scene=${scene.id}&seed=${loaderData.seed}`}>
            The same kitchen again
          </LinkButton>
        )}
        <LinkButton to="/practice">{scene.id === 'water' ? 'Practise without water' : 'Another kitchen'}</LinkButton>
      </div>
    </>
  );
}

/** To the second, bath by bath. */
function Baths({ baths }: { readonly baths: readonly BathDone[] }) {
  return (
    <div
      role="region"
      aria-label="Each bath to the second"
      tabIndex={0}
      className="mt-4 overflow-x-auto rounded-card border border-line bg-card"
    >
      <table className="w-full min-w-[36rem] whitespace-nowrap">
        <caption className="sr-only">Each bath to the second</caption>
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th className="px-3 py-2 font-normal">Bath</th>
            <th className="px-3 text-right font-normal">went in</th>
            <th className="px-3 text-right font-normal">wanted</th>
            <th className="px-3 text-right font-normal">had</th>
            <th className="px-3 text-right font-normal">out</th>
            <th className="px-3 text-right font-normal">turns</th>
            <th className="px-3 text-right font-normal">development</th>
          </tr>
        </thead>
        <tbody>
          {baths.map((bath) => (
            <tr key={bath.id} className="border-t border-line">
              <th scope="row" className="px-3 py-1.5 text-left font-normal">
                {bath.name}
              </th>
              <td className="figure px-3 text-right">{bath.pouredLateS === null ? '' : off(bath.pouredLateS)}</td>
              <td className="figure px-3 text-right text-quiet">{showDuration(bath.wantedS)}</td>
              <td className="figure px-3 text-right">{bath.skipped ? 'skipped' : showDuration(bath.gotS)}</td>
              <td className="figure px-3 text-right">{bath.skipped ? '' : off(bath.outLateS)}</td>
              <td className="figure px-3 text-right">
                {bath.beats.length === 0 ? '' : `${bath.beats.filter((beat) => beat.offS !== null).length} of ${bath.beats.length}`}
              </td>
              <td className="figure px-3 text-right">{bath.share === null ? '' : `${Math.round(bath.share * 100)} %`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** `4 s late`; within a second it was on time. */
function off(s: number): string {
  const whole = Math.round(s);
  return whole === 0 ? 'on time' : `${showDuration(Math.abs(whole))} ${whole > 0 ? 'late' : 'early'}`;
}
