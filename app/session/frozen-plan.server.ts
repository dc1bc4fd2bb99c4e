import type { RunPlan } from '../../core/run/run-plan.ts';
import type { RunToStart } from '../server/session-start.server.ts';
import { readSetting } from '../server/settings.server.ts';
import { DEFAULT_EVENING, type EveningSettings } from './evening-settings.ts';
import { runTitle } from './run-title.ts';
import type { Tonight } from './tonight.server.ts';

/** The runs of tonight as they go to the Bench: everything they need is copied into them. Runs with a fault are left out. */
export function frozenRuns(tonight: Tonight): RunToStart[] {
  // The tank cools towards the room the person gave for the evening's bath.
  const { roomC } = { ...DEFAULT_EVENING, ...readSetting<EveningSettings>('evening') };
  return tonight.evening.runs.flatMap((run): RunToStart[] => {
    const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
    const tank = tonight.tanks.find((candidate) => candidate.id === run.tankId);
    if (!run.plan.ok || run.broken.length > 0 || !batch || !tank) return [];
    const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
    const { steps, totalS, changeoverS, rollNumber, runRolls, warnings, advice, batchAfter } = run.plan.value;
    const title = runTitle(run, rolls);
    const plan: RunPlan = {
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
      tank: { method: tank.method, volumeMl: tank.volumeMl, fillS: tank.fillS, drainS: tank.drainS },
      surroundings: tank.coolingPerMin === null ? null : { coolingPerMin: tank.coolingPerMin, surroundC: roomC },
      clock: tonight.habits.clock ?? 'first-drop',
      pourOut: tonight.habits.pourOut ?? 'inside',
      washing: tonight.habits.washing ?? null,
      drying: tonight.habits.drying ?? 'untouched',
      changeoverS,
      steps,
      totalS,
      warnings,
      advice,
    };
    return [{ batchId: batch.id, tankId: tank.id, rollIds: run.rollIds, plan, seenRemjet: batchAfter.seenRemjet }];
  });
}
