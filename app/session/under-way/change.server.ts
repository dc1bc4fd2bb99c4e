import { nanoid } from 'nanoid';
import { shareOfBatch } from '../../../core/chemistry/ledger/effect.ts';
import { brokenRules, planEvening, type ArrangedRun, type EveningRoll } from '../../../core/evening/evening.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';
import { whatMoved, type ComingRun } from '../../../core/evening/what-moved.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { effectOnBottles } from '../../run/acts/effect-of-run.server.ts';
import { announceRun } from '../../run/acts/live-runs.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { beginRun, type Started } from '../../run/evening/session-start.server.ts';
import { usualHabits } from '../../run/evening/usual-habits.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findRoll, rollsOfRun, setRollState } from '../../server/rolls.server.ts';
import {
  findRun,
  insertRun,
  nextPosition,
  replaceRun,
  runsOfSession,
  setRunState,
  undoOfSession,
  writeSession,
  type Run,
} from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { MOVED_ON } from '../draft/posted-change.server.ts';
import { readDraftDocument, withChange, type Draft, type DraftChange } from '../draft/draft.ts';
import { eveningQuestion, rollsTonight } from '../draft/evening-question.ts';
import { readDraft, writeDraft } from '../draft/tonight.server.ts';
import { wayRefusal } from '../way/way-check.server.ts';
import { frozenRuns } from '../run-acts/frozen-plan.server.ts';
import { Refused } from '../run-acts/refused.ts';
import { comingDraft, comingSet, queuedOf } from './coming.server.ts';

/** What a change to an evening that goes on did, or why it did nothing. */
export type Changed = { readonly ok: true; readonly moved: readonly string[] } | { readonly ok: false; readonly message: string };

/** Undo goes back this far; an evening has not more changes than that. */
const MOST_UNDO = 20;

/** What is still to come of a session, with one thing changed: only what has not begun is planned anew (interface.md, tonight while it goes). */
export function changeComing(sessionId: string, change: DraftChange): Changed {
  return changing(sessionId, (draft) => {
    const { arrangement } = draft;
    if ('runs' in change && JSON.stringify(change.runs) !== JSON.stringify(arrangement)) throw new Refused(MOVED_ON);
    if ((change.kind === 'roll-out' || change.kind === 'move') && !(arrangement ?? []).some((run) => run.rollIds.includes(change.rollId)))
      throw new Refused('That roll is not in what is still to come: its run has begun, or it was taken out meanwhile.');
    const next = withChange(draft, change, usualHabits());
    const broken = wayRefusal(next, change);
    if (broken) throw new Refused(broken);
    // What is said of a kit, its margins and its ways, outlasts the evening.
    if ('kitId' in change) {
      keepForGood(next, change);
      return { ...next, arrangement: next.arrangement ?? arrangement };
    }
    switch (change.kind) {
      case 'roll-in':
        return { ...next, arrangement: withRoll(sessionId, { ...next, arrangement }, change.rollId) };
      case 'choose-batch':
        return { ...next, arrangement: throughBatch(sessionId, draft, change.batchId) };
      case 'propose':
        // Only what is to come tonight is arranged anew; what waits beside it goes on waiting.
        return { ...next, excluded: draft.excluded, arrangement: null };
      default:
        // A change that would have everything proposed anew leaves the runs as they are arranged: an evening goes on.
        return { ...next, arrangement: next.arrangement ?? arrangement };
    }
  });
}

/** Habits for what is still to come of this evening. */
export function changeComingHabits(sessionId: string, habits: Habits): Changed {
  return changing(sessionId, (draft) => ({ ...draft, habits }));
}

/** The last change is taken back, as far as what it touched has not begun since. */
export function undoComing(sessionId: string): Changed {
  const undo = storedUndo(sessionId);
  const last = undo.at(-1);
  if (!last) return { ok: false, message: 'There is no change to take back.' };
  return changing(
    sessionId,
    () => {
      const begun = runsOfSession(sessionId)
        .filter((run) => run.state !== 'queued' && run.state !== 'cancelled')
        .map((run) => run.plan.rollIds);
      const sameRolls = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((id) => b.includes(id));
      // A run that began as it was before the change is behind; one that began otherwise cannot be arranged any more.
      const arrangement = (last.arrangement ?? []).filter((run) => !begun.some((rollIds) => sameRolls(rollIds, run.rollIds)));
      const gone = new Set(begun.flat());
      if (arrangement.some((run) => run.rollIds.some((id) => gone.has(id))))
        throw new Refused(
          'A run that this change touched has begun since, so it cannot be taken back. Change what is still to come instead.',
        );
      return { ...last, arrangement };
    },
    undo.slice(0, -1),
  );
}

