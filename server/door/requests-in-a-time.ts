import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { isMachine } from './machines.ts';
import { whoAsks } from './who.ts';

const MINUTE_MS = 60_000;
/** A page with all its files is some forty requests, a Bench in use one or two a second. */
const MOST_OF_ONE_INSIDE = 6000;
/** Three probes and a heater that send each second. */
const MOST_OF_MACHINES = 400;
/** A stranger has one page to see and a number to type. */
export const MOST_OF_A_STRANGER = 60;

/** How many requests one screen, or one stranger's address, may make in a minute. */
export function requestsInATime(mostOfAStranger: number): RequestHandler {
  return rateLimit({
    windowMs: MINUTE_MS,
    limit: (request, response) => {
      if (isMachine(request)) return MOST_OF_MACHINES;
      return whoAsks(response).kind === 'stranger' ? mostOfAStranger : MOST_OF_ONE_INSIDE;
    },
    // A thermometer that sends beside a phone does not use up what the phone may ask.
    keyGenerator: (request, response) =>
      isMachine(request)
        ? `machines at ${request.socket.remoteAddress ?? ''}`
        : (whoAsks(response).screen?.id ?? request.socket.remoteAddress ?? ''),
    message: 'That was too much at once. Wait a minute; nothing recorded is lost.',
    standardHeaders: false,
    legacyHeaders: false,
    validate: false,
  });
}
