import { RUN_PLAN_FORMAT, type RunPlan } from '../../../core/run/run-plan.ts';
import { tankHeatSetting } from '../../../core/heat/tank-heat-setting.ts';
import { dryingSeconds } from '../../../core/schedule/drying.ts';
import type { RunToStart } from '../../run/session-start.server.ts';
import type { Tonight } from '../draft/tonight.server.ts';
import { runTitle } from '../plan/run-title.ts';

/** The runs of tonight as they go to the Bench: everything they need is copied into them. Runs with a fault are left out. */
export function frozenRuns(tonight: Pick<Tonight, 'evening' | 'inUse' | 'tanks' | 'waiting' | 'habits' | 'heat'>): RunToStart[] {
  const { habits } = tonight;
  return tonight.evening.runs.flatMap((run): RunToStart[] => {
    const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
    const tank = tonight.tanks.find((candidate) => candidate.id === run.tankId);
    if (!run.plan.ok || run.broken.length > 0 || !batch || !tank) return [];
    const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
    const { steps, totalS, changeoverS, rollNumber, runRolls, warnings, advice, batchAfter, heat } = run.plan.value;
    const title = runTitle(run, rolls);
    const plan: RunPlan = {
      format: RUN_PLAN_FORMAT,
      title: title.charAt(0).toUpperCase() + title.slice(1),
      process: run.process,
      kitName: batch.kit.name,
      batchName: batch.name,
      tankName: tank.name,
      rollNames: rolls.map((roll) => roll.name),
      rollIds: run.rollIds,
      rollNumber,
      runRolls,
      pushStops: run.pushStops,
      treatment: run.treatment,
      rollsBefore: run.rollsBefore,
      tank: { method: tank.method, volumeMl: tank.volumeMl, fillS: tank.fillS, drainS: tank.drainS },
      surroundings: heat?.surroundings ?? null,
      heat: heat && tonight.heat ? { heatJK: tankHeatSetting(tank, tonight.heat).heatJK, school: tonight.heat.school } : null,
      clock: habits.clock ?? 'first-drop',
      pourOut: habits.pourOut ?? 'inside',
      washing: habits.washing ?? null,
      drying: habits.drying ?? 'untouched',
      dryingS: dryingSeconds(habits),
      oneShot: habits.solution === 'one-shot',
      changeoverS,
      steps,
      totalS,
      warnings,
      advice,
    };
    return [{ batchId: batch.id, tankId: tank.id, rollIds: run.rollIds, plan, seenRemjet: batchAfter.seenRemjet }];
  });
}
