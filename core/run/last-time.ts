import { TREATMENT_ADVICE, type Treatment } from '../film/treatment.ts';
import { pathTemperature } from '../heat/temperature-path.ts';
import { isMainDeveloper } from '../kit/kind.ts';
import { showStops } from '../units/exposure.ts';
import type { RunPlan } from './plan/run-plan.ts';
import { gotMs } from './state/got.ts';
import { planAsRun } from './state/plan-as-run.ts';
import type { RunState } from './state/state.ts';
import { pathOf } from './state/path-of.ts';

/** Why a run is the nearest to one that is planned (domain.md 20). */
export type Nearness = 'film-and-push' | 'film' | 'kit-and-push';

/** How a run was done, as far as a person would look it up. */
export interface HowItWas {
  /** What the developer had; null where it never ran. */
  readonly developerS: number | null;
  /** What its developer was planned at; null where it never ran. */
  readonly plannedC: number | null;
  /** On average in the tank: by what was read, else as predicted. */
  readonly meanC: number | null;
  /** Seconds of the person's own in that. */
  readonly ownS: number;
  /** A step was done in a way of one's own. */
  readonly ownWay: boolean;
}

const PARTS = 60;

export function howItWas(asPlanned: RunPlan, state: RunState): HowItWas {
  const plan = planAsRun(asPlanned, state);
  const at = plan.steps.findIndex((step) => isMainDeveloper(step.kind));
  const [step, actual] = [plan.steps[at], state.actual[at]];
  const ownWay = plan.steps.some((each) => each.ownWay);
  if (!step || !actual || actual.endMs === null || gotMs(actual) === 0)
    return { developerS: null, plannedC: null, meanC: null, ownS: 0, ownWay };
  const path = pathOf(plan, step, actual);
  const lastedS = Math.max(1, (actual.endMs - actual.startMs) / 1000);
  let sum = 0;
  for (let i = 0; i < PARTS; i++) sum += pathTemperature(path, ((i + 0.5) / PARTS) * lastedS);
  const ownS = step.working.find((line) => line.what === 'own')?.seconds ?? 0;
  return { developerS: Math.round(gotMs(actual) / 1000), plannedC: step.temperatureC, meanC: sum / PARTS, ownS, ownWay };
}

/** A run as far as two of them are compared. */
export interface Compared {
  readonly kitName: string;
  readonly pushStops: number;
  readonly treatment?: Treatment | undefined;
  readonly tankName: string;
}

/** What is different now, in a few words each; nothing where all is as it was. */
export function differentNow(last: Compared, now: Compared): string[] {
  return [
    ...(last.kitName === now.kitName ? [] : [`the kit was ${last.kitName}`]),
    ...(Math.abs(last.pushStops - now.pushStops) < 0.01
      ? []
      : [last.pushStops === 0 ? 'it was not pushed' : `it was a ${showStops(last.pushStops)}`]),
    ...((last.treatment ?? 'normal') === (now.treatment ?? 'normal')
      ? []
      : [
          `the treatment was ${TREATMENT_ADVICE[last.treatment ?? 'normal'].name.replace(/^[A-Z](?=[a-z])/, (first) => first.toLowerCase())}`,
        ]),
    ...(last.tankName === now.tankName ? [] : [`in ${last.tankName}`]),
  ];
}
