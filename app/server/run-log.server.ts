import { refusalOf } from '../../core/run/guard.ts';
import { readRunEvent, type RunEvent } from '../../core/run/event.ts';
import { foldRun, withEvent, type RunState } from '../../core/run/state.ts';
import { countRollsOnBatch } from './batches.server.ts';
import { nowMs } from './clock.server.ts';
import { inTransaction } from './database.server.ts';
import { announceRun } from './live-runs.server.ts';
import { findRoll, rollsOfRun, setRollState } from './rolls.server.ts';
import { eventsOfRun, findEvent, insertEvent } from './run-events.server.ts';
import { findRun, liveRun, setRunState, type Run } from './runs.server.ts';

export type Recorded =
  | { readonly ok: true; readonly seq: number; readonly repeated: boolean }
  | { readonly ok: false; readonly status: 404 | 409 | 422; readonly message: string };

/** An act cannot come from the future; a little is forgiven to the reckoning of clocks. */
const FUTURE_MS = 5000;
/** An end pressed by mistake is noticed within the evening. */
const LONGEST_REGRET_MS = 6 * 3600 * 1000;

export function stateOfRun(run: Run): RunState {
  return foldRun(
    run.plan,
    eventsOfRun(run.id).map(({ event }) => event),
  );
}

/**
 * Appends one event to a run, if it makes sense there (architecture.md, rule 5). Delivering the same event again is
 * answered as the first time and changes nothing; of two acts at once the first to arrive counts and the other is told.
 * A finish settles rolls and batch in the same transaction, so it happens once whatever is pressed twice.
 */
export function recordEvent(runId: string, body: unknown): Recorded {
  const read = readRunEvent(body);
  if (!read.ok) return { ok: false, status: 422, message: read.errors.map((error) => `${error.path}: ${error.message}`).join(' ') };
  const event = read.value;
  if (event.atMs > nowMs() + FUTURE_MS) {
    return { ok: false, status: 422, message: '$.atMs: this act lies in the future. Set the clock from the server and send it again.' };
  }
  const recorded = inTransaction((): Recorded => {
    const run = findRun(runId);
    if (!run) return { ok: false, status: 404, message: 'There is no such run.' };
    const earlier = findEvent(event.id);
    if (earlier) {
      return earlier.runId === runId && earlier.document === JSON.stringify(event)
        ? { ok: true, seq: earlier.seq, repeated: true }
        : { ok: false, status: 409, message: 'Another act already has this id; it stays as it is.' };
    }
    if (run.state === 'queued' || run.state === 'cancelled') {
      return { ok: false, status: 409, message: 'This run is not at the Bench.' };
    }
    const state = stateOfRun(run);
    const refusal = refusalOf(run.plan, state, event);
    if (refusal) return { ok: false, status: 409, message: refusal };
    const after = withEvent(run.plan, state, event);
    const reopens = isOver(state) && !isOver(after);
    const closed = reopens ? whyItStaysClosed(run, state) : null;
    if (closed) return { ok: false, status: 409, message: closed };
    const seq = insertEvent(runId, event);
    if (reopens) reopen(run, state);
    else settle(run, after, event);
    return { ok: true, seq, repeated: false };
  });
  if (recorded.ok && !recorded.repeated) announceRun(runId);
  return recorded;
}

function isOver(state: RunState): boolean {
  return state.phase === 'finished' || state.phase === 'given-up';
}

/** What a run that ended made of its rolls. */
function rollsEndedAs(state: RunState): 'developed' | 'spoilt' | 'waiting' {
  return state.phase === 'finished' ? 'developed' : state.givenUp?.countsRolls ? 'spoilt' : 'waiting';
}

function idsOfRolls(run: Run): readonly string[] {
  return run.plan.rollIds ?? rollsOfRun(run.id).map((roll) => roll.id);
}

/** Why the end of a run cannot be taken back any more, in a sentence; null while it can. */
function whyItStaysClosed(run: Run, state: RunState): string | null {
  if (nowMs() - (state.endedAtMs ?? 0) > LONGEST_REGRET_MS)
    return 'This run ended too long ago to go on. Write what happened in its logbook entry.';
  const live = liveRun();
  if (live) return `${live.plan.title} is at the Bench now. One run at a time.`;
  const moved = idsOfRolls(run).find((id) => findRoll(id)?.state !== rollsEndedAs(state));
  if (moved !== undefined || idsOfRolls(run).length === 0)
    return 'A roll of this run has been taken elsewhere since, so the run cannot go on.';
  return null;
}

/** The end is taken back: the run is live again and its rolls in it, and the batch counts them no more. */
function reopen(run: Run, state: RunState): void {
  for (const id of idsOfRolls(run)) setRollState(id, 'developing', run.id);
  if (rollsEndedAs(state) !== 'waiting') countRollsOnBatch(run.batchId, -run.runRolls, false);
  setRunState(run.id, 'live', null);
}

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
  if (used) countRollsOnBatch(run.batchId, run.runRolls, run.seenRemjet);
}
