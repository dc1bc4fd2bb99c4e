import { isDeveloper } from '../../kit/kind.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import { pushEquivalent } from '../../timing/push.ts';
import { showDurationChange } from '../../units/duration.ts';
import { lowerFirst } from '../../units/first-letter.ts';
import { stepFinish } from '../acts/finish.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { firstPourMs, gotMs } from './got.ts';
import { planAsRun, withoutOwnS } from './plan-as-run.ts';
import type { ActualStep, RunState } from './state.ts';
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
  /** The person's own margin that it had, and what that did; null where there was none. */
  readonly own: { readonly seconds: number; readonly words: string } | null;
}

/** A run step by step: what was planned beside what was done. */
export function plannedAndActual(asPlanned: RunPlan, state: RunState): ComparedStep[] {
  const plan = planAsRun(asPlanned, state);
  const firstMs = firstPourMs(state);
  return plan.steps.map((step, i) => {
    const actual = state.actual[i] ?? null;
    const ran = actual && !actual.skipped ? actual : null;
    return {
      bath: step.bath,
      name: step.name,
      plannedS: ran ? dueS(plan, i, ran) : step.seconds,
      actualS: ran && ran.endMs !== null ? Math.round(gotMs(ran) / 1000) : null,
      skipped: actual?.skipped ?? false,
      startedAtS: ran && firstMs !== null ? Math.round((ran.firstStartMs - firstMs) / 1000) : null,
      readings: (ran?.readings ?? []).map((reading) => ({
        atS: ran ? Math.round((reading.atMs - ran.startMs) / 1000) : 0,
        c: reading.c,
        thermometer: reading.thermometer,
      })),
      got: whatStepGot(plan, i, actual),
      own: ran ? ownInWords(step) : null,
    };
  });
}

/** When a step was due to end: as planned, or where what was read moved its finish, then. */
export function dueS(plan: RunPlan, place: number, actual: ActualStep): number {
  const planned = plan.steps[place]?.seconds ?? 0;
  return actual.readings.length === 0 || actual.earlierMs > 0 ? planned : stepFinish(plan, place, { ...actual, lengthenedS: 0 }).seconds;
}

/** `your own margin, +0:10: thin with this kit (as a push of 0.2 stop)` */
function ownInWords(step: PlannedStep): ComparedStep['own'] {
  const line = step.working.find((each) => each.what === 'own');
  if (!line || line.seconds === 0) return null;
  const bareS = Math.max(1, withoutOwnS(step));
  const stops = isDeveloper(step.kind) ? pushEquivalent(step.push, step.nominalS, 1 + line.seconds / bareS) : null;
  const did =
    stops === null
      ? `${line.seconds > 0 ? 'longer' : 'shorter'} than its leaflet`
      : `as a ${stops > 0 ? 'push' : 'pull'} of ${Math.max(0.1, Math.abs(stops)).toFixed(1)} stop`;
  return {
    seconds: line.seconds,
    words: `${showDurationChange(line.seconds)} by ${lowerFirst(line.label)} (${did})`,
  };
}
