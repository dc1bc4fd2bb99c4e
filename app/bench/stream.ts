import { onRunAnnounced } from '../server/live-runs.server.ts';
import { eventsOfRun } from '../server/run-events.server.ts';
import type { Route } from './+types/stream.ts';

const HEARTBEAT_MS = 10_000;

/**
 * A run's events as they come, from the last one seen. The table is the truth: whatever wakes the stream, it sends what
 * lies after its place, so nothing is missed and nothing sent twice.
 */
export function loader({ params, request }: Route.LoaderArgs) {
  const asked = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after');
  let seen = Number(asked) || 0;
  const encoder = new TextEncoder();
  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      const send = () => {
        for (const { seq, event } of eventsOfRun(params.runId, seen)) {
          seen = seq;
          write(`id: ${seq}\ndata: ${JSON.stringify(event)}\n\n`);
        }
      };
      const off = onRunAnnounced(params.runId, send);
      const beat = setInterval(() => write(': still here\n\n'), HEARTBEAT_MS);
      close = () => {
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
