import { useState } from 'react';
import { washThatMayWait, type SceneSet } from '../../../core/practice/scene.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showDuration } from '../../../core/units/duration.ts';

/** Somebody rings in the wash. The clock goes on; hanging up is allowed. */
export function PhoneCall({
  call,
  plan,
  state,
  nowMs,
}: {
  readonly call: NonNullable<SceneSet['call']>;
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly nowMs: number;
}) {
  const [hungUp, setHungUp] = useState(false);
  const startMs = state.actual[washThatMayWait(plan) ?? -1]?.startMs;
  if (startMs === undefined || hungUp) return null;
  const rangMs = startMs + call.afterS * 1000;
  const leftS = Math.ceil((rangMs + call.lastsS * 1000 - nowMs) / 1000);
  if (nowMs < rangMs || leftS <= 0) return null;
  return (
    <div role="alert" className="mb-3 rounded-card border-2 border-straw bg-night-card px-4 py-3">
      <p className="text-lg font-bold text-straw">
        The phone rings, and it takes a while: <span className="figure">{showDuration(leftS)}</span> to go.
      </p>
      <p className="mt-1">The water runs on. What would have happened to a developer now? What happens to a wash?</p>
      <button type="button" className="mt-2 min-h-12 rounded-card border border-night-quiet px-4" onClick={() => setHungUp(true)}>
        “I call you back”
      </button>
    </div>
  );
}
