import { nanoid } from 'nanoid';
import { redirect } from 'react-router';
import { nowMs } from '../server/clock.server.ts';
import { eventsOfRun } from '../server/run-events.server.ts';
import { recordEvent } from '../server/run-log.server.ts';
import type { Route } from './+types/events.ts';

const MOST_BYTES = 20_000;

/** All events of a run after one that is known, for screens whose stream was cut. */
export function loader({ params, request }: Route.LoaderArgs) {
  const after = Number(new URL(request.url).searchParams.get('after')) || 0;
  return Response.json({ events: eventsOfRun(params.runId, after) }, { headers: { 'Cache-Control': 'no-store' } });
}

/** Appends one event. JSON from the Bench's queue; a form before JavaScript arrives, stamped here. */
export async function action({ params, request }: Route.ActionArgs) {
  if (!request.headers.get('content-type')?.includes('json')) return fromForm(params.runId, await request.formData());
  const text = await request.text();
  if (text.length > MOST_BYTES) return Response.json({ message: 'An event is at most 20 kB.' }, { status: 413 });
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return Response.json({ message: 'The event is not JSON.' }, { status: 422 });
  }
  const recorded = recordEvent(params.runId, body);
  return recorded.ok
    ? Response.json({ seq: recorded.seq, repeated: recorded.repeated }, { status: 200 })
    : Response.json({ message: recorded.message }, { status: recorded.status });
}

function fromForm(runId: string, form: FormData): never {
  let act: object = {};
  try {
    act = JSON.parse(String(form.get('act'))) as object;
  } catch {
    // An unreadable act is refused by the event's own rules below.
  }
  recordEvent(runId, { ...act, id: nanoid(), atMs: nowMs() });
  throw redirect(`/bench/${runId}`);
}
