import type { Inspection, Mark, RunFacts } from './inspection.ts';

/** One thing that speaks for a cause or against it: a sentence, and how much it says. */
export interface Evidence {
  readonly says: string;
  /** 1 a hint, 2 telling, 3 all but certain. */
  readonly weight: 1 | 2 | 3;
}

export const e = (weight: Evidence['weight'], says: string): Evidence => ({ says, weight });
export const marked = (seen: Inspection, mark: Mark) => seen.marks?.includes(mark) === true;
export const percent = (share: number) => `${Math.round(share * 100)} %`;
export const under = (run: RunFacts) => run.doseShare !== undefined && run.doseShare < 0.97;
export const over = (run: RunFacts) => run.doseShare !== undefined && run.doseShare > 1.03;
export const onTime = (run: RunFacts) => run.doseShare !== undefined && !under(run) && !over(run);
export const worn = (run: RunFacts) =>
  run.rollNumber !== undefined && run.capacityRolls !== undefined && run.rollNumber / run.capacityRolls >= 0.9;
export const old = (run: RunFacts) => run.ageDays !== undefined && run.keepsDays !== undefined && run.ageDays > run.keepsDays;
export const fresh = (run: RunFacts) => !worn(run) && !old(run) && run.rollNumber !== undefined && run.capacityRolls !== undefined;
/** By whole words: another developer in it is not developer in a later bath. */
export const incident = (run: RunFacts, ...names: readonly string[]) =>
  run.incidents?.some((each) => each.split(/[\s,]+/).some((word) => names.includes(word))) === true;
export const spoiled = (run: RunFacts) =>
  run.standing === 'spent' ||
  run.standing === 'doubtful' ||
  incident(run, 'bleach', 'fixer', 'bleach-fix', 'later-bath', 'stop', 'other-developer', 'water', 'damage');
export const slide = (run: RunFacts) => run.process === 'E-6';

export const wearFor = (run: RunFacts) => [
  worn(run) && e(1, `The batch was at roll ${run.rollNumber ?? 0} of ${run.capacityRolls ?? 0}.`),
  old(run) && e(1, `The solution was ${run.ageDays ?? 0} days old and keeps ${run.keepsDays ?? 0}.`),
  spoiled(run) && e(2, 'Something had got into the solution.'),
];
export const doseFor = (run: RunFacts, way: 'under' | 'over') =>
  (way === 'under' ? under(run) : over(run)) &&
  e(Math.abs((run.doseShare ?? 1) - 1) > 0.08 ? 2 : 1, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`);
