import type { OwnMargin } from '../../../core/timing/own-margin.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { lastRunOfKit } from '../../server/runs/runs.server.ts';

/** What a person gave each bath of a kit at the Bench the last time, by kit and bath: offered again, never taken by itself (domain.md 9). */
export function marginsLastTime(kitIds: readonly string[]): Readonly<Record<string, Readonly<Record<string, OwnMargin>>>> {
  const kits = [...new Set(kitIds)].flatMap((kitId) => {
    const run = lastRunOfKit(kitId);
    if (!run) return [];
    const { margins } = stateOfRun(run);
    const byBath = run.plan.steps.flatMap((step) => {
      const own = margins.get(step.id);
      return own && own.amount !== 0 ? [[step.bath, own] as const] : [];
    });
    return [[kitId, Object.fromEntries(byBath)] as const];
  });
  return Object.fromEntries(kits);
}
