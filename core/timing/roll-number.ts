import { countedMl } from '../kit/capacity.ts';

/** Which of a run's rolls the wear rule looks at (domain.md 9). */
export type WearSchool = 'last' | 'first';

export interface RollNumberQuestion {
  /** Roll equivalents the batch has seen since it was mixed. */
  readonly rollsDone: number;
  /** Roll equivalents in this run. */
  readonly runRolls: number;
  readonly makesMl: number;
  readonly volumeMl: number;
  readonly wear: WearSchool;
}

/**
 * The roll number N that the wear rules see, scaled to the kit's full volume (domain.md 5.2).
 * The small terms keep 3.0000000001 rolls from counting as four.
 */
export function rollNumber({ rollsDone, runRolls, makesMl, volumeMl, wear }: RollNumberQuestion): number {
  const scale = makesMl / countedMl(makesMl, volumeMl);
  return wear === 'last' ? Math.max(1, Math.ceil((rollsDone + runRolls) * scale - 1e-9)) : Math.floor(rollsDone * scale + 1e-9) + 1;
}
