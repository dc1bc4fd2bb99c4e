import { data } from 'react-router';
import { onRunAnnounced } from '../run/live-runs.server.ts';
import { eventsOfRun } from '../server/run-events.server.ts';
import { findRun, liveRunTitle } from '../server/runs.server.ts';
import type { Route } from './+types/stream.ts';

const HEARTBEAT_MS = 10_000;
/** A house has a few screens; whoever opens more is no screen. */
const MOST_STREAMS = 40;
let open = 0;

/**
 * A run's events as they come, from the last one seen. The table is the truth: whatever wakes the stream, it sends what
 * lies after its place, so nothing is missed and nothing sent twice. A run that was planned anew says where it went.
 */
export function loader({ params, request }: Route.LoaderArgs) {
  const run = findRun(params.runId);
  if (!run) throw data('There is no such run.', { status: 404 });
  if (open >= MOST_STREAMS) throw data('Too many screens are open.', { status: 503, headers: { 'Retry-After': '5' } });
  const asked = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after');
  let seen = Number(asked) || 0;
  const encoder = new TextEncoder();
  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let closed = false;
      open++;
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      const send = () => {
        try {
          for (const { seq, event } of eventsOfRun(run, seen)) {
            seen = seq;
            write(`id: ${seq}\ndata: ${JSON.stringify(event)}\n\n`);
          }
          if (findRun(run.id)?.state === 'cancelled')
            write(`event: moved\ndata: ${JSON.stringify({ to: liveRunTitle()?.id ?? null })}\n\n`);
        } catch {
          // The file cannot be read just now; the screen asks again.
          close();
        }
      };
      const off = onRunAnnounced(run.id, send);
      const beat = setInterval(() => write(': still here\n\n'), HEARTBEAT_MS);
      close = () => {
        if (closed) return;
        closed = true;
        open--;
        off();
        clearInterval(beat);
        request.signal.removeEventListener('abort', close);
        try {
          controller.close();
        } catch {
          // Already closed by the other side.
        }
      };
      request.signal.addEventListener('abort', close);
      write('retry: 1000\n: open\n\n');
      send();
    },
    cancel: () => close(),
  });
  return new Response(body, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform', 'X-Accel-Buffering': 'no' },
  });
}
