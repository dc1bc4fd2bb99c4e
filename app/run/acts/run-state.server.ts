import type { RunEvent } from '../../../core/run/acts/event.ts';
import { foldRun, withEvent, type RunState } from '../../../core/run/state/state.ts';
import { db } from '../../server/database/database.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import type { Run } from '../../server/runs/runs.server.ts';

/** The last state of a run that was asked for, so that each act folds what is new and not the whole evening. */
let latest: { readonly of: object; readonly runId: string; readonly seq: number; readonly state: RunState } | null = null;

export function stateOfRun(run: Run): RunState {
  const known = latest?.runId === run.id && latest.of === db() ? latest : null;
  const fresh = eventsOfRun(run, known?.seq ?? 0);
  if (known && fresh.length === 0) return known.state;
  // An undo reaches back, so what it took out is folded away from the start.
  const goesOn = known && fresh.every(({ event }) => event.kind !== 'undone');
  const state = goesOn
    ? fresh.reduce((before, { event }) => withAccepted(run, before, event), known.state)
    : foldRun(
        run.plan,
        eventsOfRun(run).map(({ event }) => event),
      );
  latest = { of: db(), runId: run.id, seq: fresh.at(-1)?.seq ?? known?.seq ?? 0, state };
  return state;
}

/** An event that is in the book counts, whatever today's guard says of it; one at a time that is a fold of one more. */
function withAccepted(run: Run, before: RunState, event: RunEvent): RunState {
  const after = withEvent(run.plan, before, event);
  return after === before ? foldRun(run.plan, [...before.inForce, event]) : after;
}

/** What a transaction that was rolled back had folded must not be remembered. */
export function forgetState(): void {
  latest = null;
}
