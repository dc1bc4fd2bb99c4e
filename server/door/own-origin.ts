import type { Request, RequestHandler } from 'express';
import { isMachine } from './machines.ts';

/**
 * A write comes from a page of this very address and says so; a read may come from outside only where somebody followed
 * a link. So no page of another site changes anything here, shows a picture of ours, or listens to a stream.
 */
export const ownOrigin: RequestHandler = (request, response, next) => {
  if (isMachine(request) || (isRead(request) ? mayRead(request) : isOwn(request))) return next();
  const message = isRead(request)
    ? 'That was asked for by a page of another site, and is not for it.'
    : 'That came from a page of another site, or does not say where it came from, and changes nothing here.';
  response.set('Connection', 'close').status(403);
  if (request.get('content-type')?.includes('json')) response.json({ message });
  else response.type('text/plain').send(message);
};

const isRead = ({ method }: Request) => method === 'GET' || method === 'HEAD';

/** The browser's `Origin`; where a page was told to hide it, or an older browser leaves it out, its word on the site. */
function isOwn(request: Request): boolean {
  const origin = request.get('origin');
  if (origin !== undefined && origin !== 'null') return originOf(origin) === originOf(`${request.protocol}://${request.get('host')}`);
  return request.get('sec-fetch-site') === 'same-origin';
}

/** Over plain http in the house browsers say nothing of the site: the screen's key, which other sites cannot send, stands in. */
function mayRead(request: Request): boolean {
  const site = request.get('sec-fetch-site');
  if (site === undefined || site === 'same-origin' || site === 'none') return true;
  return request.get('sec-fetch-mode') === 'navigate' && request.get('sec-fetch-dest') === 'document';
}

function originOf(address: string): string | null {
  try {
    return new URL(address).origin;
  } catch {
    return null;
  }
}
