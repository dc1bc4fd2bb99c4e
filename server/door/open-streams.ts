import type { RequestHandler } from 'express';
import { whoAsks } from './who.ts';

/** A screen listens to a run or an evening; a second tab does too. */
const MOST_A_SCREEN = 24;
const MOST_IN_ALL = 120;

// Routes are found whatever the case and however the path ends; a practice is listened to as a run is.
const isStream = (path: string) => /^\/(bench\/[^/]+|practice\/[^/]+|evening)\/stream\/*$/i.test(path);

/** Keeps the number of open streams within what a household has, and ends those of a screen that was taken off. */
export class OpenStreams {
  private readonly open = new Map<string, Set<() => void>>();

  limit: RequestHandler = (request, response, next) => {
    if (!isStream(request.path)) return next();
    const of = keyOf(whoAsks(response).screen?.id);
    const mine = this.open.get(of) ?? new Set();
    if (mine.size >= MOST_A_SCREEN || this.count() >= MOST_IN_ALL) {
      response.status(503).set({ 'Retry-After': '5', Connection: 'close' }).type('text/plain');
      return void response.send('Too many pages listen at once. Close some of them; nothing recorded is lost.');
    }
    const end = () => void response.destroy();
    mine.add(end);
    this.open.set(of, mine);
    response.once('close', () => {
      mine.delete(end);
      if (mine.size === 0) this.open.delete(of);
    });
    next();
  };

  endThoseOf(screenId: string): void {
    for (const end of this.open.get(keyOf(screenId)) ?? []) end();
  }

  count(): number {
    return [...this.open.values()].reduce((sum, each) => sum + each.size, 0);
  }
}

const keyOf = (screenId: string | undefined) => screenId ?? 'this machine';
