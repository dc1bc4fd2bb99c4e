import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import { houseNames, ownNames } from '../house/addresses.ts';
import type { House } from '../house/house.ts';
import { allowedHosts } from './allowed-hosts.ts';
import { compressed } from './compressed.ts';
import { forget } from './forget.ts';
import { headers } from './headers.ts';
import { limits } from './limits.ts';
import type { OpenStreams } from './open-streams.ts';
import { ownOrigin } from './own-origin.ts';
import { plainPaths } from './plain-paths.ts';
import { MOST_OF_A_STRANGER, requestsInATime } from './requests-in-a-time.ts';
import { roles } from './roles.ts';
import { strangers } from './strangers.ts';
import { who } from './who.ts';

interface Behind {
  readonly house: House;
  readonly streams: OpenStreams;
  /** Files and pages: what somebody gets who may have it. */
  readonly pages: readonly RequestHandler[];
  /** How many requests an address that is not known may make in a minute. */
  readonly mostOfAStranger?: number;
}

/**
 * A request's journey from one file down. `own` is the door that only this machine reaches, `house` the one of all others:
 * they differ in the names they answer to and in who is believed, and in nothing else.
 */
export function doorApp(door: 'own' | 'house', { house, streams, pages, mostOfAStranger = MOST_OF_A_STRANGER }: Behind): Express {
  const app = express();
  app.disable('x-powered-by');
  app.disable('etag');
  app.use(headers);
  app.use(plainPaths);
  app.use(allowedHosts(door === 'own' ? ownNames : houseNames));
  app.use(limits);
  app.use(ownOrigin);
  app.use(who(door, () => house.screens, Date.now));
  app.use(requestsInATime(mostOfAStranger));
  app.post('/pair', express.urlencoded({ extended: false, limit: '2kb', parameterLimit: 8 }));
  app.use(strangers(house));
  app.post('/forget', forget(house));
  app.use(roles);
  app.use(streams.limit);
  app.use(compressed);
  app.use(...pages);
  app.use(lastWord);
  return app;
}

/** What nobody foresaw is said in a sentence; how it came about is for the terminal alone. */
const lastWord: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  if (response.headersSent) return next(error);
  const status = statusOf(error);
  if (status >= 500) console.error(error);
  response.status(status).type('text/plain');
  response.send(status >= 500 ? 'That did not work. The fault is ours; what you recorded is safe.' : 'That request cannot be read.');
};

function statusOf(error: unknown): number {
  const said = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
  return said >= 400 && said < 600 ? said : 500;
}
