import { developmentRate } from '../heat/dose.ts';
import { isDeveloper } from '../kit/kind.ts';
import type { RunEvent } from '../run/acts/event.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import { foldRun, type RunState } from '../run/state/state.ts';
import { kitchenAt } from './kitchen-of-run.ts';
import type { KitchenSetting } from './kitchen.ts';
import { betweenS } from '../schedule/timeline.ts';

/** One habit in a kitchen that is otherwise the same (domain.md 9, 18). */
export interface Habit {
  readonly plan: RunPlan;
  readonly kitchen: KitchenSetting;
}

export interface HabitSeen {
  /** From the first pour: the tank's temperature, null between baths, and what share of all development the film has by then. */
  readonly trace: readonly { readonly atS: number; readonly tankC: number | null; readonly given: number }[];
  readonly baths: readonly { readonly id: string; readonly name: string; readonly fromS: number; readonly toS: number }[];
  /** What each developer truly gave against what was wanted. */
  readonly developers: readonly { readonly name: string; readonly seconds: number; readonly share: number }[];
  readonly totalS: number;
  /** The lowest and the highest of a developer in the tank. */
  readonly lowC: number;
  readonly highC: number;
}

const TRACE_EVERY_S = 5;

/** Somebody goes through it by the clock alone, to the second, and reads nothing: what is left is what the habit does. */
export function seenThrough({ plan, kitchen }: Habit): HabitSeen {
  const state = byTheClock(plan);
  const run = { plan, set: { kitchen, thermometers: [], trusted: null, forgottenS: 0, call: null }, sinceMs: 0 };
  const firstMs = state.actual[0]?.startMs ?? 0;
  const lastMs = state.actual.at(-1)?.endMs ?? firstMs;
  const windows = plan.steps.flatMap((step, i) => {
    const actual = state.actual[i];
    return !actual || actual.endMs === null
      ? []
      : [
          {
            step,
            fromMs: actual.startMs,
            toMs: actual.endMs,
            dose: 0,
            rate: isDeveloper(step.kind) ? developmentRate(step.points, step.nominalC) : null,
          },
        ];
  });
  const trace: { atS: number; tankC: number | null; given: number }[] = [];
  const wantedS = windows.reduce((sum, { rate, step }) => sum + (rate ? step.nominalS : 0), 0);
  const given = () => (wantedS === 0 ? 0 : windows.reduce((sum, { dose }) => sum + dose, 0) / wantedS);
  let [lowC, highC] = [Infinity, -Infinity];
  let beforeMs = 0;
  let nextMs = firstMs;
  kitchenAt(run, state, lastMs, ({ tankC, holds }, ms) => {
    for (const window of windows) {
      if (!window.rate) continue;
      const inside = Math.max(0, Math.min(ms, window.toMs) - Math.max(beforeMs, window.fromMs)) / 1000;
      window.dose += inside * window.rate(tankC);
      if (inside > 0) [lowC, highC] = [Math.min(lowC, tankC), Math.max(highC, tankC)];
    }
    beforeMs = ms;
    if (ms < nextMs) return;
    trace.push({ atS: (ms - firstMs) / 1000, tankC: holds ? tankC : null, given: given() });
    nextMs = ms + TRACE_EVERY_S * 1000;
  });
  return {
    trace,
    baths: windows.map(({ step, fromMs, toMs }) => ({
      id: step.id,
      name: step.name,
      fromS: (fromMs - firstMs) / 1000,
      toS: (toMs - firstMs) / 1000,
    })),
    developers: windows.flatMap(({ step, rate, dose }) =>
      rate ? [{ name: step.name, seconds: step.seconds, share: step.nominalS > 0 ? dose / step.nominalS : 1 }] : [],
    ),
    totalS: (lastMs - firstMs) / 1000,
    lowC,
    highC,
  };
}

function byTheClock(plan: RunPlan): RunState {
  const events: RunEvent[] = [];
  let atMs = 0;
  for (const step of plan.steps) {
    events.push({ id: `in-${step.id}`, atMs, kind: 'poured', step: step.id });
    atMs += step.seconds * 1000;
    events.push({ id: `out-${step.id}`, atMs, kind: 'step-ended', step: step.id });
    atMs += betweenS(plan.changeoverS, step) * 1000;
  }
  return foldRun(plan, events);
}
