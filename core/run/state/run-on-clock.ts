import { HANG_S } from '../../evening/evening-clock.ts';
import type { StepKind } from '../../kit/kind.ts';
import { stepFinish } from '../acts/finish.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { gotMs } from './got.ts';
import { runNow } from './now.ts';
import { planAsRun } from './plan-as-run.ts';
import type { RunState } from './state.ts';
import { betweenS } from '../../schedule/timeline.ts';

interface StepOnClock {
  readonly id: string;
  readonly kind: StepKind;
  readonly name: string;
  readonly startMs: number;
  readonly endMs: number;
  /** Behind, in the tank, or still to come. */
  readonly is: 'done' | 'running' | 'to-come';
}

export interface RunOnClock {
  readonly steps: readonly StepOnClock[];
  readonly firstPourMs: number;
  readonly endMs: number;
  readonly hungMs: number;
}

/**
 * A run that has begun on the clock: what was done as it was, what is in the tank to its finish as it stands, and what
 * comes after it in turn. Nothing that is still to come lies in the past, so a late hand moves all of it.
 */
export function runOnClock(asPlanned: RunPlan, state: RunState, nowMs: number): RunOnClock {
  const plan = planAsRun(asPlanned, state);
  const now = runNow(plan, state);
  const over = state.endedAtMs !== null;
  const lastMs = state.actual.reduce((latest, step) => Math.max(latest, step?.endMs ?? 0), 0);
  let freeMs = Math.max(
    now.nextPourAtMs ?? 0,
    lastMs === 0 ? 0 : lastMs + betweenS(plan.changeoverS, plan.steps[state.step - 1]) * 1000,
    nowMs,
  );
  const steps = plan.steps.flatMap((step, i): StepOnClock[] => {
    const { id, kind, name } = step;
    const actual = state.actual[i] ?? null;
    const again = i === state.step && state.phase !== 'running' && state.pausedIn !== 'running';
    const done: StepOnClock[] =
      actual && actual.endMs !== null && !(actual.skipped && gotMs(actual) === 0)
        ? [{ id, kind, name, startMs: actual.firstStartMs, endMs: actual.endMs, is: 'done' }]
        : [];
    if (actual && actual.endMs !== null && !again) return done;
    if (over) return done;
    const inTank = i === state.step && !again;
    const startMs = inTank ? (actual?.startMs ?? freeMs) : freeMs;
    // What comes again runs for what it still owes.
    const owedS =
      again && actual ? stepFinish(plan, i, { ...actual, earlierMs: gotMs(actual), lengthenedS: 0, readings: [] }).seconds : step.seconds;
    const endMs = inTank ? Math.max(now.running?.endsAtMs ?? startMs + step.seconds * 1000, nowMs) : startMs + owedS * 1000;
    freeMs = endMs + betweenS(plan.changeoverS, step) * 1000;
    return [...done, { id, kind, name, startMs, endMs, is: inTank ? 'running' : 'to-come' }];
  });
  // What is done to the film off the reel after the last water is the run's as well.
  const wipeMs = over ? 0 : (plan.steps.at(-1)?.wipeS ?? 0) * 1000;
  const endMs = (steps.at(-1)?.endMs ?? state.endedAtMs ?? nowMs) + wipeMs;
  const hungMs = state.endedAtMs ?? Math.max(endMs + HANG_S * 1000, nowMs);
  return { steps, firstPourMs: steps[0]?.startMs ?? hungMs, endMs, hungMs };
}

/**
 * When each step began, or will, in seconds after the first pour, by its id: a bath that took longer moves all that follows
 * it. Empty before the first pour.
 */
export function stepStartsS(asPlanned: RunPlan, state: RunState, nowMs: number): ReadonlyMap<string, number> {
  if (state.phase === 'ready') return new Map();
  const { steps, firstPourMs } = runOnClock(asPlanned, state, nowMs);
  // What is poured in again is there twice, and began the first time: the earlier one has the last word.
  return new Map([...steps].reverse().map((step) => [step.id, Math.round((step.startMs - firstPourMs) / 1000)] as const));
}
