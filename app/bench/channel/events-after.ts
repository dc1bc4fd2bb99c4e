import type { Confirmed } from './event-store.ts';

/**
 * Sends what lies after the last event that a screen has seen, each time it is called. The table is the truth: whatever
 * wakes the stream, nothing is missed and nothing sent twice. A file that cannot be read just now ends the stream; the
 * screen asks again.
 */
export function eventsAfter(
  request: Request,
  after: (seq: number) => readonly Confirmed[],
  write: (text: string) => void,
  end: () => void,
): () => void {
  const asked = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('after');
  let seen = Number(asked) || 0;
  return () => {
    try {
      for (const { seq, event } of after(seen)) {
        seen = seq;
        write(`id: ${seq}\ndata: ${JSON.stringify(event)}\n\n`);
      }
    } catch {
      end();
    }
  };
}
