import { differenceInCalendarDays, parseISO } from 'date-fns';
import type { Bath } from '../../kit/kit.ts';

/** How many days old a mixing is on a day. */
export function ageInDays(mixedOn: string, on: string): number {
  return differenceInCalendarDays(parseISO(on), parseISO(mixedOn));
}

export function pastShelfLife(bath: Pick<Bath, 'keepsDays'>, ageDays: number): boolean {
  return bath.keepsDays !== undefined && ageDays > bath.keepsDays;
}
