import type { PlannedStep } from '../../schedule/plan.ts';
import { ownLabel, ownSeconds, type OwnMargin } from '../../timing/own-margin.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import type { RunState } from './state.ts';

/**
 * The plan as it stands at the Bench: a margin of a person's own that was set there takes the place of the one that was
 * planned, in the step's time and in its working (domain.md 9). The same object where none was set.
 */
export function planAsRun(plan: RunPlan, { margins }: Pick<RunState, 'margins'>): RunPlan {
  if (margins.size === 0) return plan;
  const steps = plan.steps.map((step) => {
    const own = margins.get(step.id);
    return own ? withMargin(step, own) : step;
  });
  return { ...plan, steps, totalS: plan.totalS + sum(steps) - sum(plan.steps) };
}

/** What a planned step lasts without the person's own margin. */
export function withoutOwnS(step: Pick<PlannedStep, 'seconds' | 'working'>): number {
  return step.seconds - plannedOwnS(step);
}

/** Seconds of a person's own margin in a step as it is planned. */
export function plannedOwnS(step: Pick<PlannedStep, 'working'>): number {
  return step.working.find((line) => line.what === 'own')?.seconds ?? 0;
}

/** What a step would last with this margin instead of the one it was planned with. */
export function secondsWithMargin(step: PlannedStep, own: OwnMargin): number {
  const bareS = withoutOwnS(step);
  return bareS + ownSeconds(own, bareS);
}

function withMargin(step: PlannedStep, own: OwnMargin): PlannedStep {
  const bareS = withoutOwnS(step);
  const ownS = ownSeconds(own, bareS);
  const others = step.working.filter((line) => line.what !== 'own');
  const line = { what: 'own' as const, seconds: ownS, label: ownLabel(own) };
  return { ...step, seconds: bareS + ownS, working: own.amount === 0 ? others : [...others, line] };
}

function sum(steps: readonly PlannedStep[]): number {
  return steps.reduce((total, step) => total + step.seconds, 0);
}
