import { eventStream } from '../../run/acts/event-stream.server.ts';
import { onAnyRunAnnounced } from '../../run/acts/live-runs.server.ts';
import type { Route } from './+types/stream.ts';

/** Tells every screen that looks at the evening that something of it moved; what, they read from the page. */
export function loader({ request }: Route.LoaderArgs) {
  return eventStream(request, (write) => onAnyRunAnnounced(() => write('event: moved\ndata: {}\n\n')));
}
