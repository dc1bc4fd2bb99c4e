import { inTransaction } from '../server/database.server.ts';
import { rollsOfRun, setRollState } from '../server/rolls.server.ts';
import { stateOfRun } from '../server/run-log.server.ts';
import { draftOfSession, findRun, runsOfSession, setRunState } from '../server/runs.server.ts';
import { startSession, type Started } from '../server/session-start.server.ts';
import { writeSetting } from '../server/settings.server.ts';
import { EMPTY_DRAFT, type Draft } from './draft.ts';
import { frozenRuns } from './frozen-plan.server.ts';
import { readDraft, tonight } from './tonight.server.ts';

/** What outlasts an evening: which batches and tanks are in use, and how warm they are run. */
function keepForNextTime({ temperaturesC, batchIds, tankIds }: Draft): void {
  writeSetting('draft', { temperaturesC, batchIds, tankIds });
}

/** Stores tonight and puts its first run at the Bench. */
export function startTonight(): Started {
  const { before: _, ...draft } = readDraft();
  const started = startSession(frozenRuns(tonight()), draft);
  if (started.ok) keepForNextTime(draft);
  return started;
}

/** Thrown to roll a transaction back; never leaves this file. */
class Refused extends Error {}

/**
 * The developer turned out colder or warmer than planned: every run of the session that has not begun is planned anew
 * at what was measured, as it was arranged, and the session starts again in place of the one before. Refused, with
 * nothing changed, once film is in the developer or where the leaflet has no time for that temperature.
 */
export function replanAt(runId: string, step: string, tempC: number): Started {
  try {
    return inTransaction(() => {
      const run = findRun(runId);
      if (run?.state !== 'live' || stateOfRun(run).phase !== 'ready')
        throw new Refused('This run has begun: enter the temperature as a reading, and its finish moves.');
      const draft = takenBack(run.sessionId, ['live', 'queued']);
      const ofBatch = { ...draft.temperaturesC[run.batchId], [step]: tempC };
      writeSetting('draft', { ...draft, temperaturesC: { ...draft.temperaturesC, [run.batchId]: ofBatch } });
      const { runs } = tonight().evening;
      const fault = runs.flatMap((each) => (each.plan.ok ? each.broken : each.plan.errors.map((error) => error.message)))[0];
      if (fault) throw new Refused(fault);
      const started = startTonight();
      if (!started.ok) throw new Refused(started.message);
      return started;
    });
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message, liveRunId: runId };
    throw error;
  }
}

/** Takes runs that have not begun off the session; the Session page has them again as they were arranged. */
export function backToThePlan(sessionId: string): void {
  inTransaction(() => {
    const notBegun = runsOfSession(sessionId).filter((run) => run.state === 'live' && stateOfRun(run).phase === 'ready').length > 0;
    const draft = takenBack(sessionId, notBegun ? ['live', 'queued'] : ['queued']);
    writeSetting('draft', draft);
  });
}

/** The session's own draft with its open runs as the arrangement; their rolls wait again. */
function takenBack(sessionId: string, states: readonly ('live' | 'queued')[]): Draft {
  const open = runsOfSession(sessionId).filter((run) => states.some((state) => state === run.state));
  const arrangement = open.map((run) => ({ tankId: run.tankId, batchId: run.batchId, rollIds: rollsOfRun(run.id).map((roll) => roll.id) }));
  for (const run of open) {
    setRunState(run.id, 'cancelled', null);
    for (const roll of rollsOfRun(run.id)) setRollState(roll.id, 'waiting', null);
  }
  const draft: Draft = { ...EMPTY_DRAFT, ...draftOfSession(sessionId) };
  // The batches of these runs stay in use, whichever has become the freshest since.
  return {
    ...draft,
    batchIds: [...draft.batchIds, ...open.map((run) => run.batchId)],
    arrangement: arrangement.length > 0 ? arrangement : null,
  };
}
