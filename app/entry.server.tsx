import { Writable } from 'node:stream';
import { renderToPipeableStream } from 'react-dom/server';
import { ServerRouter, type AppLoadContext, type EntryContext } from 'react-router';
import { habitsBecomeWays } from './run/evening/habits-become-ways.server.ts';
import { resumeClockOfBook } from './run/evening/resume-clock.server.ts';
import { openAtStart } from './server/database/database.server.ts';

// Opened when the server starts, not at the first request: a migration or a refusal is seen at once.
const fault = openAtStart();
// A file that cannot be opened is said by the server's own start and by every page, and tried again at each request.
if (fault) console.error(`\n  ${fault.message}\n`);
else {
  resumeClockOfBook();
  habitsBecomeWays();
}

export const streamTimeout = 5000;

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  { nonce }: AppLoadContext,
): Promise<Response> {
  return new Promise((resolve, reject) => {
    const parts: Uint8Array[] = [];
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={context} url={request.url} nonce={nonce} />, {
      nonce,
      // What was waited for stands in its place: put there by a script it would be missing without one.
      progressiveChunkSize: Number.POSITIVE_INFINITY,
      // No loader answers later than its page: the page goes out in one piece, instead of in fifty through every layer.
      onAllReady() {
        headers.set('Content-Type', 'text/html');
        pipe(
          new Writable({
            write(part: Uint8Array, _encoding, done) {
              parts.push(part);
              done();
            },
            final(done) {
              clearTimeout(patience);
              resolve(new Response(Buffer.concat(parts), { status, headers }));
              done();
            },
          }),
        );
      },
      onShellError(fault) {
        clearTimeout(patience);
        reject(fault instanceof Error ? fault : new Error(String(fault)));
      },
    });
    // It holds the whole page: left to run out it would keep the last six seconds' pages in memory.
    const patience = setTimeout(abort, streamTimeout + 1000);
    patience.unref();
  });
}
