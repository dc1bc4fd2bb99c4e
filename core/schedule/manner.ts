import type { Tank } from '../heat/tank/tank.ts';
import { isWater, type StepKind } from '../kit/kind.ts';
import { DEFAULT_CHANGES, DEFAULT_FILLS, type Manner } from '../kit/manner.ts';
import type { Habits } from './habits.ts';

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
      return { manner: 'changes', changes: washing.n ?? DEFAULT_CHANGES };
    case 'counted':
      return { manner: 'counted', fills: washing.counts ?? DEFAULT_FILLS };
    default:
      return { manner: 'running' };
  }
}

type Pace = Pick<Tank, 'fillS' | 'drainS'>;

const fillsS = (fills: readonly number[], { fillS, drainS }: Pace) => fills.map((inversions) => fillS + INVERSION_S * inversions + drainS);
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

/** Counted fills make their own time; null where the time is another's to say. */
export function countedSeconds(manner: Manner | null, pace: Pace): number | null {
  return manner?.manner === 'counted' ? sum(fillsS(manner.fills, pace)) : null;
}

/** How long each pour of a step stands: one, or one for each change or fill (domain.md 8.1). They sum to `seconds`. */
export function poursS(manner: Manner | null, seconds: number, pace: Pace): readonly number[] {
  if (manner?.manner === 'changes') return Array.from({ length: manner.changes }, () => seconds / manner.changes);
  if (manner?.manner !== 'counted') return [seconds];
  const each = fillsS(manner.fills, pace);
  const whole = sum(each);
  return each.map((s) => (whole > 0 ? (s * seconds) / whole : seconds / each.length));
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
  return (manner.manner === 'changes' ? manner.changes : manner.manner === 'counted' ? manner.fills.length : 1) * volumeMl;
}
