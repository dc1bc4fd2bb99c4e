import { data } from 'react-router';
import { eventStream } from '../../../run/acts/event-stream.server.ts';
import { onRunAnnounced } from '../../../run/acts/live-runs.server.ts';
import { eventsOfPractice, findPractice } from '../../../server/runs/practices.server.ts';
import { eventsAfter } from '../../channel/events-after.ts';
import type { Route } from './+types/stream.ts';

/** A practice's acts as they come, for a second screen that looks on. */
export function loader({ params, request }: Route.LoaderArgs) {
  const practice = findPractice(params.practiceId);
  if (!practice) throw data('There is no such practice.', { status: 404 });
  return eventStream(request, (write, end) => {
    const send = eventsAfter(request, (seen) => eventsOfPractice(practice, seen), write, end);
    const off = onRunAnnounced(practice.id, send);
    send();
    return off;
  });
}
