import { isDeveloper, isWater, type StepKind } from '../../kit/kind.ts';
import { stepCues } from '../../schedule/cues.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import { stepStarts } from '../../schedule/timeline.ts';
import type { Again } from './again.ts';
import type { RunPlan } from './run-plan.ts';

function does(kind: StepKind): readonly Again[] {
  switch (kind) {
    case 'bleach':
      return ['bleach'];
    case 'bleach-fix':
      return ['bleach', 'fix'];
    case 'fixer':
      return ['fix'];
    case 'wash':
      return ['wash'];
    case 'stabiliser':
    case 'final-rinse':
    case 'wetting-agent':
      return ['stabilise'];
    default:
      return [];
  }
}

/** The steps of a whole run that go over a film again, with the water that stands between them. Never a developer. */
export function repairSteps(steps: readonly PlannedStep[], again: readonly Again[]): PlannedStep[] {
  const lastDeveloper = steps.findLastIndex((step) => isDeveloper(step.kind));
  const wanted = steps.map((step, i) => i > lastDeveloper && does(step.kind).some((each) => again.includes(each)));
  const first = wanted.findIndex((each, i) => each && steps[i]?.kind !== 'wash');
  const from = first === -1 ? wanted.indexOf(true) : first;
  const to = wanted.lastIndexOf(true);
  // A wash before the first bath that helps would only wet the film; between two baths the water belongs to them.
  return steps.filter((step, i) => i >= from && i <= to && from !== -1 && (wanted[i] || isWater(step.kind)));
}

/**
 * A short run on film that was developed before (domain.md 12: light does no harm now). `planned` is a whole run with the
 * bottles as they are today; its last baths are taken. Null where the kit has none of those baths.
 */
export function repairPlan(planned: RunPlan, again: readonly Again[]): RunPlan | null {
  const chosen = repairSteps(planned.steps, again);
  if (chosen.length === 0) return null;
  const { startsS, totalS } = stepStarts(chosen, planned.changeoverS);
  const bare = chosen.map((step, i) => ({ ...step, startS: startsS[i] ?? 0, opensTank: false, lightSafeAtEnd: true }));
  const setting = {
    tank: planned.tank,
    pourOut: planned.pourOut,
    washing: planned.washing ?? undefined,
    ...(planned.drying ? { drying: planned.drying } : {}),
  };
  const names = again.filter((each) => chosen.some((step) => does(step.kind).includes(each)));
  return {
    ...planned,
    title: `Repair: ${names.join(', ')} again`,
    steps: bare.map((step, i) => ({ ...step, cues: stepCues(step, bare[i + 1] ?? null, setting) })),
    totalS,
    warnings: [],
    advice: [],
  };
}

/** A run that has no developer is on film that was developed before: it may be seen by light throughout. */
export function isRepair(plan: Pick<RunPlan, 'steps'>): boolean {
  return !plan.steps.some((step) => isDeveloper(step.kind));
}
