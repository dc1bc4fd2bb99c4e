import { data } from 'react-router';
import { eventStream } from '../run/event-stream.server.ts';
import { onRunAnnounced } from '../run/live-runs.server.ts';
import { eventsOfRun } from '../server/run-events.server.ts';
import { findRun, liveRunTitle } from '../server/runs.server.ts';
import type { Route } from './+types/stream.ts';

/**
 * A run's events as they come, from the last one seen. The table is the truth: whatever wakes the stream, it sends what
 * lies after its place, so nothing is missed and nothing sent twice. A run that was planned anew says where it went.
 */
export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  const asked = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after');
  let seen = Number(asked) || 0;
  return eventStream(request, (write, end) => {
    const send = () => {
      try {
        for (const { seq, event } of eventsOfRun(run, seen)) {
          seen = seq;
          write(`id: ${seq}\ndata: ${JSON.stringify(event)}\n\n`);
        }
        if (findRun(run.id)?.state === 'cancelled') write(`event: moved\ndata: ${JSON.stringify({ to: liveRunTitle()?.id ?? null })}\n\n`);
      } catch {
        // The file cannot be read just now; the screen asks again.
        end();
      }
    };
    const off = onRunAnnounced(run.id, send);
    send();
    return off;
  });
}
