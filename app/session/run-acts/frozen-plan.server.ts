import { tankHeatSetting } from '../../../core/heat/tank/tank-heat-setting.ts';
import { frozenPlan } from '../../../core/run/plan/frozen-plan.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import { upperFirst } from '../../../core/units/first-letter.ts';
import type { RunToStart } from '../../run/evening/session-start.server.ts';
import type { Tonight } from '../draft/tonight.server.ts';
import { runTitle } from '../plan/run/run-title.ts';

/** The runs of tonight as they go to the Bench. Runs with a fault are left out. */
export function frozenRuns(tonight: Pick<Tonight, 'evening' | 'inUse' | 'tanks' | 'waiting' | 'habits' | 'heat'>): RunToStart[] {
  const { habits, heat } = tonight;
  return tonight.evening.runs.flatMap((run): RunToStart[] => {
    const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
    const whole = tonight.tanks.find((candidate) => candidate.id === run.tankId);
    if (!run.plan.ok || run.broken.length > 0 || !batch || !whole) return [];
    const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
    const tank = loadedTank(whole, rolls);
    const { process, pushStops, treatment, rollsBefore } = run;
    const title = runTitle(run, rolls);
    const plan = frozenPlan({
      planned: run.plan.value,
      title: upperFirst(title),
      process,
      kitName: batch.kit.name,
      batchName: batch.name,
      tankName: tank.name,
      tank,
      rolls,
      pushStops,
      treatment,
      rollsBefore,
      habits,
      heat: heat && tankHeatSetting(tank, heat),
    });
    return [{ batchId: batch.id, tankId: tank.id, rollIds: run.rollIds, plan, seenRemjet: run.plan.value.batchAfter.seenRemjet }];
  });
}
