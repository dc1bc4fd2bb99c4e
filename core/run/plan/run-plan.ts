import type { Warning } from '../../answer.ts';
import type { Process } from '../../film/process.ts';
import type { Treatment } from '../../film/treatment.ts';
import type { TankHeatSetting } from '../../heat/tank/tank-through-the-run.ts';
import type { Tank } from '../../heat/tank/tank.ts';
import type { Surroundings } from '../../heat/temperature-path.ts';
import { dryingSeconds } from '../../schedule/drying.ts';
import type { Habits, WashingHabit } from '../../schedule/habits.ts';
import type { Advice, PlannedStep } from '../../schedule/plan.ts';
import { stepIds } from '../../schedule/step-ids.ts';

export const RUN_PLAN_FORMAT = 'steady-reel/run-plan@2';

/**
 * What a run carries with it, frozen when it goes to the Bench: a kit changed or deleted since then changes nothing.
 * Stored as one document with the run, and read by `readRunPlan` alone.
 */
export interface RunPlan {
  readonly format: typeof RUN_PLAN_FORMAT;
  readonly title: string;
  readonly process: Process;
  readonly kitName: string;
  readonly batchName: string;
  readonly tankName: string;
  readonly rollNames: readonly string[];
  readonly rollIds: readonly string[];
  readonly rollNumber: number;
  readonly runRolls: number;
  readonly pushStops: number;
  /** Absent in plans stored before an evening could be changed while it goes on. */
  readonly treatment?: Treatment;
  /** Roll equivalents its batch will have done before it; absent likewise. */
  readonly rollsBefore?: number;
  readonly tank: Tank;
  /** Where the tank stands and how it cools there; null where nothing is known of it. */
  readonly surroundings: Surroundings | null;
  /** The tank's heat as it was reckoned with; null where it was not. */
  readonly heat: Pick<TankHeatSetting, 'heatJK' | 'school'> | null;
  readonly clock: 'first-drop' | 'tank-full';
  readonly pourOut: 'inside' | 'at-zero';
  readonly washing: WashingHabit | null;
  readonly drying: Habits['drying'] | null;
  readonly dryingS: number;
  /** Every solution is fresh for this run, and collected after it. */
  readonly oneShot: boolean;
  readonly changeoverS: number;
  readonly steps: readonly PlannedStep[];
  readonly totalS: number;
  readonly warnings: readonly Warning[];
  readonly advice: readonly Advice[];
}

/** The first version, before steps had ids of their own: what it did not keep is absent. */
interface RunPlanV1 {
  readonly rollIds?: readonly string[];
  readonly drying?: Habits['drying'];
  readonly advice?: readonly (string | Advice)[];
  readonly steps: readonly (Omit<PlannedStep, 'id' | 'pourC' | 'inTankC' | 'push'> & Partial<PlannedStep>)[];
}

/**
 * A run's plan as it was stored, by any version, brought up to date. Plans are only ever written by this program, so a
 * document without steps is damage, and is said as such.
 */
export function readRunPlan(document: unknown): RunPlan {
  const stored = document as (Omit<Partial<RunPlan>, keyof RunPlanV1> & RunPlanV1) | null;
  if (!stored || !(stored.steps instanceof Array)) throw new Error('A stored run has no steps: its plan is damaged.');
  if (stored.format === RUN_PLAN_FORMAT) return document as RunPlan;
  const ids = stepIds(stored.steps.map((step) => step.bath));
  return {
    ...stored,
    format: RUN_PLAN_FORMAT,
    // An old run without its rolls' ids is looked up by its rolls' rows.
    rollIds: stored.rollIds ?? [],
    heat: stored.heat ?? null,
    drying: stored.drying ?? null,
    dryingS: stored.dryingS ?? dryingSeconds({}),
    oneShot: stored.oneShot ?? stored.steps.every((step) => step.bottle === null || step.after === 'discard'),
    advice: (stored.advice ?? []).map((advice) => (typeof advice === 'string' ? { message: advice } : advice)),
    steps: stored.steps.map((step, i) => ({
      ...step,
      id: ids[i] ?? step.bath,
      pourC: step.pourC ?? null,
      inTankC: step.inTankC ?? null,
      push: step.push ?? null,
    })),
  } as RunPlan;
}

/** Where a step stands in its run; -1 where it does not. */
export function placeOfStep(plan: RunPlan, id: string): number {
  return plan.steps.findIndex((step) => step.id === id);
}
