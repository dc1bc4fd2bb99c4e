import type { Process } from '../../film/process.ts';
import type { Treatment } from '../../film/treatment.ts';
import type { TankHeatSetting } from '../../heat/tank/tank-through-the-run.ts';
import type { Tank } from '../../heat/tank/tank.ts';
import { dryingSeconds } from '../../schedule/drying.ts';
import type { Habits } from '../../schedule/habits.ts';
import type { Plan } from '../../schedule/plan.ts';
import { RUN_PLAN_FORMAT, type RunPlan } from './run-plan.ts';

/** A run as it was planned, with the names of what it is made of. */
export interface PlannedRun {
  readonly planned: Plan;
  readonly title: string;
  readonly process: Process;
  readonly kitName: string;
  readonly batchName: string;
  readonly tankName: string;
  readonly tank: Tank;
  readonly rolls: readonly { readonly id: string; readonly name: string }[];
  readonly pushStops: number;
  readonly treatment: Treatment;
  readonly rollsBefore: number;
  readonly habits: Habits;
  /** As it was reckoned with; null where the tank's heat was not. */
  readonly heat: Pick<TankHeatSetting, 'heatJK' | 'school'> | null;
}

/** Everything that a run needs at the Bench, copied into it: what changes on the shelf afterwards changes nothing of it. */
export function frozenPlan({ planned, rolls, tank, habits, heat, ...names }: PlannedRun): RunPlan {
  const { steps, totalS, changeoverS, oneShot, rollNumber, runRolls, warnings, advice } = planned;
  return {
    format: RUN_PLAN_FORMAT,
    ...names,
    rollNames: rolls.map((roll) => roll.name),
    rollIds: rolls.map((roll) => roll.id),
    rollNumber,
    runRolls,
    tank: {
      method: tank.method,
      volumeMl: tank.volumeMl,
      fillS: tank.fillS,
      drainS: tank.drainS,
      ...(tank.stands === 'machine' ? { stands: tank.stands } : {}),
      ...(tank.warms === 'portion' ? { warms: tank.warms } : {}),
    },
    surroundings: planned.heat?.surroundings ?? null,
    heat: planned.heat && heat ? { heatJK: heat.heatJK, school: heat.school } : null,
    clock: habits.clock ?? 'first-drop',
    pourOut: habits.pourOut ?? 'inside',
    washing: habits.washing ?? null,
    drying: habits.drying ?? null,
    dryingS: dryingSeconds(habits),
    oneShot,
    changeoverS,
    steps,
    totalS,
    warnings,
    advice,
  };
}
