import type { PouredStep } from '../../../core/chemistry/ledger/effect.ts';
import { entriesOfEffect } from '../../../core/chemistry/ledger/ledger.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import type { RunEvent } from '../../../core/run/acts/event.ts';
import { timesPoured, type RunState } from '../../../core/run/state/state.ts';
import { holdClock, nowMs, today } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findRoll, rollsOfRun, setRollState } from '../../server/rolls.server.ts';
import { findEvent, insertEvent } from '../../server/runs/run-events.server.ts';
import { findRun, liveRun, liveRunTitle, sessionStartedAtMs, setRunState, type Run } from '../../server/runs/runs.server.ts';
import { entriesOfRun, undoEntry, writeEntry, writeRun } from '../../server/shelf/bottle-entries.server.ts';
import { batchesOfSingles, bottlesOf, effectOnBottles } from './effect-of-run.server.ts';
import { announceRun } from './live-runs.server.ts';
import { recordAct, type ActPlace, type Recorded } from './record-act.server.ts';
import { indexRunAnew } from './run-index.server.ts';
import { forgetState, stateOfRun } from './run-state.server.ts';

/** An end pressed by mistake is noticed within the evening. */
const LONGEST_REGRET_MS = 6 * 3600 * 1000;

/**
 * Appends one act to a run (`recordAct`). A finish settles rolls and batch in the same transaction, so it happens once
 * whatever is pressed twice. `madeOn` is the name of the screen it was pressed on; null for this machine itself.
 */
export function recordEvent(runId: string, body: unknown, madeOn: string | null = null): Recorded {
  const recorded = remembersNothingOfWhatFailed((): Recorded => {
    const run = findRun(runId);
    return run ? recordAct(body, atTheBench(run, madeOn)) : { ok: false, status: 404, message: 'There is no such run.' };
  });
  if (!recorded.ok) forgetState();
  if (recorded.ok && !recorded.repeated) announceRun(runId);
  return recorded;
}

function atTheBench(run: Run, madeOn: string | null): ActPlace {
  const reopens = (before: RunState, after: RunState) => isOver(before) && !isOver(after);
  return {
    id: run.id,
    plan: run.plan,
    find: (eventId) => {
      const event = findEvent(eventId);
      return event && { of: event.runId, seq: event.seq, document: event.document };
    },
    closed: () => {
      if (run.state !== 'queued' && run.state !== 'cancelled') return null;
      const live = run.state === 'cancelled' ? liveRun() : null;
      return { ok: false, status: 409, message: 'This run is not at the Bench.', ...(live ? { movedTo: live.id } : {}) };
    },
    state: () => stateOfRun(run),
    nowMs,
    sinceMs: sessionStartedAtMs(run.sessionId) ?? 0,
    forbids: (before, after) => (reopens(before, after) ? whyItStaysClosed(run, before) : null),
    append: (event) => insertEvent(run.id, event, madeOn),
    settle: (before, after, event) => {
      if (reopens(before, after)) reopen(run);
      else settle(run, after, event);
      tellTheBottles(run, before, event);
    },
  };
}

/** A transaction that fails leaves the memory of the server as it was: neither a folded state nor a clock that was let go. */
function remembersNothingOfWhatFailed<T>(does: () => T): T {
  try {
    return inTransaction(does);
  } catch (error) {
    forgetState();
    holdClock(liveRunTitle() !== null);
    throw error;
  }
}

function isOver(state: RunState): boolean {
  return state.phase === 'finished' || state.phase === 'given-up';
}

/** What a run that ended made of its rolls. */
function rollsEndedAs(state: RunState): 'developed' | 'spoilt' | 'waiting' {
  return state.phase === 'finished' ? 'developed' : state.givenUp?.countsRolls ? 'spoilt' : 'waiting';
}

function idsOfRolls(run: Run): readonly string[] {
  return run.plan.rollIds.length > 0 ? run.plan.rollIds : rollsOfRun(run.id).map((roll) => roll.id);
}

/** Why the end of a run cannot be taken back any more, in a sentence; null while it can. */
function whyItStaysClosed(run: Run, state: RunState): string | null {
  if (nowMs() - (state.endedAtMs ?? 0) > LONGEST_REGRET_MS)
    return 'This run ended too long ago to go on. Write what happened in its logbook entry.';
  const live = liveRun();
  if (live) return `${live.plan.title} is at the Bench now. One run at a time.`;
  if (run.repairs !== null) return null;
  const moved = idsOfRolls(run).find((id) => findRoll(id)?.state !== rollsEndedAs(state));
  if (moved !== undefined || idsOfRolls(run).length === 0)
    return 'A roll of this run has been taken elsewhere since, so the run cannot go on.';
  return null;
}

/** The end is taken back: the run is live again and its rolls in it, and what it left in the ledger is met by a counter-entry. */
function reopen(run: Run): void {
  if (run.repairs === null) for (const id of idsOfRolls(run)) setRollState(id, 'developing', run.id);
  for (const entry of entriesOfRun(run.id)) undoEntry(entry, today(), nowMs(), 'The run goes on: its end was pressed by mistake.');
  setRunState(run.id, 'live', null);
}

/** What got into a bottle at the Bench stands in the ledger of that bottle; taken back at the Bench, it is taken back there. */
function tellTheBottles(run: Run, before: RunState, event: RunEvent): void {
  if (event.kind === 'undone') {
    const target = before.inForce.find((each) => each.id === event.event);
    if (target?.kind === 'incident') undoEntry(entryOfEvent(target.id), today(), nowMs(), 'Taken back at the Bench.');
  }
  if (event.kind !== 'incident') return;
  const from = run.plan.steps.find((step) => step.bath === event.bath)?.from;
  const bottle = bottlesOf(run).find((each) => (from === undefined ? each.bath === event.bath : each.id === from));
  if (!bottle) return;
  const { what, ml } = event;
  writeEntry({
    id: entryOfEvent(event.id),
    batchId: bottle.batchId ?? run.batchId,
    atMs: nowMs(),
    note: `At the Bench, ${run.plan.title}.`,
    entry: { kind: 'incident', on: today(), bottle: bottle.id, what, ...(ml === undefined ? {} : { ml }) },
  });
}

const entryOfEvent = (eventId: string) => `event-${eventId}`;

function settle(run: Run, state: RunState, event: RunEvent): void {
  if (event.kind !== 'finished' && event.kind !== 'given-up') return;
  const finished = event.kind === 'finished';
  const used = finished || event.countsRolls;
  setRunState(run.id, finished ? 'finished' : 'given-up', state.endedAtMs);
  for (const roll of rollsOfRun(run.id)) {
    if (finished) setRollState(roll.id, 'developed', run.id);
    else if (used) setRollState(roll.id, 'spoilt', run.id);
    else setRollState(roll.id, 'waiting', null);
  }
  indexRunAnew(run.id);
  if (!used) return;
  writeRun({
    batchId: run.batchId,
    elsewhere: batchesOfSingles(run.plan),
    atMs: nowMs(),
    runId: run.id,
    ...(run.repairs === null ? {} : { note: run.plan.title }),
    entries: entriesOfEffect(effectOnBottles(run, (step) => pours(state, step, used)).entries, {
      on: today(),
      act: run.id,
      remjet: run.seenRemjet,
      again: run.repairs !== null,
    }),
  });
}

/** As it was pressed; where a person says that the film was developed, the developers were poured, pressed or not. */
function pours(state: RunState, { id, kind }: Pick<PouredStep, 'id' | 'kind'>, developed: boolean): number {
  return Math.max(timesPoured(state, id), developed && isDeveloper(kind) ? 1 : 0);
}
