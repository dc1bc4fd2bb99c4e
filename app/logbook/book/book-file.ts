import { writeBook } from '../../server/book/write-book.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';

/** The whole book as one document, sent as it is written. */
export function loader() {
  const parts = writeBook(new Date(nowMs()).toISOString());
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const next = parts.next();
      if (next.done === true) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    cancel() {
      // The connection that it reads from is let go of.
      parts.return(undefined);
    },
  });
  return new Response(body, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="steady-reel-${today()}.book.json"`,
    },
  });
}
