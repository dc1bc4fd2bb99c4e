import { addDays, differenceInCalendarDays, parseISO, subDays } from 'date-fns';
import { isoDay } from '../../units/day.ts';
import type { Pace } from './two-ends.ts';

const LOOKS_BACK_DAYS = 56;

/**
 * How fast a person uses a process: roll equivalents over the last eight weeks; with less history, over what there is,
 * at least one week (domain.md 15). Null before the first roll.
 */
export function paceOf(runs: readonly { readonly on: string; readonly rolls: number }[], on: string): Pace | null {
  const from = isoDay(subDays(parseISO(on), LOOKS_BACK_DAYS - 1));
  const first = runs.map((run) => run.on).sort()[0];
  if (first === undefined || first > on) return null;
  const since = first > from ? first : from;
  const weeks = Math.max(1, (differenceInCalendarDays(parseISO(on), parseISO(since)) + 1) / 7);
  const rolls = runs.reduce((sum, run) => sum + (run.on >= from && run.on <= on ? run.rolls : 0), 0);
  return { rolls: Math.max(0, rolls), weeks };
}

export interface Supply {
  /** Rolls that the batches will still do before they are old. */
  readonly rollsInBottles: number;
  /** Rolls that the boxes would do. */
  readonly rollsInBoxes: number;
  /** When that is used up at this pace; null at no pace. */
  readonly lastsUntil: string | null;
}

/** Until when what stands there and what is in boxes lasts at a pace: what is to be bought is bought by then. */
export function supplyOf(
  batches: readonly { readonly rollsLeft: number | null; readonly rollsLost: number | null }[],
  boxes: readonly { readonly rolls: number | null }[],
  pace: Pace | null,
  on: string,
): Supply {
  const rollsInBottles = batches.reduce((sum, batch) => sum + Math.max(0, (batch.rollsLeft ?? 0) - (batch.rollsLost ?? 0)), 0);
  const rollsInBoxes = boxes.reduce((sum, box) => sum + (box.rolls ?? 0), 0);
  const weekly = pace === null ? 0 : pace.rolls / pace.weeks;
  const days = weekly > 0 ? Math.min(3650, Math.floor((7 * (rollsInBottles + rollsInBoxes)) / weekly + 1e-9)) : null;
  return { rollsInBottles, rollsInBoxes, lastsUntil: days === null ? null : isoDay(addDays(parseISO(on), days)) };
}
