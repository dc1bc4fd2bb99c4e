import { nanoid } from 'nanoid';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findRoll, setRollState } from '../../server/rolls.server.ts';
import {
  findRun,
  insertRun,
  insertSession,
  liveRun,
  nextPosition,
  setRunState,
  writeSession,
  type Run,
} from '../../server/runs/runs.server.ts';
import { announceRun } from '../acts/live-runs.server.ts';
import { handTicksOn } from './ticks.server.ts';
import { runTrouble } from './evening-under-way.server.ts';

export interface RunToStart {
  readonly batchId: string;
  readonly tankId: string;
  readonly rollIds: readonly string[];
  readonly plan: RunPlan;
  readonly seenRemjet: boolean;
}

export type Started =
  | { readonly ok: true; readonly runId: string }
  | { readonly ok: false; readonly message: string; readonly liveRunId: string | null };

/**
 * Stores a session with what it was set to and its frozen plans; the first run goes to the Bench, the others wait their
 * turn. `goesOn` names the session that goes on with them, where they take the place of runs that have not begun.
 */
export function startSession(runs: readonly RunToStart[], draft: object = {}, goesOn: string | null = null): Started {
  const started = inTransaction((): Started => {
    const live = liveRun();
    if (live) return { ok: false, message: 'A run is already at the Bench. Finish it or give it up first.', liveRunId: live.id };
    if (runs.length === 0)
      return { ok: false, message: 'There is no run to start. Choose at least one roll that the shelf can develop.', liveRunId: null };
    const gone = runs.flatMap((run) => run.rollIds).filter((id) => findRoll(id)?.state !== 'waiting');
    if (gone.length > 0)
      return { ok: false, message: 'A roll of this plan is no longer waiting. The plan has been made anew.', liveRunId: null };
    const sessionId = goesOn ?? nanoid();
    if (goesOn === null) {
      insertSession(sessionId, nowMs(), draft);
      handTicksOn(null, sessionId);
    } else writeSession(sessionId, draft, []);
    const from = goesOn === null ? 0 : nextPosition(sessionId);
    const ids = runs.map((run, i) => {
      const id = nanoid();
      insertRun({
        id,
        sessionId,
        position: from + i,
        batchId: run.batchId,
        tankId: run.tankId,
        plan: run.plan,
        runRolls: run.plan.runRolls,
        seenRemjet: run.seenRemjet,
        state: i === 0 ? 'live' : 'queued',
      });
      for (const rollId of run.rollIds) setRollState(rollId, 'developing', id);
      return id;
    });
    return { ok: true, runId: ids[0] as string };
  });
  if (started.ok) announceRun(started.runId);
  return started;
}

/** A bottle that was spoilt since the run was planned keeps it from beginning. */
function spentBottle(run: Run): string | null {
  return runTrouble(run)[0] ?? null;
}

/** Takes a waiting run to the Bench; the session goes on where it was left. */
export function beginRun(runId: string): Started {
  const begun = inTransaction((): Started => {
    const live = liveRun();
    if (live) return live.id === runId ? { ok: true, runId } : { ok: false, message: 'Another run is at the Bench.', liveRunId: live.id };
    const run = findRun(runId);
    if (run?.state !== 'queued') return { ok: false, message: 'This run is not waiting to begin.', liveRunId: null };
    const spent = spentBottle(run);
    if (spent) return { ok: false, message: spent, liveRunId: null };
    setRunState(runId, 'live', null);
    return { ok: true, runId };
  });
  if (begun.ok) announceRun(runId);
  return begun;
}
