import { addDays, differenceInCalendarDays, parseISO } from 'date-fns';
import { capacityOfVolume } from '../../kit/capacity.ts';
import type { Kit } from '../../kit/kit.ts';
import { isoDay } from '../../units/day.ts';
import type { BottleNow } from '../ledger/bottle.ts';
import { keptByFilmMl } from '../ledger/effect.ts';
import type { ShelfState } from '../ledger/ledger.ts';

export interface Pace {
  readonly rolls: number;
  readonly weeks: number;
}

export interface TwoEnds {
  readonly rollsLeft: number | null;
  /** When the last roll it is made for has gone through at this pace. */
  readonly wornOn: string | null;
  /** When the first of its bottles is past its time. */
  readonly oldOn: string | null;
  readonly endsOn: string | null;
  /** Rolls of life that age takes before they are used. */
  readonly rollsLost: number | null;
}

/**
 * A batch ends worn or old, whichever comes first (domain.md 15). Null where kit or pace do not say. Where each filling is used once,
 * it lasts for as many rolls as it has fillings, whatever its kit is made for.
 */
export function twoEnds(
  kit: Pick<Kit, 'capacityRolls' | 'makesMl'>,
  volumeMl: number,
  state: Pick<ShelfState, 'rollsDone'> & { readonly bottles: readonly Pick<BottleNow, 'goodUntil'>[] },
  on: string,
  pace: Pace | null,
  fillings: number | null = null,
): TwoEnds {
  const capacity = capacityOfVolume(kit, volumeMl);
  const rollsLeft = fillings ?? (capacity === null ? null : Math.max(0, capacity - state.rollsDone));
  const weekly = pace === null ? null : pace.rolls / pace.weeks;
  const wornOn = rollsLeft === null || !weekly ? null : inDays(on, Math.floor((7 * rollsLeft) / weekly + 1e-9));
  const oldOn = state.bottles.flatMap((bottle) => bottle.goodUntil ?? []).sort()[0] ?? null;
  const endsOn = [wornOn, oldOn].filter((day): day is string => day !== null).sort()[0] ?? null;
  return { rollsLeft, wornOn, oldOn, endsOn, rollsLost: lost(rollsLeft, weekly, oldOn, on) };
}

function lost(rollsLeft: number | null, weekly: number | null, oldOn: string | null, on: string): number | null {
  if (rollsLeft === null || weekly === null) return null;
  if (weekly === 0) return rollsLeft;
  if (oldOn === null) return 0;
  const daysToOld = Math.max(0, differenceInCalendarDays(parseISO(oldOn), parseISO(on)));
  return Math.max(0, rollsLeft - (weekly * daysToOld) / 7);
}

/** Further than this nobody plans, and dates end. */
const FURTHEST_DAYS = 36_500;

function inDays(on: string, days: number): string {
  return isoDay(addDays(parseISO(on), Math.min(days, FURTHEST_DAYS)));
}

/** What film and tank keep of one bath in a run of one roll. */
const KEPT_MOST_ML = keptByFilmMl(1);

/**
 * How many more runs of one roll the bottles and the capacity allow in a tank of this volume; one-shot, and for a bath
 * that is thrown away, how often the volume itself is there (domain.md 15, scripting.md, shelf).
 */
export function runsLeft(
  state: { readonly bottles: readonly Pick<BottleNow, 'mlLeft' | 'after'>[] },
  rollsLeft: number | null,
  tankMl: number,
  oneShot: boolean,
): number {
  const each = state.bottles.map(({ mlLeft, after }) => {
    if (oneShot || after === 'discard') return Math.floor(mlLeft / tankMl + 1e-9);
    return mlLeft < tankMl ? 0 : Math.floor((mlLeft - tankMl) / KEPT_MOST_ML + 1e-9) + 1;
  });
  const byVolume = each.length === 0 ? 0 : Math.min(...each);
  return oneShot || rollsLeft === null ? byVolume : Math.min(byVolume, Math.floor(rollsLeft + 1e-9));
}
