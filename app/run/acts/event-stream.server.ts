import { data } from 'react-router';

const HEARTBEAT_MS = 10_000;
/** A house has a few screens; whoever opens more is no screen. */
const MOST_STREAMS = 40;
let open = 0;

/**
 * A stream of server-sent events that lives as long as the screen listens. `begin` is given the writer and a way to end
 * the stream; it writes what there is, listens for more, and returns how to stop listening.
 */
export function eventStream(request: Request, begin: (write: (text: string) => void, end: () => void) => () => void): Response {
  if (open >= MOST_STREAMS) throw data('Too many screens are open.', { status: 503, headers: { 'Retry-After': '5' } });
  const encoder = new TextEncoder();
  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let closed = false;
      let off = () => {};
      open++;
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
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
      off = begin(write, () => close());
      // What ended while it began must not go on listening.
      if (closed) off();
    },
    cancel: () => close(),
  });
  return new Response(body, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform', 'X-Accel-Buffering': 'no' },
  });
}
