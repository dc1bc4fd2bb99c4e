import type { Warning } from '../../answer.ts';
import { driftFinish } from '../../heat/drift.ts';
import { bleachesOrFixes, isDeveloper } from '../../kit/kind.ts';
import { roundHalfUp } from '../../units/duration.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { fixedAfterS, isEnough } from '../state/light.ts';
import { plannedOwnS, withoutOwnS } from '../state/plan-as-run.ts';
import type { ActualStep } from '../state/state.ts';

export interface StepFinish {
  /** Whole seconds from the step's start at which it is done. */
  readonly seconds: number;
  /** What the readings alone would make it, followed or not; null without readings that count. */
  readonly byDoseS: number | null;
  readonly warnings: readonly Warning[];
}

/** When a running step ends: its plan, moved by drift where it is critical and read, lengthened by hand (domain.md 7). */
export function stepFinish(plan: RunPlan, index: number, actual: ActualStep | null): StepFinish {
  const step = plan.steps[index];
  if (!step) return { seconds: 0, byDoseS: null, warnings: [] };
  const beforeS = gotBeforeS(step, actual);
  const wholeS = bleachesOrFixes(step.kind) && beforeS > 0 ? fixedAfterS(step) : step.seconds;
  const plannedS = wholeS - beforeS + (actual?.lengthenedS ?? 0);
  if (!actual || !step.critical || step.points.length < 2 || actual.readings.length === 0) {
    return { seconds: Math.max(0, plannedS), byDoseS: null, warnings: [] };
  }
  const drift = driftFinish({
    bath: { id: step.bath, name: step.name, nominalC: step.nominalC, time: { points: step.byRuleOfThumb ? [] : step.points } },
    ratePoints: step.points,
    // What it got before it was poured in again is not wanted twice.
    nominalS: (step.doseS ?? step.nominalS) * Math.max(0, 1 - beforeS / Math.max(1, withoutOwnS(step))),
    plannedS: Math.max(1, step.seconds - beforeS),
    readings: actual.readings.map((reading) => ({ atS: Math.max(0, (reading.atMs - actual.startMs) / 1000), c: reading.c })),
    surroundings: plan.surroundings,
    pouredC: step.pourC,
  });
  if (!drift.ok) return { seconds: Math.max(0, plannedS), byDoseS: null, warnings: [] };
  // A person's own margin is no part of the dose: drift moves the finish under it, not it.
  const byDoseS = roundHalfUp(drift.value.finishS) + plannedOwnS(step);
  const seconds = actual.followsDrift ? byDoseS + actual.lengthenedS : plannedS;
  return { seconds: Math.max(0, seconds), byDoseS, warnings: drift.value.warnings };
}

/** What is poured in again because it got too little runs for what is left of its time (domain.md 10.1). */
function gotBeforeS(step: RunPlan['steps'][number], actual: ActualStep | null): number {
  const gotS = Math.round((actual?.earlierMs ?? 0) / 1000);
  if (gotS === 0) return 0;
  if (isDeveloper(step.kind)) return gotS;
  return bleachesOrFixes(step.kind) && !isEnough(gotS, fixedAfterS(step)) ? gotS : 0;
}

/** By how much the tank's temperature moves a step's finish; null where no dose decides it. */
export function movedS(step: { readonly seconds: number }, { byDoseS }: Pick<StepFinish, 'byDoseS'>): number | null {
  return byDoseS === null ? null : byDoseS - step.seconds;
}
