import { filmOf } from '../film/process.ts';
import { asMessage, sentence, type Sentence, type Spoken } from '../units/sentence.ts';
import { EDGE_WORDS } from './inspection-words.ts';
import type { Inspection, Mark, RunFacts } from './inspection.ts';

/** A sentence that speaks for a cause or against it, in the units of whoever reads it. */
export interface Said extends Spoken {
  readonly message: string;
}

/** One thing that speaks for a cause or against it: a sentence, and how much it says. */
export interface Evidence extends Said {
  /** 1 a hint, 2 telling, 3 all but certain. */
  readonly weight: 1 | 2 | 3;
}

export const e = (weight: Evidence['weight'], says: string | Sentence): Evidence => ({
  ...(typeof says === 'string' ? { message: says } : asMessage(says)),
  weight,
});
export const marked = (seen: Inspection, mark: Mark) => seen.marks?.includes(mark) === true;
/** Marks were looked for and this one is not there. */
export const unmarked = (seen: Inspection, mark: Mark) => seen.marks !== undefined && !marked(seen, mark);
export const percent = (share: number) => `${Math.round(share * 100)} %`;
export const under = (run: RunFacts) => run.doseShare !== undefined && run.doseShare < 0.97;
export const over = (run: RunFacts) => run.doseShare !== undefined && run.doseShare > 1.03;
export const onTime = (run: RunFacts) => run.doseShare !== undefined && !under(run) && !over(run);
/** How far into its capacity the solution was; undefined where that is not known. */
const wear = (run: RunFacts) => (run.rollNumber === undefined || !run.capacityRolls ? undefined : run.rollNumber / run.capacityRolls);
export const worn = (run: RunFacts) => (wear(run) ?? 0) >= 0.9;
export const pastCapacity = (run: RunFacts) => (wear(run) ?? 0) > 1;
export const old = (run: RunFacts) => run.ageDays !== undefined && run.keepsDays !== undefined && run.ageDays > run.keepsDays;
export const fresh = (run: RunFacts) => !worn(run) && !old(run) && wear(run) !== undefined;
/** By whole words: another developer in it is not developer in a later bath. */
export const incident = (run: RunFacts, ...names: readonly string[]) =>
  run.incidents?.some((each) => each.split(/[\s,]+/).some((word) => names.includes(word))) === true;
export const spoiled = (run: RunFacts) =>
  run.standing === 'spent' ||
  run.standing === 'doubtful' ||
  incident(run, 'bleach', 'fixer', 'bleach-fix', 'later-bath', 'stop', 'other-developer', 'water', 'damage');
/** The strip is thinner or weaker than it should be: only then is a tired or cold developer worth naming. */
export const seemsThin = (seen: Inspection) =>
  seen.edge === 'thin' ||
  seen.edge === 'none' ||
  seen.frames === 'thin' ||
  seen.frames === 'none' ||
  seen.frames === 'uneven' ||
  seen.slides === 'dark' ||
  seen.colour === 'weak';
export const seemsDense = (seen: Inspection) => seen.edge === 'dense' || seen.frames === 'dense' || seen.slides === 'light';
export const slide = (run: RunFacts) => filmOf(run.process) === 'slide';
/** One of two ways to say it: a slide shows light where a negative is dense. */
export const either = (run: RunFacts, ofNegatives: string, ofSlides: string) => (slide(run) ? ofSlides : ofNegatives);
/** Whose dose is meant: with slides it is the first developer’s. */
export const theDeveloper = (run: RunFacts) => either(run, 'The developer', 'The first developer');
/** `dense`, and `bright` on slides; what is missing is not there. */
export const edgeInWords = (seen: Inspection, run: RunFacts) =>
  seen.edge === undefined || seen.edge === 'none' ? 'not there' : EDGE_WORDS[filmOf(run.process)][seen.edge];

export const atRoll = (run: RunFacts) => `The batch was at roll ${run.rollNumber ?? 0} of ${run.capacityRolls ?? 0}.`;
export const atAge = (run: RunFacts) => `The solution was ${run.ageDays ?? 0} days old and keeps ${run.keepsDays ?? 0}.`;

export const wearFor = (run: RunFacts) => [
  worn(run) && e(1, atRoll(run)),
  old(run) && e(1, atAge(run)),
  spoiled(run) && e(2, 'Something had got into the solution.'),
];

/** A degree hardly matters to a long bath, and a third of one is what a thermometer is off by. */
const COLDER_BY_C = 0.3;

export const doseFor = (run: RunFacts, way: 'under' | 'over') => [
  (way === 'under' ? under(run) : over(run)) &&
    e(Math.abs((run.doseShare ?? 1) - 1) > 0.08 ? 2 : 1, `${theDeveloper(run)} gave ${percent(run.doseShare ?? 1)} of its dose.`),
  run.developerMeanC !== undefined &&
    run.developerPlannedC !== undefined &&
    (way === 'under' ? 1 : -1) * (run.developerPlannedC - run.developerMeanC) > COLDER_BY_C &&
    e(1, sentence`It averaged ${{ tempC: run.developerMeanC }} in the tank; ${{ tempC: run.developerPlannedC }} was planned.`),
];