/** Nothing more tonight: the runs that have not begun are left out, and their rolls wait again. */
export function endEarly(sessionId: string): Changed {
  return changing(sessionId, (draft) => ({ ...draft, arrangement: [] }));
}

/**
 * A run to the Bench. Where its batch turned out to have seen other rolls than it was planned for (the run before was
 * given up, a bottle corrected), it and those after it are timed anew first, and that is written down with it; nothing else
 * of them changes. Where they cannot be, it does not begin, and says why.
 */
export function beginComing(runId: string): Started {
  const run = findRun(runId);
  if (run?.state !== 'queued' || !isStale(run.sessionId)) return beginRun(runId);
  const anew = changing(run.sessionId, (draft) => draft, storedUndo(run.sessionId));
  if (!anew.ok) return { ok: false, message: anew.message.replace(/^Nothing was changed\. /, ''), liveRunId: null };
  const begun = beginRun(runId);
  if (begun.ok)
    recordEvent(runId, {
      id: `anew-${runId}`.slice(0, 60),
      kind: 'note',
      atMs: nowMs(),
      text: ['Timed anew as it began.', ...anew.moved].join(' ').slice(0, 500),
    });
  return begun;
}

function isStale(sessionId: string): boolean {
  const queued = queuedOf(sessionId);
  const { batches } = comingSet(sessionId, comingDraft(sessionId, queued));
  const seen = new Map(batches.map((batch) => [batch.id, batch.wornRolls + batch.waiting.wears]));
  return queued.some((run) => {
    const before = seen.get(run.batchId) ?? 0;
    seen.set(run.batchId, before + shareOfBatch(effectOnBottles(run).entries).wears);
    return run.plan.rollsBefore !== undefined && Math.abs(run.plan.rollsBefore - before) > 1e-6;
  });
}

function changing(sessionId: string, change: (draft: Draft) => Draft, undoAfter?: readonly Draft[]): Changed {
  try {
    const { moved, touched } = inTransaction(() => {
      const queued = queuedOf(sessionId);
      const before = comingDraft(sessionId, queued);
      const was = comingRuns(sessionId);
      const next = change(before);
      const undo = undoAfter ?? [...storedUndo(sessionId), before].slice(-MOST_UNDO);
      const runs = replaced(sessionId, queued, next);
      const { arrangement: _, excluded: __, ...settings } = next;
      writeSession(sessionId, settings, undo);
      return { moved: whatMoved(was, comingRuns(sessionId)), touched: runs };
    });
    for (const id of touched) announceRun(id);
    return { ok: true, moved };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message };
    throw error;
  }
}

function storedUndo(sessionId: string): Draft[] {
  const stored = undoOfSession(sessionId);
  return Array.isArray(stored) ? stored.map(readDraftDocument) : [];
}

/** Plans the arrangement anew and puts its runs in place of those that were queued. Returns the ids of all that were touched. */
function replaced(sessionId: string, queued: readonly Run[], draft: Draft): string[] {
  const wanted = draft.arrangement;
  const mine = new Set(queued.flatMap((run) => rollsOfRun(run.id).map((roll) => roll.id)));
  for (const id of (wanted ?? []).flatMap((run) => run.rollIds)) {
    const roll = findRoll(id);
    if (!roll || (roll.state !== 'waiting' && !mine.has(id)))
      throw new Refused(
        `${roll?.name ?? 'A roll of this change'} is no longer waiting: it was taken into another run or developed meanwhile.`,
      );
  }
  // Asked for a proposal, only what is to come tonight is packed anew.
  const set = comingSet(sessionId, wanted ? draft : { ...draft, arrangement: null });
  const runs = wanted?.length === 0 ? [] : planned(set, wanted ? { ...draft, excluded: [] } : draft);
  const fresh = frozenRuns({ ...set, evening: { runs, leftOut: [], unplaceable: [] } });
  if (fresh.length < (wanted?.length ?? 1))
    throw new Refused('A batch or tank of this evening was put away meanwhile. Take it back to the shelf, or choose another.');
  for (const id of mine) setRollState(id, 'waiting', null);
  const from = queued[0]?.position ?? nextPosition(sessionId);
  const ids = fresh.map((run, i) => {
    const old = queued[i];
    const id = old?.id ?? nanoid();
    const row = { ...run, id, position: from + i, runRolls: run.plan.runRolls };
    if (old) replaceRun(row);
    else insertRun({ ...row, sessionId, state: 'queued' });
    for (const rollId of run.rollIds) setRollState(rollId, 'developing', id);
    return id;
  });
  const over = queued.slice(fresh.length);
  for (const run of over) setRunState(run.id, 'cancelled', null);
  const others = runsOfSession(sessionId).filter((run) => run.state === 'live' || run.state === 'finished');
  return [...new Set([...ids, ...over.map((run) => run.id), ...others.map((run) => run.id)])];
}

