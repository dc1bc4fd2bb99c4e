import { data, redirectDocument } from 'react-router';
import { explainsAtTheBench, readFirstRoll } from '../../../core/beginner/first-roll.ts';
import { whatEachDoes } from '../../../core/beginner/what-a-bath-does.ts';
import { readTipsAway } from '../../../core/run/tips.ts';
import { bottlesOfRun } from '../../run/acts/bottles-of-run.server.ts';
import { lessonsForRun } from '../../run/judging/lessons-of-run.server.ts';
import { probesInUse } from '../../run/probes/probes-now.server.ts';
import { clockSpeed, nowMs, today } from '../../server/database/clock.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import { findRun, liveRun, runsOfSession } from '../../server/runs/runs.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { listThermometers } from '../../server/shelf/thermometers.server.ts';
import { rollRange } from '../../ui/roll-range.ts';
import { nextRun } from '../after/next-run.server.ts';
import type { Route } from './+types/bench.ts';
import type { BenchRun } from './bench-run.ts';
import { linksTo } from '../../ui/links-to.ts';
import { filesInTheMiddle } from './files-in-the-middle.server.ts';
import { BenchScreen } from './bench-screen.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [
  { title: `${loaded?.plan.title ?? 'Bench'} · Bench` },
  ...linksTo(loaded?.files ?? []),
];

export function loader({ params, request, context }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run. It may belong to another Steady Reel.', { status: 404 });
  // Planned anew or taken back to the plan, on another screen perhaps: what stands in its place is what is wanted.
  if (run.state === 'cancelled') throw redirectDocument(liveRun() ? `/bench/${liveRun()?.id ?? ''}` : '/bench?went=plan');
  const inSession = runsOfSession(run.sessionId).filter((other) => other.state !== 'cancelled').length;
  const { plan } = run;
  const events = eventsOfRun(run);
  const asked = new URL(request.url).searchParams;
  return {
    runId: run.id,
    sessionId: run.sessionId,
    plan,
    above: `Run ${run.position + 1} of ${inSession}`,
    beside: `${plan.batchName} · ${rollRange(plan.rollNumber, plan.runRolls)}`,
    events,
    askedMs: Number(asked.get('asked')) || null,
    refused: asked.get('refused'),
    clock: { nowMs: nowMs(), speed: clockSpeed() },
    thermometers: listThermometers(),
    tipsAway: readTipsAway(storedSetting('tips')),
    after: nextRun(run),
    bottles: bottlesOfRun(run),
    lessons: lessonsForRun(run),
    today: today(),
    // A screen that was let in to the Bench alone is shown no way out of it.
    benchOnly: context.who?.screen?.role === 'bench',
    explains: explainsAtTheBench(readFirstRoll(storedSetting('first-roll'))) ? whatEachDoes(plan.steps) : null,
    probes: probesInUse(),
    files: filesInTheMiddle(plan, events),
  } satisfies BenchRun;
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  return <BenchScreen run={loaderData} />;
}
