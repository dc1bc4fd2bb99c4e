import { data } from 'react-router';
import { findRun } from '../../server/runs/runs.server.ts';
import type { Route } from './+types/next.ts';
import { nextRun } from './next-run.server.ts';

/** What comes after a run, for a screen that stays at it when it has ended. */
export function loader({ params }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  return Response.json(nextRun(run));
}
