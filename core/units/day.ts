const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
] as const;

/** A day as it is kept: ISO, without a time. */
export function isoDay(date: Date): string {
  const two = (n: number) => String(n).padStart(2, '0');
  return `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

/** `9 Dec`, where the year goes without saying. */
export const shortDay = (day: string): string => inWords(day, (date, month) => `${date} ${month.slice(0, 3)}`);

/** `9 Dec 2026` */
export const dayAndYear = (day: string): string => inWords(day, (date, month, year) => `${date} ${month.slice(0, 3)} ${year}`);

/** `9 December 2026` */
export const longDay = (day: string): string => inWords(day, (date, month, year) => `${date} ${month} ${year}`);

/**
 * Twelve names instead of a library of every way to write a date: it stands on every page, the Bench with it,
 * and a browser's own words for a month differ from the server's.
 * @throws {RangeError} where it is no day
 */
function inWords(day: string, say: (date: number, month: (typeof MONTHS)[number], year: number) => string): string {
  const [, year, month, date] = (/^(\d{4})-(\d\d)-(\d\d)/.exec(day) ?? []).map(Number);
  const name = MONTHS[(month ?? 0) - 1];
  if (year === undefined || name === undefined || date === undefined || date < 1 || date > 31) throw new RangeError(`${day} is no day.`);
  return say(date, name, year);
}
