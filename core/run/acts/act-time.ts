import type { RunState } from '../state/state.ts';
import type { RunEvent, RunEventKind } from './event.ts';

/** An act cannot come from the future; a little is forgiven to the reckoning of clocks. */
const FUTURE_MS = 5000;
/** Two screens agree on the time within this much. */
const BEFORE_MS = 2000;
/** Readings and notes may have waited on a phone without a network, but not from before the run was there. */
const BEFORE_THE_RUN_MS = 60_000;

/** Acts that move a run on; each comes after the one before it. */
const MOVES: readonly RunEventKind[] = ['poured', 'step-ended', 'skipped', 'repeated', 'paused', 'resumed', 'finished', 'given-up'];

/** Why an act cannot have happened when it says, in a sentence; null when it can. `sinceMs` is when the run came to be. */
export function timeRefusal(state: RunState, event: RunEvent, nowMs: number, sinceMs: number): string | null {
  if (event.atMs > nowMs + FUTURE_MS) return 'This act lies in the future. Set the clock from the server and send it again.';
  if (event.atMs < sinceMs - BEFORE_THE_RUN_MS) return 'This act lies before its run. Set the clock from the server and send it again.';
  if (!MOVES.includes(event.kind)) return null;
  const before = state.inForce.findLast((earlier) => MOVES.includes(earlier.kind));
  return before && event.atMs < before.atMs - BEFORE_MS
    ? 'This act lies before the one before it. Set the clock from the server and send it again.'
    : null;
}

/**
 * The act with an instant that can be: whoever gives a run up is let go, whatever the clocks have done meanwhile, so that one
 * lies after the act before it and not in the future.
 */
export function inTime(state: RunState, event: RunEvent, nowMs: number): RunEvent {
  if (event.kind !== 'given-up') return event;
  const before = state.inForce.findLast((earlier) => MOVES.includes(earlier.kind));
  return { ...event, atMs: Math.max(before?.atMs ?? 0, Math.min(event.atMs, Math.max(nowMs, before?.atMs ?? 0))) };
}
