import type { RequestHandler } from 'express';

const MB = 1_000_000;

/** How much a request may bring, by where it goes. Everything else is forms that people fill in by hand. */
const MOST_BYTES: readonly (readonly [RegExp, number])[] = [
  [/^\/rolls\/import(\.data)?$/, 30 * MB],
  // Six hundred readings are some thirty kilobytes.
  [/^\/(probes|heaters)\//, 0.1 * MB],
  [/^\/safety(\.data)?$/, 11 * MB],
  [/^\/logbook\/[^/]+\/scans$/, 201 * MB],
  [/^\/logbook\/book(\.data)?$/, 53 * MB],
  [/^\/shelf\/kits\/[^/]+\/document(\.data)?$/, 3 * MB],
];
const MOST_BYTES_ELSEWHERE = 1 * MB;

/**
 * Judges a body by its stated length before a byte of it is read, so that no body costs memory. One that does not say
 * how long it is is not read at all: browsers always say.
 */
export const limits: RequestHandler = (request, response, next) => {
  const refuse = (status: number, message: string) => {
    response.set('Connection', 'close').status(status);
    if (request.get('content-type')?.includes('json')) response.json({ message });
    else response.type('text/plain').send(message);
  };
  if (request.method === 'GET' || request.method === 'HEAD') {
    // Nothing that asks for a page brings anything along.
    const brings = request.get('transfer-encoding') !== undefined || Number(request.get('content-length') ?? 0) !== 0;
    return brings ? refuse(413, 'A question for a page brings nothing with it. Nothing of it was read.') : next();
  }
  if (request.get('transfer-encoding') !== undefined) return refuse(411, 'Say how long it is: a Content-Length is missing.');
  const most = MOST_BYTES.find(([path]) => path.test(request.path))?.[1] ?? MOST_BYTES_ELSEWHERE;
  const bytes = Number(request.get('content-length') ?? 0);
  if (!(bytes <= most)) return refuse(413, `That is larger than ${most / MB} MB. Nothing of it was read; send less at once.`);
  next();
};
