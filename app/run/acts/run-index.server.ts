import { looksOfRun } from '../../server/runs/looks.server.ts';
import { indexRun } from '../../server/runs/run-search.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { judgementOf } from './run-record.server.ts';

/** A run is found by what its latest look means; called whenever something about it was written. */
export function indexRunAnew(runId: string): void {
  const run = findRun(runId);
  if (!run || run.endedAtMs === null) return;
  const [look] = looksOfRun(runId);
  const judged = look ? judgementOf(run, look) : null;
  indexRun(runId, { verdict: judged?.verdict ?? null, causes: judged?.causes.map(({ id }) => id) ?? [] });
}
