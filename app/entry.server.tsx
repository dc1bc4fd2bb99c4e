import { createReadableStreamFromReadable } from '@react-router/node';
import { isbot } from 'isbot';
import { PassThrough } from 'node:stream';
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
    const wholeFirst = isbot(request.headers.get('user-agent') ?? '') || context.isSpaMode;
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={context} url={request.url} nonce={nonce} />, {
      nonce,
      [wholeFirst ? 'onAllReady' : 'onShellReady']() {
        const body = new PassThrough();
        headers.set('Content-Type', 'text/html');
        resolve(new Response(createReadableStreamFromReadable(body), { status, headers }));
        pipe(body);
      },
      onShellError: reject,
    });
    setTimeout(abort, streamTimeout + 1000);
  });
}
