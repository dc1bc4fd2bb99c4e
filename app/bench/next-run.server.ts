import { eveningUnderWay } from '../run/evening-under-way.server.ts';
import { nowMs } from '../server/clock.server.ts';
import { runsOfSession, type Run } from '../server/runs.server.ts';
import type { UntilNext } from './until-next-run.tsx';

export interface NextRun {
  readonly next: { readonly id: string; readonly title: string; readonly position: number } | null;
  readonly until: UntilNext | null;
}

/** The run that comes after this one, and what lies between, by the same reckoning as the evening's page. */
export function nextRun(run: Run): NextRun {
  const next = runsOfSession(run.sessionId).find((other) => other.state === 'queued' && other.id !== run.id);
  if (!next) return { next: null, until: null };
  const { coming, backInRange } = eveningUnderWay(run.sessionId, nowMs());
  const first = coming[0];
  return {
    next: { id: next.id, title: next.plan.title, position: next.position },
    until: first
      ? {
          n: first.n,
          rollNames: first.run.plan.rollNames,
          tankName: first.run.plan.tankName,
          loadFromMs: first.clock.loadFromMs,
          firstPourMs: first.clock.firstPourMs,
          reelsDryMs: first.reelsDryMs,
          secondSet: first.secondSet,
          bottles: backInRange,
        }
      : null,
  };
}
