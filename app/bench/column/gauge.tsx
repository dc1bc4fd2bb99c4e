import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { bathTexture } from '../../ui/strip/bath-texture.ts';

export interface LevelProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly nowMs: number;
}

/** How far the level has sunk through the current block, 0 to 1. */
export function levelShare(now: RunNow, nowMs: number): number {
  if (!now.running) return 0;
  const { startMs, endsAtMs } = now.running;
  return endsAtMs <= startMs ? 1 : Math.min(1, Math.max(0, (nowMs - startMs) / (endsAtMs - startMs)));
}

/** On a phone the column lies down: one thin gauge across the top, with what is past, now and to come. */
export function Gauge({ plan, state, now, nowMs }: LevelProps) {
  const total = plan.steps.reduce((sum, step) => sum + step.seconds, 0);
  return (
    <div className="flex h-4 gap-0.5" role="img" aria-label={`Step ${Math.min(state.step + 1, plan.steps.length)} of ${plan.steps.length}`}>
      {plan.steps.map((step, i) => (
        <div
          key={step.bath + String(i)}
          className={`${bathTexture(step.kind)} relative overflow-hidden rounded-sm border ${i === state.step && state.phase === 'running' ? 'border-straw' : 'border-night-line'} ${i < state.step ? 'opacity-40' : ''}`}
          style={{ flexGrow: step.seconds / total, minWidth: 8 }}
        >
          {i === state.step && (
            <div className="absolute inset-y-0 left-0 bg-straw/80" style={{ width: `${levelShare(now, nowMs) * 100}%` }} />
          )}
        </div>
      ))}
    </div>
  );
}
