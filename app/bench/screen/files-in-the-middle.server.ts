import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { foldRun } from '../../../core/run/state/state.ts';
import { filesOfPart } from '../../server/files-of-parts.server.ts';
import type { Confirmed } from '../channel/event-store.ts';

const filesOf = (part: string) => filesOfPart('app/bench/screen/bench.tsx', part);

/** The files of what stands in the middle of the Bench as it is opened: the checklist, the run under way, or its end. */
export function filesInTheMiddle(plan: RunPlan, events: readonly Confirmed[]): readonly string[] {
  const { phase, readied, step } = foldRun(
    plan,
    events.map(({ event }) => event),
  );
  if (phase === 'finished' || phase === 'given-up') return filesOf('app/bench/after/ended.tsx');
  if (phase === 'ready' && !readied) return filesOf('app/bench/now/readiness.tsx');
  const instead = phase === 'paused' || step >= plan.steps.length ? filesOf('app/bench/now/seldom.tsx') : [];
  return [...filesOf('app/bench/now/under-way.tsx'), ...instead];
}
