import { textOf } from '../ui/form.ts';
import { nanoid } from 'nanoid';
import { data, redirect } from 'react-router';
import { asToldAtTheBench } from '../../core/run/bottle-at-bench.ts';
import { bottlesOfRun } from '../run/bottles-of-run.server.ts';
import { outOfPlace } from '../../core/run/out-of-place.ts';
import { PRESS_AGAIN_WITHIN_MS } from '../../core/run/press-again.ts';
import { planAsRun } from '../../core/run/plan-as-run.ts';
import { runNow } from '../../core/run/now.ts';
import { nowMs } from '../server/clock.server.ts';
import { eventsOfRun } from '../server/run-events.server.ts';
import { findRun } from '../server/runs.server.ts';
import { recordEvent } from '../run/run-log.server.ts';
import { stateOfRun } from '../run/run-state.server.ts';
import type { Route } from './+types/events.ts';

const MOST_BYTES = 20_000;

/** All events of a run after one that is known, for screens whose stream was cut. */
export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  const after = Number(new URL(request.url).searchParams.get('after')) || 0;
  return Response.json({ events: eventsOfRun(run, after) }, { headers: { 'Cache-Control': 'no-store' } });
}

/** Appends one event. JSON from the Bench's queue; a form before JavaScript arrives, stamped here. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const madeOn = context.who?.screen?.name ?? null;
  if (!request.headers.get('content-type')?.includes('json')) return fromForm(params.runId, await request.formData(), madeOn);
  const text = await request.text();
  if (text.length > MOST_BYTES) return Response.json({ message: 'An event is at most 20 kB.' }, { status: 413 });
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return Response.json({ message: 'The event is not JSON.' }, { status: 422 });
  }
  try {
    const recorded = recordEvent(params.runId, body, madeOn);
    if (recorded.ok) return Response.json({ seq: recorded.seq, repeated: recorded.repeated }, { status: 200 });
    const { status, message, movedTo } = recorded;
    return Response.json({ message, ...(movedTo ? { movedTo } : {}) }, { status });
  } catch (thrown) {
    return asAnswer(thrown);
  }
}

/** A full disk is said to a screen as an answer that it can read, and after which it keeps its act. */
function asAnswer(thrown: unknown): Response {
  const fault = thrown as { readonly data?: unknown; readonly init?: { readonly status?: number } | null };
  if (typeof fault.data !== 'string' || !fault.init?.status) throw thrown;
  return Response.json({ message: fault.data }, { status: fault.init.status });
}

/**
 * A press without scripts. One far too early leads back with a question, and only a second one soon after it counts
 * (domain.md 10.1), as with scripts.
 */
function fromForm(runId: string, form: FormData, madeOn: string | null): never {
  let act: { kind?: unknown } = {};
  try {
    act = JSON.parse(textOf(form, 'act')) as object;
  } catch {
    // An unreadable act is refused by the event's own rules below.
  }
  const run = findRun(runId);
  if (run && (act.kind === 'step-ended' || act.kind === 'poured')) {
    const state = stateOfRun(run);
    const plan = planAsRun(run.plan, state);
    const bottles = bottlesOfRun(run).map((bottle) => asToldAtTheBench(bottle, state));
    const early = outOfPlace(plan, state, runNow(plan, state), nowMs(), bottles);
    const askedMs = Number(form.get('asked'));
    // Reading the page again takes its time too.
    const again = askedMs > 0 && nowMs() - askedMs < 2 * PRESS_AGAIN_WITHIN_MS;
    if (early && !again) throw redirect(`/bench/${runId}?asked=${nowMs()}`);
  }
  const recorded = recordEvent(runId, { ...act, id: nanoid(), atMs: nowMs() }, madeOn);
  throw redirect(recorded.ok ? `/bench/${runId}` : `/bench/${runId}?refused=${encodeURIComponent(recorded.message)}`);
}
