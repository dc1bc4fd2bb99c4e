import { useMemo } from 'react';
import { data } from 'react-router';
import { whatEachDoes } from '../../../core/beginner/what-a-bath-does.ts';
import { practiceNowMs, speedNow } from '../../../core/practice/practice-clock.ts';
import { sceneOf } from '../../../core/practice/scene.ts';
import { readTipsAway } from '../../../core/run/tips.ts';
import { clockSpeed, nowMs, today } from '../../server/database/clock.server.ts';
import { eventsOfPractice, findPractice } from '../../server/runs/practices.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { listThermometers } from '../../server/shelf/thermometers.server.ts';
import { practicePlace } from '../channel/run-place.ts';
import type { BenchRun } from '../screen/bench-run.ts';
import { BenchScreen } from '../screen/bench-screen.tsx';
import { filesInTheMiddle } from '../screen/files-in-the-middle.server.ts';
import { linksTo } from '../../ui/links-to.ts';
import type { Route } from './+types/practice-bench.ts';
import { practiceEffects } from './practice-effects.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [
  { title: `${loaded?.scene.name ?? 'Practice'} · Bench` },
  ...linksTo(loaded?.run.files ?? []),
];

export function loader({ params, request, context }: Route.LoaderArgs) {
  const practice = findPractice(params.practiceId);
  if (!practice) throw data('There is no such practice. It may have been forgotten.', { status: 404 });
  const { id, plan, scene, seed, startedAtMs, clock } = practice;
  const asked = new URL(request.url).searchParams;
  const events = eventsOfPractice(practice);
  const run: BenchRun = {
    runId: id,
    sessionId: null,
    plan,
    above: scene === 'water' ? 'Dry run' : 'Practice',
    beside: sceneOf(scene).name,
    events,
    askedMs: Number(asked.get('asked')) || null,
    refused: asked.get('refused'),
    clock: { nowMs: practiceNowMs(clock, nowMs()), speed: speedNow(clock) * clockSpeed() },
    thermometers: scene === 'water' ? listThermometers() : [],
    tipsAway: readTipsAway(storedSetting('tips')),
    after: { next: null, until: null },
    bottles: [],
    lessons: [],
    today: today(),
    benchOnly: context.who?.screen?.role === 'bench',
    explains: whatEachDoes(plan.steps),
    probes: [],
    files: filesInTheMiddle(plan, events),
  };
  return { run, plan, scene: sceneOf(scene), seed, startedAtMs, speed: speedNow(clock), houseSpeed: clockSpeed() };
}

export default function PracticeBench({ loaderData }: Route.ComponentProps) {
  const { run, ...practice } = loaderData;
  const own = useMemo(
    () => practiceEffects({ id: run.runId, ...practice }),
    // What a practice is does not change while it is looked at.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
    [run.runId],
  );
  return <BenchScreen run={run} place={practicePlace(run.runId)} own={own} />;
}
