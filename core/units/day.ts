import { format, formatISO, parseISO } from 'date-fns';

/** A day as it is kept: ISO, without a time. */
export function isoDay(date: Date): string {
  return formatISO(date, { representation: 'date' });
}

/** `9 Dec`, where the year goes without saying. */
export const shortDay = (day: string): string => format(parseISO(day), 'd MMM');

/** `9 Dec 2026` */
export const dayAndYear = (day: string): string => format(parseISO(day), 'd MMM yyyy');

/** `9 December 2026` */
export const longDay = (day: string): string => format(parseISO(day), 'd MMMM yyyy');
