import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import type { ComingRun } from '../after/next-run.server.ts';
import type { BenchRun, SeenRun } from '../screen/bench-run.ts';
import { Later } from '../../ui/later.tsx';
import { LessonHere, TipHere } from './parts.ts';
import { Acts, type ActsProps } from './acts.tsx';
import { NowPanel } from './now-panel.tsx';
import type { TipLineProps } from './tip-line.tsx';

interface UnderWayProps extends SeenRun {
  readonly run: BenchRun;
  readonly next: ComingRun | null;
  readonly bottles: readonly BottleAtBench[];
  readonly tips: Omit<TipLineProps, 'tips'>;
  readonly acts: ActsProps;
}

/** From the checklist to the end of a run: what is in the tank, what comes next, and the act. */
export function UnderWay({ run, next, bottles, tips, acts, ...seen }: UnderWayProps) {
  const { plan, state, now, nowMs } = seen;
  return (
    <>
      <div className="grow pb-4">
        {state.phase !== 'paused' && run.lessons.length > 0 && (
          <Later of={state.step}>
            <LessonHere {...{ plan, state }} lessons={run.lessons} />
          </Later>
        )}
        <NowPanel {...seen} {...{ next, bottles }} today={run.today} explains={run.explains} />
        {/* Over time there is one thing to say. */}
        {state.step < plan.steps.length && state.phase !== 'paused' && !(now.running && nowMs > now.running.endsAtMs) && (
          <Later of={state.step}>
            <TipHere {...{ plan, state, tips }} />
          </Later>
        )}
      </div>
      <Acts {...acts} />
    </>
  );
}
