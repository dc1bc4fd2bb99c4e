import type { Request, RequestHandler, Response } from 'express';
import { parseCookie } from 'cookie';
import { KNOWN } from '../house/listeners.ts';
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
    const known = door === 'own' ? null : byItsKey(request, wayOf(request), screens(), nowMs());
    response.locals['who'] = door === 'own' ? OWNER : known ? { kind: 'screen', screen: known } : STRANGER;
    if (known) request.socket.emit(KNOWN);
    next();
  };
}

function byItsKey(request: Request, way: Way, screens: Screens, nowMs: number): Screen | null {
  const key = keysIn(request.headers.cookie ?? '')[way];
  return key === undefined ? null : screens.byKey(key, way, nowMs);
}

/**
 * The screen that comes by the safe way with the key of the plain one. That key could be overheard by anybody in the house, and
 * whoever heard it could be here first: it says who is asked for a number once more, and lets nobody in.
 */
export function movingScreen(request: Request, screens: Screens, nowMs: number): Screen | null {
  return wayOf(request) === 'secure' ? byItsKey(request, 'plain', screens, nowMs) : null;
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
