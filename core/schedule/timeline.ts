import type { Tank } from '../heat/tank/tank.ts';
import { DEFAULT_CHANGEOVER_S, type Habits } from './habits.ts';

/** Seconds between one step's end and the next one's start (domain.md 10). */
export function changeoverSeconds(habits: Habits, tank: Pick<Tank, 'fillS' | 'drainS'>): number {
  return (
    (habits.changeoverS ?? DEFAULT_CHANGEOVER_S) +
    (habits.clock === 'tank-full' ? tank.fillS : 0) +
    (habits.pourOut === 'at-zero' ? tank.drainS : 0)
  );
}

/** The backing of cine film is wiped off the open reel, a roll after the other (domain.md 9). */
export const WIPE_S_A_ROLL = 240;

/** Seconds between the end of `ended` and the next pour: the hands' own, and what is done to the film off the reel. */
export function betweenS(changeoverS: number, ended: { readonly wipeS?: number } | undefined): number {
  return changeoverS + (ended?.wipeS ?? 0);
}

/** Start of each step and the end of the last, with what is done to the film after it, counted from the first step's start. */
export function stepStarts(
  steps: readonly { readonly seconds: number; readonly wipeS?: number }[],
  changeoverS: number,
): { readonly startsS: number[]; readonly totalS: number } {
  let atS = 0;
  let totalS = 0;
  const startsS = steps.map((step) => {
    const startS = atS;
    totalS = startS + step.seconds;
    atS = totalS + betweenS(changeoverS, step);
    return startS;
  });
  return { startsS, totalS: totalS + (steps.at(-1)?.wipeS ?? 0) };
}
