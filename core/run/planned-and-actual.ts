import type { RunPlan } from './run-plan.ts';
import { gotMs, type RunState } from './state.ts';
import { whatStepGot, type StepGot } from './what-a-step-got.ts';

export interface ComparedStep {
  readonly bath: string;
  readonly name: string;
  readonly plannedS: number;
  /** Null when it never ran. */
  readonly actualS: number | null;
  readonly skipped: boolean;
  /** Seconds after the run's first pour. */
  readonly startedAtS: number | null;
  readonly readings: readonly { readonly atS: number; readonly c: number; readonly thermometer: string | null }[];
  readonly got: StepGot | null;
}

/** A run step by step: what was planned beside what was done. */
export function plannedAndActual(plan: RunPlan, state: RunState): ComparedStep[] {
  const firstMs = state.actual.find((step) => step && !step.skipped)?.startMs ?? null;
  return plan.steps.map((step, i) => {
    const actual = state.actual[i] ?? null;
    const ran = actual && !actual.skipped ? actual : null;
    return {
      bath: step.bath,
      name: step.name,
      plannedS: step.seconds,
      actualS: ran && ran.endMs !== null ? Math.round(gotMs(ran) / 1000) : null,
      skipped: actual?.skipped ?? false,
      startedAtS: ran && firstMs !== null ? Math.round((ran.startMs - firstMs) / 1000) : null,
      readings: (ran?.readings ?? []).map((reading) => ({
        atS: ran ? Math.round((reading.atMs - ran.startMs) / 1000) : 0,
        c: reading.c,
        thermometer: reading.thermometer,
      })),
      got: whatStepGot(plan, i, actual),
    };
  });
}
