import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { bottlesWaiting } from '../../../core/run/bottles/bottles-waiting.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { useText } from '../../ui/forms/units.ts';
import { followsInWords } from '../entries/follows-in-words.ts';

interface WaitingProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
}

/** Bottles that were read while they wait, and will not be as they are wanted. */
export function BottlesWaiting({ plan, state, now, nowMs }: WaitingProps) {
  const text = useText();
  return bottlesWaiting(plan, state, now.running?.endsAtMs ?? now.nextPourAtMs, nowMs).map((warning) => (
    <p key={warning.step} role="alert" className="mb-3 rounded-card border border-straw px-4 py-2 text-straw">
      {text(warning)}
    </p>
  ));
}

interface SpoiltProps {
  readonly bottles: readonly BottleAtBench[];
  readonly state: RunState;
}

/** Bottles that something got into in this run, and what follows. */
export function BottlesSpoilt({ bottles, state }: SpoiltProps) {
  return bottles
    .filter((bottle) => bottle.standing !== 'good' && state.incidents.some((incident) => incident.bath === bottle.bath))
    .map((bottle) => (
      <p key={bottle.bath} role="status" className="mb-3 rounded-card border border-straw px-4 py-2 text-straw">
        {followsInWords(bottle)}
      </p>
    ));
}
