import type { RunState } from '../state/state.ts';

/** A second press counts as deliberate within this time. */
export const PRESS_AGAIN_WITHIN_MS = 4000;
/** A wet glove presses twice: what follows a press, or a move of the run, within this time is not meant. */
export const TWICE_MS = 700;

/** A question that stands on the act button. */
export interface Asked {
  readonly says: string;
  readonly atMs: number;
  /** The attempt it was asked about (`attemptOf`). */
  readonly of: string;
}

/** What names one attempt at one step: a question about the bath before is no question about this one. */
export function attemptOf(state: RunState): string {
  return `${state.step} ${state.actual[state.step]?.startMs ?? ''}`;
}

/**
 * A press out of place (domain.md 10.1): the first asks, the second of two presses of one wet glove answers nothing, a
 * deliberate one within four seconds counts. `says` is what `outOfPlace` asks for this press.
 */
export function pressAgain(
  asked: Asked | null,
  of: string,
  says: string,
  atMs: number,
): { readonly counts: boolean; readonly asked: Asked | null } {
  const sinceMs = asked?.of === of ? atMs - asked.atMs : Infinity;
  if (sinceMs < TWICE_MS) return { counts: false, asked };
  if (sinceMs <= PRESS_AGAIN_WITHIN_MS) return { counts: true, asked: null };
  return { counts: false, asked: { says, atMs, of } };
}
