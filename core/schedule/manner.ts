import type { StepKind } from '../kit/kind.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { isWater } from '../kit/kind.ts';
import { DEFAULT_WASH_CHANGES, DEFAULT_WASH_COUNTS, type Habits } from './habits.ts';

/** How water is given to the film (domain.md 9.1). */
export const MANNERS = ['standing', 'running', 'changes', 'counted', 'until-clear'] as const;
export type MannerKind = (typeof MANNERS)[number];

export type Manner =
  | { readonly manner: 'standing' | 'running' | 'until-clear' }
  | { readonly manner: 'changes'; readonly changes: number }
  /** Inversions of each fill. */
  | { readonly manner: 'counted'; readonly fills: readonly number[] };

/** How a bath or water is moved, where it is not as the leaflet says. */
export const MOVEMENTS = ['none', 'gentle', 'shaken', 'as-developer'] as const;
export type Movement = (typeof MOVEMENTS)[number];

/** Turning the tank over and back takes about this long. */
const INVERSION_S = 2;

/** What a water step is done like where nobody says otherwise, or as a named habit has it (domain.md 9.1). */
export function usualManner(kind: StepKind, { prewash, washing }: Habits): Manner | null {
  if (!isWater(kind)) return null;
  if (kind === 'remjet-rinse') return { manner: 'until-clear' };
  if (kind === 'prewash') return { manner: prewash?.kind === 'until-clear' ? 'until-clear' : 'standing' };
  if (kind === 'rinse') return { manner: 'standing' };
  switch (washing?.kind) {
    case 'changes':
      return { manner: 'changes', changes: washing.n ?? DEFAULT_WASH_CHANGES };
    case 'counted':
      return { manner: 'counted', fills: washing.counts ?? DEFAULT_WASH_COUNTS };
    default:
      return { manner: 'running' };
  }
}

type Pace = Pick<Tank, 'fillS' | 'drainS'>;

/** Counted fills make their own time; null where the time is another's to say. */
export function countedSeconds(manner: Manner | null, { fillS, drainS }: Pace): number | null {
  if (manner?.manner !== 'counted') return null;
  return manner.fills.reduce((sum, inversions) => sum + fillS + INVERSION_S * inversions + drainS, 0);
}

/** How long each pour of a step stands: one, or one for each change or fill (domain.md 8.1). They sum to `seconds`. */
export function poursS(manner: Manner | null, seconds: number, { fillS, drainS }: Pace): readonly number[] {
  if (manner?.manner === 'changes') return Array.from({ length: manner.changes }, () => seconds / manner.changes);
  if (manner?.manner !== 'counted') return [seconds];
  const each = manner.fills.map((inversions) => fillS + INVERSION_S * inversions + drainS);
  const sum = each.reduce((a, b) => a + b, 0);
  return each.map((s) => (sum > 0 ? (s * seconds) / sum : seconds / each.length));
}

/** The least time that so many changes take; null for water that is not changed. */
export function leastChangesS(manner: Manner | null, { fillS, drainS }: Pace): number | null {
  return manner?.manner === 'changes' ? manner.changes * (fillS + drainS) : null;
}

export const TAP_LITRES_PER_MIN = 4;

/** Water that a step takes, in ml (domain.md 8.2); null where it is poured into a tank whose volume is not known. */
export function waterMl(manner: Manner, seconds: number, volumeMl: number | undefined, tapLitresPerMin: number): number | null {
  if (manner.manner === 'running') return (tapLitresPerMin * 1000 * seconds) / 60;
  if (volumeMl === undefined) return null;
  return manner.manner === 'changes' ? manner.changes * volumeMl : manner.manner === 'counted' ? manner.fills.length * volumeMl : volumeMl;
}
