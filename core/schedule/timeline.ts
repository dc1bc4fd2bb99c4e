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

/** Start of each step and the end of the last, counted from the first step's start. */
export function stepStarts(durationsS: readonly number[], changeoverS: number): { readonly startsS: number[]; readonly totalS: number } {
  let atS = 0;
  let totalS = 0;
  const startsS = durationsS.map((durationS) => {
    const startS = atS;
    totalS = startS + durationS;
    atS = totalS + changeoverS;
    return startS;
  });
  return { startsS, totalS };
}
