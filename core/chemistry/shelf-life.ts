import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns';
import type { Bath } from '../kit/kit.ts';

type Keeping = Pick<Bath, 'keepsDays'>;

/** The last day a bottle is good, as an ISO date; null when the leaflet gives no shelf life. */
export function goodUntil(bath: Keeping, mixedOn: string): string | null {
  if (bath.keepsDays === undefined) return null;
  return formatISO(addDays(parseISO(mixedOn), bath.keepsDays), { representation: 'date' });
}

/** Days of shelf life left on a day, negative once past; null when the leaflet gives none. */
export function daysLeft(bath: Keeping, mixedOn: string, on: string): number | null {
  if (bath.keepsDays === undefined) return null;
  return bath.keepsDays - differenceInCalendarDays(parseISO(on), parseISO(mixedOn));
}

export function pastShelfLife(bath: Keeping, mixedOn: string, on: string): boolean {
  const left = daysLeft(bath, mixedOn, on);
  return left !== null && left < 0;
}
