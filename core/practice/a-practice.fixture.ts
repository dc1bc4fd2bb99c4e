import type { RunEvent } from '../run/acts/event.ts';
import { frozenPlan } from '../run/plan/frozen-plan.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import { foldRun, type RunState } from '../run/state/state.ts';
import { usualQuestion } from '../schedule/a-question.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import type { PracticeRun } from './kitchen-of-run.ts';
import { setScene, type SceneId } from './scene.ts';

/** For tests: what a practice's plan is by the page that begins it. */
export function practisedPlan(kitId?: string): RunPlan {
  const question = usualQuestion(kitId);
  const planned = planRun(question);
  if (!planned.ok) throw new Error('no plan');
  return frozenPlan({
    planned: planned.value,
    title: 'Practice',
    process: question.kit.process,
    kitName: question.kit.name,
    batchName: 'practice',
    tankName: 'tank',
    tank: { ...question.tank, volumeMl: 500 },
    rolls: [{ id: 'none', name: 'No film' }],
    pushStops: 0,
    treatment: 'normal',
    rollsBefore: 0,
    habits: {},
    heat: null,
  });
}

export function practice(scene: SceneId, seed = 7, plan = practisedPlan()): PracticeRun {
  return { plan, set: setScene(scene, plan, seed), sinceMs: 0 };
}

/** How somebody goes through it: seconds off at each press. */
export interface Manner {
  /** Waits before the first pour. */
  readonly firstS?: number;
  /** By step: seconds later than due that it comes out. */
  readonly outLateS?: Readonly<Record<string, number>>;
  readonly inLateS?: Readonly<Record<string, number>>;
  /** Off the beat; null turns nothing. */
  readonly beatS?: number | null;
  /** In the first developer, this long after its pour, what is shown. */
  readonly read?: { readonly afterS: number; readonly c: number; readonly thermometer: string };
  readonly nudgedS?: number;
}

/** A whole practice in that manner, pressed by the plan's times; the developer's end follows what was read. */
export function practised(run: PracticeRun, manner: Manner, finishS: (step: string, plannedS: number) => number = (_, s) => s): RunState {
  const events: RunEvent[] = [];
  let n = 0;
  const happens = (atS: number, body: object) =>
    events.push({ id: `event-${String(n++).padStart(4, '0')}`, atMs: atS * 1000, ...body } as RunEvent);
  let nowS = manner.firstS ?? 30;
  let developed = false;
  for (const [i, step] of run.plan.steps.entries()) {
    nowS += i === 0 ? 0 : run.plan.changeoverS + (manner.inLateS?.[step.id] ?? 0);
    happens(nowS, { kind: 'poured', step: step.id });
    const first = step.critical && !developed;
    if (first) developed = true;
    if (first && manner.nudgedS) happens(nowS + 5, { kind: 'nudged', step: step.id, seconds: manner.nudgedS });
    const startS = nowS + (first ? (manner.nudgedS ?? 0) : 0);
    if (first && manner.read)
      happens(nowS + manner.read.afterS, {
        kind: 'reading',
        c: manner.read.c,
        shownC: manner.read.c,
        thermometer: manner.read.thermometer,
      });
    const endS = startS + finishS(step.id, step.seconds) + (manner.outLateS?.[step.id] ?? 0);
    const everyS = step.agitation?.everyS;
    if (manner.beatS !== null && everyS)
      for (let at = everyS; at <= step.seconds - 10; at += everyS)
        happens(startS + at + (manner.beatS ?? 0), { kind: 'agitated', step: step.id });
    nowS = endS;
    happens(nowS, { kind: 'step-ended', step: step.id });
  }
  happens(nowS + 5, { kind: 'finished' });
  return foldRun(
    run.plan,
    events.sort((a, b) => a.atMs - b.atMs),
  );
}
