import type { EveningRun } from '../../../core/evening/evening.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import { isRoomRight } from '../../../core/schedule/tonights-temperatures.ts';
import { runsToCome } from '../../run/acts/effect-of-run.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { rollsOfRun, waitingRolls, type Roll } from '../../server/rolls.server.ts';
import { draftOfSession, runsOfSession, undoOfSession, type Run } from '../../server/runs/runs.server.ts';
import { readDraftDocument, type Draft } from '../draft/draft.ts';
import { batchesTonight, eveningSet, type Tonight } from '../draft/tonight.server.ts';

/** What is still to come of a session, as the page of an evening has it. Its runs are those that are stored: nothing is planned anew. */
export function comingOf(sessionId: string): Tonight {
  return whileUnchanged('coming', () => comingNow(sessionId), sessionId);
}

function comingNow(sessionId: string): Tonight {
  const queued = queuedOf(sessionId);
  const draft = comingDraft(sessionId, queued);
  const set = comingSet(sessionId, draft);
  return {
    ...set,
    canUndo: Array.isArray(undoOfSession(sessionId)) && (undoOfSession(sessionId) as unknown[]).length > 0,
    evening: { runs: queued.map((run) => asPlanned(run, set.waiting, set.heat?.roomC ?? null)), leftOut: [], unplaceable: [] },
  };
}

/** The runs of a session that have not begun, in their order. */
export function queuedOf(sessionId: string): Run[] {
  return runsOfSession(sessionId).filter((run) => run.state === 'queued');
}

/** A session's own settings, arranged as its coming runs are; every other roll that waits stays out unless it is taken in. */
export function comingDraft(sessionId: string, queued: readonly Run[]): Draft {
  const settings = readDraftDocument(draftOfSession(sessionId));
  return {
    ...settings,
    arrangement: queued.map((run) => ({ tankId: run.tankId, batchId: run.batchId, rollIds: orderedRolls(run).map((roll) => roll.id) })),
    excluded: waitingRolls().map((roll) => roll.id),
  };
}

/** What the coming runs are planned with: their rolls and those that wait, and every batch that is used or chosen. */
export function comingSet(sessionId: string, draft: Draft) {
  const own = queuedOf(sessionId).flatMap(orderedRolls);
  const set = eveningSet(draft, [...own, ...waitingRolls()], runsToCome(sessionId));
  const arranged = new Set((draft.arrangement ?? []).map((run) => run.batchId));
  const arrangedRolls = set.waiting.filter((roll) => !draft.excluded.includes(roll.id));
  const chosen = batchesTonight(
    arrangedRolls.map((roll) => ({ ...roll, pushStops: 0 })),
    set.batches,
    draft,
    set.on,
  ).filter((batch) => ![...arranged].some((id) => set.batches.find((each) => each.id === id)?.kit.process === batch.kit.process));
  return { ...set, inUse: [...[...arranged].flatMap((id) => set.batches.filter((batch) => batch.id === id)), ...chosen] };
}

/** Rolls of a run in the order of its plan. */
function orderedRolls(run: Run): Roll[] {
  const rolls = rollsOfRun(run.id);
  const place = (roll: Roll) => run.plan.rollIds.indexOf(roll.id);
  return rolls.sort((a, b) => place(a) - place(b));
}

/** A stored run as an evening has it; what was frozen is its plan. */
export function asPlanned(
  run: Pick<Run, 'plan' | 'tankId' | 'batchId' | 'seenRemjet'>,
  rolls: readonly Roll[],
  roomC: number | null,
): EveningRun {
  const { plan } = run;
  const own = plan.rollIds.flatMap((id) => rolls.find((roll) => roll.id === id) ?? []);
  return {
    tankId: run.tankId,
    batchId: run.batchId,
    rollIds: own.map((roll) => roll.id),
    process: plan.process,
    pushStops: plan.pushStops,
    treatment: plan.treatment ?? own[0]?.treatment ?? 'normal',
    rollsBefore: plan.rollsBefore ?? 0,
    broken: [],
    plan: {
      ok: true,
      value: {
        ...plan,
        batchAfter: { rollsDone: (plan.rollsBefore ?? 0) + plan.runRolls, seenRemjet: run.seenRemjet },
        heat: plan.surroundings
          ? { surroundings: plan.surroundings, bathC: Math.max(...plan.steps.filter((step) => step.critical).map(pouredAtC)) }
          : null,
        noHeater: isRoomRight(plan.steps, roomC),
      },
    },
  };
}