/** The runs as they would be; whatever keeps one from being done refuses the change, in its own words. */
function planned(set: ReturnType<typeof comingSet>, draft: Draft) {
  const { runs, leftOut, unplaceable } = planEvening(eveningQuestion({ ...set, draft }));
  const fault = runs.flatMap((run) => (run.plan.ok ? run.broken : run.plan.errors.map((error) => error.message)))[0];
  if (fault) throw new Refused(`Nothing was changed. ${fault}`);
  const out = [...leftOut, ...unplaceable][0];
  if (out) throw new Refused(`Nothing was changed. ${out.why}`);
  return runs;
}

/** The arrangement with one roll more: in the first coming run that may take it, else in a run of its own in the smallest tank that holds it. */
function withRoll(sessionId: string, draft: Draft, rollId: string): ArrangedRun[] {
  const arrangement = [...(draft.arrangement ?? [])];
  const set = comingSet(sessionId, draft);
  const rolls = rollsTonight(set.waiting, { ...draft, excluded: [] });
  const roll = rolls.find((each) => each.id === rollId);
  const kept = set.reserved.rolls[rollId];
  if (roll && kept) throw new Refused(`${roll.name} is kept for ${kept}. Let that evening go first.`);
  if (roll && arrangement.some((run) => run.rollIds.includes(rollId))) throw new Refused(`${roll.name} is in this evening already.`);
  if (!roll) throw new Refused('That roll is no longer waiting: it was taken into another run or developed meanwhile.');
  const fits = (run: ArrangedRun) => {
    const batch = set.batches.find((each) => each.id === run.batchId);
    const tank = set.tanks.find((each) => each.id === run.tankId);
    const load = run.rollIds.flatMap((id): EveningRoll[] => rolls.filter((each) => each.id === id));
    return batch !== undefined && tank !== undefined && brokenRules(load, batch, tank).length === 0;
  };
  const joined = arrangement.findIndex((run) => fits({ ...run, rollIds: [...run.rollIds, rollId] }));
  if (joined >= 0) return arrangement.map((run, i) => (i === joined ? { ...run, rollIds: [...run.rollIds, rollId] } : run));
  const batches = [
    ...set.inUse,
    ...comingSet(sessionId, { ...draft, excluded: draft.excluded.filter((id) => id !== rollId) }).inUse,
    ...set.batches,
  ];
  const tanks = [...set.tanks].sort((a, b) => a.volumeMl - b.volumeMl);
  for (const batch of batches)
    for (const tank of tanks) {
      const alone = { tankId: tank.id, batchId: batch.id, rollIds: [rollId] };
      if (fits(alone)) return [...arrangement, alone];
    }
  throw new Refused(
    `Nothing was changed. No tank and batch on the shelf take ${roll.name}: mix a batch for ${roll.process}, or add a tank.`,
  );
}

/** Every coming run of that batch's process goes through it. */
function throughBatch(sessionId: string, draft: Draft, batchId: string): ArrangedRun[] {
  const { batches } = comingSet(sessionId, draft);
  const process = (id: string) => batches.find((batch) => batch.id === id)?.kit.process;
  if (process(batchId) === undefined) throw new Refused('That batch was put away meanwhile. Choose another.');
  return (draft.arrangement ?? []).map((run) => (process(run.batchId) === process(batchId) ? { ...run, batchId } : run));
}

/** A person's own margins and ways outlast the evening (domain.md 9); those of other kits may have been changed elsewhere meanwhile. */
function keepForGood({ own, ways }: Draft, { kitId, ...change }: Extract<DraftChange, { kitId: string }>): void {
  const paper = readDraft();
  const mine = [kitId, ...('batchId' in change ? [change.batchId] : [])];
  const isMine = (key: string) => mine.some((id) => key === id || ['@', '#'].some((mark) => key.startsWith(id + mark)));
  writeDraft({
    ...paper,
    own: { ...paper.own, ...Object.fromEntries(Object.entries(own).filter(([key]) => isMine(key))) },
    ways: { ...paper.ways, [kitId]: ways[kitId] ?? {} },
  });
}

function comingRuns(sessionId: string): ComingRun[] {
  const zone = personsZone();
  return eveningUnderWay(sessionId, nowMs()).coming.map(({ run, n, clock }) => ({
    run: n,
    rollNames: run.plan.rollNames,
    tankName: run.plan.tankName,
    batchName: run.plan.batchName,
    steps: run.plan.steps,
    pour: clockTime(clock.firstPourMs, zone),
  }));
}
