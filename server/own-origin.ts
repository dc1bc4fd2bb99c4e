import type { RequestHandler } from 'express';

/** A write comes from a page of this server, or from a program; never from another site's page in the person's browser. */
export const ownOrigin: RequestHandler = (request, response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const origin = request.get('origin');
  const site = request.get('sec-fetch-site');
  // A page may be told to say nothing of its origin; then the browser's own word counts.
  const foreign =
    origin !== undefined && origin !== 'null'
      ? hostOf(origin) !== request.get('host')
      : site !== undefined && site !== 'same-origin' && site !== 'none';
  if (!foreign) return next();
  response
    .set('Connection', 'close')
    .status(403)
    .type('text/plain')
    .send('That came from a page of another site, and changes nothing here.');
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
