import { addDays, differenceInCalendarDays, parseISO } from 'date-fns';
import { isoDay } from '../units/day.ts';
import type { Bath } from '../kit/kit.ts';

type Keeping = Pick<Bath, 'keepsDays'>;

/** The last day a bottle is good, as an ISO date; null when the leaflet gives no shelf life. */
export function goodUntil(bath: Keeping, mixedOn: string): string | null {
  if (bath.keepsDays === undefined) return null;
  return isoDay(addDays(parseISO(mixedOn), bath.keepsDays));
}

/** How many days old a mixing is on a day. */
export function ageInDays(mixedOn: string, on: string): number {
  return differenceInCalendarDays(parseISO(on), parseISO(mixedOn));
}

/** Days of shelf life left on a day, negative once past; null when the leaflet gives none. */
export function daysLeft(bath: Keeping, mixedOn: string, on: string): number | null {
  return bath.keepsDays === undefined ? null : bath.keepsDays - ageInDays(mixedOn, on);
}

export function pastShelfLife(bath: Keeping, ageDays: number): boolean {
  return bath.keepsDays !== undefined && ageDays > bath.keepsDays;
}
