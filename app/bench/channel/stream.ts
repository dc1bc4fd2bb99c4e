import { data } from 'react-router';
import { eventStream } from '../../run/acts/event-stream.server.ts';
import { onProbesAnnounced, onRunAnnounced } from '../../run/acts/live-runs.server.ts';
import { probesInUse } from '../../run/probes/probes-now.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import { findRun, liveRunTitle } from '../../server/runs/runs.server.ts';
import type { Route } from './+types/stream.ts';
import { eventsAfter } from './events-after.ts';

/** A run's events as they come, from the last one seen, and what the probes say. A run that was planned anew says where it went. */
export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  return eventStream(request, (write, end) => {
    const sendEvents = eventsAfter(request, (seen) => eventsOfRun(run, seen), write, end);
    const send = () => {
      sendEvents();
      try {
        if (findRun(run.id)?.state === 'cancelled') write(`event: moved\ndata: ${JSON.stringify({ to: liveRunTitle()?.id ?? null })}\n\n`);
      } catch {
        end();
      }
    };
    const sendProbes = () => write(`event: probes\ndata: ${JSON.stringify(probesInUse())}\n\n`);
    const off = [onRunAnnounced(run.id, send), onProbesAnnounced(sendProbes)];
    send();
    // A screen that was cut off learns what was said meanwhile.
    sendProbes();
    return () => off.forEach((each) => each());
  });
}
