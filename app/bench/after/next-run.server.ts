import { isFinal } from '../../../core/kit/kind.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { runsOfSession, type Run } from '../../server/runs/runs.server.ts';
import type { UntilNext } from './until-next-run.tsx';

/** The run that comes next, as far as this one's bottles are concerned with it. */
export interface ComingRun {
  readonly id: string;
  readonly title: string;
  readonly position: number;
  /** Baths of this run's own batch that it wants warm: only those go back into the tub. */
  readonly warm: readonly string[];
  /** Another batch that it pours from; null where it is this one. */
  readonly otherBatch: string | null;
  /** What keeps it from being poured, in sentences; empty while nothing does. */
  readonly trouble: readonly string[];
}

export interface NextRun {
  readonly next: ComingRun | null;
  readonly until: UntilNext | null;
}

/** The run that comes after this one, and what lies between, by the same reckoning as the evening's page. */
export function nextRun(run: Run): NextRun {
  const next = runsOfSession(run.sessionId).find((other) => other.state === 'queued' && other.id !== run.id);
  if (!next) return { next: null, until: null };
  const { coming, backInRange } = eveningUnderWay(run.sessionId, nowMs());
  const first = coming[0];
  return {
    next: {
      id: next.id,
      title: next.plan.title,
      position: next.position,
      warm:
        next.batchId === run.batchId
          ? next.plan.steps.filter((step) => step.bottle !== null && !isFinal(step.kind)).map(({ bath }) => bath)
          : [],
      otherBatch: next.batchId === run.batchId ? null : next.plan.batchName,
      trouble: first?.trouble ?? [],
    },
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
