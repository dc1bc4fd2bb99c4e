import { announceRun } from '../../run/acts/live-runs.server.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { startSession, type Started } from '../../run/evening/session-start.server.ts';
import { handTicksOn } from '../../run/evening/ticks.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { findRoll, rollsOfRun, setRollState } from '../../server/rolls.server.ts';
import { draftOfSession, findRun, runsOfSession, setRunState, type Run } from '../../server/runs/runs.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { readDraftDocument, type Draft } from '../draft/draft.ts';
import { readDraft, tonight, writeDraft } from '../draft/tonight.server.ts';
import { frozenRuns } from './frozen-plan.server.ts';
import { Refused } from './refused.ts';

/** What outlasts an evening: which batches and tanks are in use, how warm they are run, a person's own margins and ways. */
export function keepForNextTime({ temperaturesC, batchIds, tankIds, own, ways }: Draft): void {
  writeDraft({ temperaturesC, batchIds, tankIds, own, ways });
}

/** Stores tonight and puts its first run at the Bench; `goesOn` names the session of which these runs are the rest. */
export function startTonight(goesOn: string | null = null): Started {
  const { before: _, ...draft } = readDraft();
  const started = startSession(frozenRuns(tonight()), draft, goesOn);
  if (started.ok) keepForNextTime(draft);
  return started;
}

/**
 * The developer turned out colder or warmer than planned: every run of the session that has not begun is planned anew
 * at what was measured, as it was arranged, and the session starts again in place of the one before. Refused, with
 * nothing changed, once film is in the developer, where a batch was put away meanwhile, or where the leaflet has no time
 * for that temperature. Screens that look at the run before are told where it went.
 */
export function replanAt(runId: string, step: string, tempC: number): Started {
  try {
    const started = inTransaction(() => {
      const run = findRun(runId);
      if (run?.state !== 'live' || stateOfRun(run).phase !== 'ready')
        throw new Refused('This run has begun: enter the temperature as a reading, and its finish moves.');
      const open = openRuns(run.sessionId, ['live', 'queued']);
      const away = open
        .map((each) => findBatch(each.batchId))
        .find((batch) => batch !== null && batch !== undefined && batch.retiredAtMs !== null);
      if (away)
        throw new Refused(
          `${away.name} was put away meanwhile. Take it back to the shelf, or go back to the plan and choose another batch.`,
        );
      const paper = readDraft();
      const draft = takenBack(run.sessionId, open);
      const ofBatch = { ...draft.temperaturesC[run.batchId], [step]: tempC };
      writeDraft({ ...draft, temperaturesC: { ...draft.temperaturesC, [run.batchId]: ofBatch } });
      const { runs } = tonight().evening;
      const fault = runs.flatMap((each) => (each.plan.ok ? each.broken : each.plan.errors.map((error) => error.message)))[0];
      if (fault) throw new Refused(fault);
      if (runs.length < open.length)
        throw new Refused('One of the runs can no longer be planned as it was. Go back to the plan to see why.');
      const again = startTonight(run.sessionId);
      if (!again.ok) throw new Refused(again.message);
      // Another evening that is being planned meanwhile stays as it is.
      writeDraft(paper);
      return again;
    });
    announceRun(runId);
    return started;
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message, liveRunId: runId };
    throw error;
  }
}

/**
 * Takes runs that have not begun off the session; the Session page has them again as they were arranged. False for a
 * session that is not there. A session that was left already is left as it is: its arrangement is the person's by now.
 */
export function backToThePlan(sessionId: string): boolean {
  const left = inTransaction(() => {
    if (draftOfSession(sessionId) === null) return null;
    const live = openRuns(sessionId, ['live']).filter((run) => stateOfRun(run).phase === 'ready');
    const open = live.length > 0 ? openRuns(sessionId, ['live', 'queued']) : openRuns(sessionId, ['queued']);
    // A repair was begun from the logbook, and its film is no part of any evening's plan.
    if (open.some((run) => run.repairs !== null)) {
      for (const run of open) setRunState(run.id, 'cancelled', null);
      return open;
    }
    // What was planned on paper meanwhile is one press away.
    const { before: _, ...before } = readDraft();
    // It comes back as it was arranged; where the rolls of a run that was given up wait again, all that waits is planned anew.
    const again = runsOfSession(sessionId).some(
      (run) => run.state === 'given-up' && run.plan.rollIds.some((id) => findRoll(id)?.state === 'waiting'),
    );
    if (open.length > 0 || again) {
      const back = takenBack(sessionId, open);
      writeDraft({ ...back, ...(again ? { arrangement: null } : {}), before });
    }
    // The tub is as full as it was.
    handTicksOn(sessionId, null);
    return open;
  });
  for (const run of left ?? []) announceRun(run.id);
  return left !== null;
}

function openRuns(sessionId: string, states: readonly ('live' | 'queued')[]): Run[] {
  return runsOfSession(sessionId).filter((run) => states.some((state) => state === run.state));
}

/** The session's own draft with its open runs as the arrangement; their rolls wait again. */
function takenBack(sessionId: string, open: readonly Run[]): Draft {
  const arrangement = open.map((run) => ({ tankId: run.tankId, batchId: run.batchId, rollIds: rollsOfRun(run.id).map((roll) => roll.id) }));
  for (const run of open) {
    setRunState(run.id, 'cancelled', null);
    for (const roll of rollsOfRun(run.id)) setRollState(roll.id, 'waiting', null);
  }
  const draft = readDraftDocument(draftOfSession(sessionId));
  // The batches of these runs stay in use, whichever has become the freshest since.
  return {
    ...draft,
    batchIds: [...draft.batchIds, ...open.map((run) => run.batchId)],
    arrangement: arrangement.length > 0 ? arrangement : null,
  };
}
