import type { PushRule } from '../kit/kit.ts';
import { pushEffect } from '../timing/push.ts';

/** What came of one run of a film, as far as it can be a witness (domain.md 20). */
export interface ResultOfFilm {
  readonly run: string;
  /** The first cause of its judgement; null where nothing was wrong with it. */
  readonly cause: string | null;
  readonly edge?: 'none' | 'thin' | 'normal' | 'dense' | undefined;
  readonly doseShare?: number | undefined;
  /** Its developer’s rate away from the printed temperature is our rule of thumb: its dose is known less well. */
  readonly byRuleOfThumb: boolean;
  readonly exposedSpeed: number;
  /** What its developer had at nominal temperature, without a push. */
  readonly nominalS: number;
  readonly push: PushRule | null;
}

export type Proposal =
  | { readonly kind: 'more-light'; readonly witnesses: readonly string[]; readonly stops: number; readonly speed: number }
  | { readonly kind: 'longer'; readonly witnesses: readonly string[]; readonly extraS: number };

const FEWEST = 2;
const STOPS_EACH = 1 / 3;
const MOST_STOPS = 1;
/** A kit that is silent about pushing is pushed by this a stop (domain.md 10.1). */
const OUR_PUSH: PushRule = { rule: 'factor', perStop: 1.3 };
const GAVE_ITS_DOSE = { curve: [0.97, 1.03], 'rule-of-thumb': [0.9, 1.1] } as const;
/** Film speeds as they stand on cameras, a third of a stop apart. */
const SPEEDS = [
  6, 8, 10, 12, 16, 20, 25, 32, 40, 50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000,
  5000, 6400,
];

/**
 * What two results or more of one film point to, the newest first: more light, or a longer developer. Only runs that gave their dose
 * bear witness, and only since it last came out right; null where they do not point one way.
 */
export function proposalFrom(results: readonly ResultOfFilm[]): Proposal | null {
  const right = results.findIndex(({ cause }) => cause === null);
  const since = right === -1 ? results : results.slice(0, right);
  const witnesses = since.filter(gaveItsDose);
  const tooDark = witnesses.filter(({ cause, edge }) => cause === 'under-exposed' && (edge === 'normal' || edge === 'dense'));
  const tooShort = witnesses.filter(({ cause }) => cause === 'developer-too-little');
  if (tooDark.length > 0 && tooShort.length > 0) return null;
  const [newest] = [...tooDark, ...tooShort];
  const named = [...tooDark, ...tooShort].map(({ run }) => run);
  if (!newest || named.length < FEWEST) return null;
  const stops = Math.min(MOST_STOPS, named.length * STOPS_EACH);
  if (tooDark.length > 0) return { kind: 'more-light', witnesses: named, stops, speed: nearestSpeed(newest.exposedSpeed / 2 ** stops) };
  const extraS = Math.round(extraSeconds(newest, stops));
  return extraS > 0 ? { kind: 'longer', witnesses: named, extraS } : null;
}

function gaveItsDose({ doseShare, byRuleOfThumb }: ResultOfFilm): boolean {
  const [least, most] = GAVE_ITS_DOSE[byRuleOfThumb ? 'rule-of-thumb' : 'curve'];
  return doseShare !== undefined && doseShare >= least && doseShare <= most;
}

/** So many seconds as the kit’s push rule gives for those stops. */
function extraSeconds({ push, nominalS }: ResultOfFilm, stops: number): number {
  const { factor, addS } = pushEffect(push ?? OUR_PUSH, stops) ?? pushEffect(OUR_PUSH, stops) ?? { factor: 1, addS: 0 };
  return nominalS * factor + addS - nominalS;
}

function nearestSpeed(speed: number): number {
  return SPEEDS.reduce((best, each) => (Math.abs(Math.log(each / speed)) < Math.abs(Math.log(best / speed)) ? each : best));
}
