import { isDeveloper } from '../../kit/kind.ts';
import { showDuration } from '../../units/duration.ts';
import type { BottleAtBench } from '../bottles/bottle-at-bench.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import type { RunNow } from '../state/now.ts';
import type { RunState } from '../state/state.ts';

const DEVELOPER_EARLY_S = 15;
const OTHERS_EARLY_SHARE = 1 / 3;

/**
 * What the act button asks for before it ends a bath far too early (domain.md 10.1): a developer more than 15 s before
 * its pour-out, any other bath more than a third of its time; and before it pours from a bottle that is spent
 * (domain.md 15). Null where the press is in its place.
 */
export function outOfPlace(
  plan: RunPlan,
  state: RunState,
  now: Pick<RunNow, 'act' | 'running'>,
  nowMs: number,
  bottles: readonly Pick<BottleAtBench, 'bath' | 'standing'>[] = [],
): string | null {
  const { act } = now;
  const step = plan.steps[state.step];
  const isEnd = act?.kind === 'step-ended' || (act && 'ends' in act && act.ends !== undefined);
  if (isEnd && now.running && step) {
    const earlyS = (now.running.pourOutAtMs - nowMs) / 1000;
    const bearsS = isDeveloper(step.kind) ? DEVELOPER_EARLY_S : now.running.finish.seconds * OTHERS_EARLY_SHARE;
    if (earlyS > bearsS) return `${showDuration(earlyS)} early: press again to end it`;
  }
  const poured = act?.kind === 'poured' ? plan.steps.find(({ id }) => id === act.step) : undefined;
  return poured?.bottle && bottles.some((bottle) => bottle.bath === poured.bath && bottle.standing === 'spent')
    ? `${poured.name} is spent: press again to pour it all the same`
    : null;
}
