import type { RequestHandler } from 'express';
import { isMachine } from './machines.ts';
import { whoAsks } from './who.ts';

/** What a screen that was let in to the Bench alone may ask for: the run, what the run needs, and itself. */
const OF_THE_BENCH: readonly RegExp[] = [
  /^\/bench(\/[^/]+(\/(events|next|stream))?)?$/,
  /^\/practice(\/[^/]+(\/(events|stream|clock|report))?)?$/,
  /^\/clock$/,
  /^\/evening\/stream$/,
  /^\/(runs\/[^/]+\/(begin|replan)|sessions\/[^/]+\/leave)$/,
  /^\/(tips|zone|screen)$/,
  /^\/__manifest$/,
  /^\/(assets\/.*|icon.*\.(svg|png)|manifest\.webmanifest|bench-worker\.js|favicon\.ico)$/,
];
/** What it may read and not change. */
const READ_AT_THE_BENCH = /^\/(safety|method)$/;
/** Who may come in is decided at this machine alone. */
const OF_THE_OWNER = /^\/phone$/;

/** A page of the framework is also asked for as data, and routes are found whatever the case and however the path ends. */
const asPage = (path: string) =>
  path
    .toLowerCase()
    .replace(/^\/_root\.data$/, '/')
    .replace(/(\/_)?\.data$/, '')
    .replace(/(.)\/+$/, '$1');

/** Whether somebody inside may ask for this path. A new route is out of the Bench's reach until it is named here. */
export function mayAsk(role: 'owner' | 'book' | 'bench', path: string, method = 'GET'): boolean {
  const page = asPage(path);
  if (role === 'owner') return true;
  if (OF_THE_OWNER.test(page)) return false;
  return role === 'book' || (method === 'GET' && READ_AT_THE_BENCH.test(page)) || OF_THE_BENCH.some((each) => each.test(page));
}

/** A sentence with a way back, for a browser that followed a link. */
function refusalPage(message: string): string {
  return `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Not on this screen · Steady Reel</title></head>
<body style="margin:0;font:18px/1.5 system-ui,sans-serif;background:#eef2ee;color:#0b2b30"><main style="max-width:32rem;margin:0 auto;padding:2rem 1.2rem"><h1 style="font-size:1.4rem">Not on this screen</h1><p>${message}</p><p><a style="color:#0f3d42;font-weight:700" href="/bench">To the Bench</a></p></main></body></html>`;
}

/** Keeps each screen to what it was let in to. The Bench's own screen is led to the Bench. */
export const roles: RequestHandler = (request, response, next) => {
  const { kind, screen } = whoAsks(response);
  const role = kind === 'owner' ? 'owner' : (screen?.role ?? 'bench');
  // A probe has a token for its own readings, and is nobody's screen.
  if (isMachine(request) || mayAsk(role, request.path, request.method)) return next();
  if (request.method === 'GET' && role === 'bench' && request.path === '/') return response.redirect(303, '/bench');
  const message =
    role === 'bench'
      ? 'This screen was let in to the Bench only. Whoever sits at the laptop can give it the whole book.'
      : 'Who may come in is decided at the laptop itself.';
  response.status(403);
  if (request.accepts(['text/plain', 'html']) === 'html' && request.method === 'GET')
    return response.type('html').send(refusalPage(message));
  response.type('text/plain').send(message);
};
