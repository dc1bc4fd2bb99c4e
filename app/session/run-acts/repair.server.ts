import { nanoid } from 'nanoid';
import { batchState } from '../../../core/evening/evening.ts';
import { frozenPlan } from '../../../core/run/plan/frozen-plan.ts';
import { AGAIN, type Again } from '../../../core/run/plan/again.ts';
import { repairPlan } from '../../../core/run/plan/repair.ts';
import { bottlesInTheWay, pouredBaths } from '../../../core/schedule/bottles-in-run.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { announceRun } from '../../run/acts/live-runs.server.ts';
import type { Started } from '../../run/evening/session-start.server.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findRoll } from '../../server/rolls.server.ts';
import { findRun, insertRun, insertSession, liveRun } from '../../server/runs/runs.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';

/** What a repair goes over again, from a form; names that are none are passed over. */
export function againOf(names: readonly unknown[]): Again[] {
  return AGAIN.filter((each) => names.includes(each));
}

/**
 * Takes some rolls of a run that ended to the Bench once more, for the baths that still help: a run of its own, of
 * which each bottle that is poured counts the rolls. The rolls stay the first run’s.
 */
export function beginRepair(runId: string, batchId: string, again: readonly Again[]): Started {
  const refuse = (message: string, liveRunId: string | null = null): Started => ({ ok: false, message, liveRunId });
  const begun = inTransaction((): Started => {
    const live = liveRun();
    // Pressed twice: it is the repair that the first press began.
    if (live?.repairs === (findRun(runId)?.repairs ?? runId)) return { ok: true, runId: live.id };
    if (live) return refuse('A run is already at the Bench. Finish it or give it up first.', live.id);
    const run = findRun(runId);
    if (!run || run.endedAtMs === null) return refuse('That run has not ended.');
    const batch = findBatch(batchId);
    if (!batch) return refuse('That batch is not there any more. Choose another.');
    if (batch.kit.process !== run.plan.process)
      return refuse(`${batch.name} is ${batch.kit.process}, and this film was developed in ${run.plan.process}.`);
    const tank = listTanks().find((each) => each.id === run.tankId) ?? listTanks()[0];
    if (!tank) return refuse('There is no tank on the shelf. Add one first.');
    const rolls = run.plan.rollIds.flatMap((id) => findRoll(id) ?? []);
    // A repair uses what is there, however far it has come: the developer is not in it.
    const habits = { ...usualHabits(), solution: undefined, pastCapacity: undefined };
    const planned = planRun({
      kit: batch.kit,
      batch: batchState(batch),
      on: today(),
      tank,
      rolls: rolls.map(({ format, count }) => ({ format, count })),
      pushStops: 0,
      treatment: 'normal',
      temperaturesC: {},
      habits,
    });
    if (!planned.ok) return refuse(planned.errors[0]?.message ?? 'These baths cannot be planned.');
    const whole = frozenPlan({
      planned: planned.value,
      title: run.plan.title,
      process: batch.kit.process,
      kitName: batch.kit.name,
      batchName: batch.name,
      tankName: tank.name,
      tank,
      rolls,
      pushStops: 0,
      treatment: 'normal',
      rollsBefore: batch.rollsDone,
      habits,
      heat: null,
    });
    const plan = repairPlan(whole, again);
    if (!plan) return refuse('Choose what to do again: the kit has a bath for at least one of them.');
    const spent = bottlesInTheWay(batch.kit, pouredBaths(plan.steps), batch.bottles)[0];
    if (spent) return refuse(spent);
    const id = nanoid();
    const sessionId = nanoid();
    insertSession(sessionId, nowMs());
    insertRun({
      id,
      sessionId,
      position: 0,
      batchId: batch.id,
      tankId: tank.id,
      plan,
      runRolls: plan.runRolls,
      seenRemjet: false,
      state: 'live',
      repairs: run.repairs ?? run.id,
    });
    return { ok: true, runId: id };
  });
  if (begun.ok) announceRun(begun.runId);
  return begun;
}
