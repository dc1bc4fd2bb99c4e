import type { Warning } from '../../../core/answer.ts';
import type { Doing } from '../../../core/evening/list/doing.ts';
import type { TankMethod } from '../../../core/heat/tank/tank.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import type { Advice } from '../../../core/schedule/plan.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { ticksOf } from '../../run/evening/ticks.server.ts';
import { nowMs, shownInstant } from '../../server/database/clock.server.ts';
import { openSessionId, sessionStartedAtMs } from '../../server/runs/runs.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { eveningPlan, planUnderWay } from '../evening/evening-plan.server.ts';
import { comingOf } from '../under-way/coming.server.ts';
import { runTitle } from '../plan/run/run-title.ts';

/** A run as it is printed or put into a calendar. */
interface RemainingRun {
  /** Counted from 1 in its evening, runs done among them. */
  readonly n: number;
  readonly title: string;
  readonly rollNames: readonly string[];
  readonly steps: readonly PlannedStep[];
  readonly warnings: readonly Warning[];
  readonly advice: readonly Advice[];
  readonly rollNumber: number;
  readonly runRolls: number;
  readonly batchName: string;
  readonly kitName: string;
  readonly tankName: string;
  readonly method: TankMethod;
  readonly firstPourMs: number;
}

export interface WhatRemains {
  /** The day the evening began, past midnight too: its entries keep their names. */
  readonly on: string;
  readonly runs: readonly RemainingRun[];
  /** The whole evening in order, what is behind with it. */
  readonly doings: readonly Doing[];
}

/** What remains of the evening that goes on, or all of the one that is planned: one reckoning for sheet and calendar. */
export function whatRemains(): WhatRemains {
  const sessionId = openSessionId();
  return sessionId === null ? asPlanned() : underWay(sessionId);
}

function underWay(sessionId: string): WhatRemains {
  const atMs = nowMs();
  const under = eveningUnderWay(sessionId, atMs);
  const { begun, coming } = under;
  const live = begun.filter((run) => run.is === 'live');
  const runs = [
    ...live.map(({ n, plan, clock }) => ({ n, plan, clock })),
    ...coming.map(({ run, n, clock }) => ({ n, plan: run.plan, clock })),
  ];
  return {
    on: shownInstant(sessionStartedAtMs(sessionId) ?? atMs, 'yyyy-MM-dd'),
    doings: planUnderWay(under, comingOf(sessionId), atMs, ticksOf(sessionId)).doings,
    runs: runs.map(({ n, plan, clock }) => ({
      ...plan,
      n,
      title: lowerFirst(plan.title),
      method: plan.tank.method,
      firstPourMs: clock.firstPourMs,
    })),
  };
}

function asPlanned(): WhatRemains {
  const evening = tonight();
  const { clock, doings } = eveningPlan(evening, nowMs(), ticksOf(null));
  const done = evening.evening.runs.filter((run) => run.plan.ok);
  return {
    on: evening.on,
    doings,
    runs: evening.evening.runs.flatMap((run, i): RemainingRun[] => {
      const times = clock[done.indexOf(run)];
      const batch = evening.inUse.find((candidate) => candidate.id === run.batchId);
      const tank = evening.tanks.find((candidate) => candidate.id === run.tankId);
      if (!run.plan.ok || !batch || !tank || !times) return [];
      const rolls = run.rollIds.flatMap((id) => evening.waiting.find((roll) => roll.id === id) ?? []);
      return [
        {
          ...run.plan.value,
          n: i + 1,
          title: runTitle(run, rolls),
          rollNames: rolls.map((roll) => roll.name),
          batchName: batch.name,
          kitName: batch.kit.name,
          tankName: tank.name,
          method: tank.method,
          firstPourMs: times.firstPourMs,
        },
      ];
    }),
  };
}
