import type { RequestHandler } from 'express';

/** A name and perhaps a port, and nothing else: what a browser sends. */
const HOST = /^(\[[0-9a-f:.]+\]|[a-z0-9]([a-z0-9.-]*[a-z0-9])?)(:\d{1,5})?$/i;

/**
 * Answers only to the names this door is known by. A page of another site whose name was made to point here (rebinding)
 * asks by that name, and gets nothing.
 */
export function allowedHosts(names: () => readonly string[]): RequestHandler {
  return (request, response, next) => {
    const [asked = '', ...more] = request.headersDistinct.host ?? [];
    // Two names are one to us and another to whatever stands between.
    const name = more.length > 0 ? undefined : HOST.exec(asked)?.[1]?.toLowerCase();
    if (name !== undefined && names().includes(name)) return next();
    response
      .set('Connection', 'close')
      .status(name === undefined ? 400 : 421)
      .type('text/plain');
    response.send(
      name === undefined
        ? 'That request does not say by which name it asks.'
        : 'Steady Reel does not answer to that name. It opens at the address that its terminal shows; STEADY_REEL_HOSTS adds another name.',
    );
  };
}
