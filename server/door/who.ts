import type { Request, RequestHandler, Response } from 'express';
import { parseCookie } from 'cookie';
import type { Screen, Screens, Way } from '../house/screens.ts';

/** Who asks: whoever sits at this machine, a screen that was let in, or nobody we know. */
export interface Who {
  readonly kind: 'owner' | 'screen' | 'stranger';
  readonly screen: Screen | null;
}

const STRANGER: Who = { kind: 'stranger', screen: null };
const OWNER: Who = { kind: 'owner', screen: null };

/** Browsers keep a cookie for four hundred days at most. */
const KEPT_S = 400 * 86_400;
/** The prefix makes browsers refuse it from anywhere but this very host over TLS. */
const NAME: Readonly<Record<Way, string>> = { plain: 'steady-reel', secure: '__Host-steady-reel' };

export function whoAsks(response: Response): Who {
  return (response.locals['who'] as Who | undefined) ?? STRANGER;
}

export const wayOf = (request: Request): Way => (request.secure ? 'secure' : 'plain');

/** At the door that only this machine reaches everybody is the owner; at the house's doors a key decides. */
export function who(door: 'own' | 'house', screens: () => Screens, nowMs: () => number): RequestHandler {
  return (request, response, next) => {
    response.locals['who'] = door === 'own' ? OWNER : atTheHousesDoor(request, response, screens(), nowMs());
    next();
  };
}

function atTheHousesDoor(request: Request, response: Response, screens: Screens, nowMs: number): Who {
  const keys = keysIn(request.headers.cookie ?? '');
  const way = wayOf(request);
  const known = keys[way] === undefined ? null : screens.byKey(keys[way], way, nowMs);
  if (known) return { kind: 'screen', screen: known };
  // It came in over plain http and has moved to the safe way: it gets a key for that, and the other ends with its first use.
  const moved = way === 'secure' && keys.plain !== undefined ? screens.byKey(keys.plain, 'plain', nowMs) : null;
  if (!moved) return STRANGER;
  if (request.method === 'GET' && request.get('sec-fetch-dest') === 'document') giveKey(response, screens.secureKey(moved.id), 'secure');
  return { kind: 'screen', screen: moved };
}

function keysIn(header: string): Partial<Record<Way, string>> {
  const all = parseCookie(header);
  const [plain, secure] = [all[NAME.plain], all[NAME.secure]];
  return { ...(plain && { plain }), ...(secure && { secure }) };
}

/** A key goes to the screen as a cookie that no script reads and no other site sends along. */
export function giveKey(response: Response, key: string, way: Way): void {
  response.cookie(NAME[way], key, { httpOnly: true, sameSite: 'strict', secure: way === 'secure', path: '/', maxAge: KEPT_S * 1000 });
}

export function forgetKeys(response: Response): void {
  for (const way of ['plain', 'secure'] as const)
    response.clearCookie(NAME[way], { httpOnly: true, sameSite: 'strict', secure: way === 'secure', path: '/' });
}
