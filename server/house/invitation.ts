/** How long a number lasts: long enough to fetch the phone from the sink. */
export const NUMBER_LASTS_MS = 10 * 60_000;
/** With four digits and five tries a stranger comes in once in two thousand numbers. */
export const MOST_WRONG = 5;
/** A wrong number is followed by a wait that doubles: 1, 2, 4, 8 seconds. */
const FIRST_WAIT_MS = 1000;

export type Role = 'book' | 'bench';

/** A number that lets one screen in, once. */
export interface Invitation {
  readonly digits: string;
  readonly role: Role;
  readonly untilMs: number;
  readonly wrong: number;
  /** Before this instant no number is even looked at. */
  readonly waitUntilMs: number;
}

export type Tried =
  | { readonly kind: 'in'; readonly role: Role }
  | { readonly kind: 'wrong'; readonly left: number; readonly waitMs: number }
  | { readonly kind: 'wait'; readonly waitMs: number }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'none' };

/** Four digits from a die that gives whole numbers below its argument. */
export function invite(role: Role, nowMs: number, below: (limit: number) => number): Invitation {
  return { digits: String(below(10_000)).padStart(4, '0'), role, untilMs: nowMs + NUMBER_LASTS_MS, wrong: 0, waitUntilMs: 0 };
}

/** Whether a number still lets somebody in. */
export function isOpen(invitation: Invitation | null, nowMs: number): invitation is Invitation {
  return invitation !== null && invitation.wrong < MOST_WRONG && nowMs < invitation.untilMs;
}

/**
 * One number typed by a stranger. Returns what came of it and the invitation as it is after that: null once it was used.
 * A number typed during the wait is neither compared nor counted, so that guesses sent at once are one guess.
 */
export function tryNumber(
  invitation: Invitation | null,
  typed: string,
  nowMs: number,
): { readonly tried: Tried; readonly after: Invitation | null } {
  if (invitation && invitation.wrong >= MOST_WRONG) return { tried: { kind: 'stopped' }, after: invitation };
  if (!isOpen(invitation, nowMs)) return { tried: { kind: 'none' }, after: null };
  if (nowMs < invitation.waitUntilMs) return { tried: { kind: 'wait', waitMs: invitation.waitUntilMs - nowMs }, after: invitation };
  if (typed.replace(/\s/g, '') === invitation.digits) return { tried: { kind: 'in', role: invitation.role }, after: null };
  const wrong = invitation.wrong + 1;
  const waitMs = FIRST_WAIT_MS * 2 ** (wrong - 1);
  const after = { ...invitation, wrong, waitUntilMs: nowMs + waitMs };
  return { tried: wrong >= MOST_WRONG ? { kind: 'stopped' } : { kind: 'wrong', left: MOST_WRONG - wrong, waitMs }, after };
}
