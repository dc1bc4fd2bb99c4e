import { data } from 'react-router';
import { outOfPlace } from '../../../core/run/acts/out-of-place.ts';
import { asToldAtTheBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { runNow } from '../../../core/run/state/now.ts';
import { planAsRun } from '../../../core/run/state/plan-as-run.ts';
import { bottlesOfRun } from '../../run/acts/bottles-of-run.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import type { Route } from './+types/events.ts';
import { postedAct } from './posted-act.server.ts';

/** All events of a run after one that is known, for screens whose stream was cut. */
export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  const after = Number(new URL(request.url).searchParams.get('after')) || 0;
  return Response.json({ events: eventsOfRun(run, after) }, { headers: { 'Cache-Control': 'no-store' } });
}

/** Appends one event. */
export async function action({ params: { runId }, request, context }: Route.ActionArgs) {
  const madeOn = context.who?.screen?.name ?? null;
  return postedAct(request, {
    at: `/bench/${encodeURIComponent(runId)}`,
    nowMs,
    record: (body) => recordEvent(runId, body, madeOn),
    early: () => askedOf(runId),
  });
}

function askedOf(runId: string): string | null {
  const run = findRun(runId);
  if (!run) return null;
  const state = stateOfRun(run);
  const plan = planAsRun(run.plan, state);
  const bottles = bottlesOfRun(run).map((bottle) => asToldAtTheBench(bottle, state));
  return outOfPlace(plan, state, runNow(plan, state), nowMs(), bottles);
}
