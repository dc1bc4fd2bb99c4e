/** Whether a value that was stored or sent can be what it is taken for. Quick: a book has a hundred thousand of them. */
export type Shape = (value: unknown) => boolean;

/** From the least to the most that a form takes, and a book. */
export type Span = readonly [least: number, most: number];

const MOST_LETTERS = 20_000;
// Lines and tabs are part of what people write; other marks of that kind never come from a keyboard.
// oxlint-disable-next-line no-control-regex
const UNSEEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f]/;

export const text =
  (most = MOST_LETTERS): Shape =>
  (value) =>
    typeof value === 'string' && value.length <= most && !UNSEEN.test(value);
export const amount =
  ([least, most]: Span): Shape =>
  (value) =>
    typeof value === 'number' && value >= least && value <= most;
export const whole = (span: Span): Shape => {
  const within = amount(span);
  return (value) => Number.isInteger(value) && within(value);
};
export const flag: Shape = (value) => typeof value === 'boolean';
export const oneOf = (values: readonly unknown[]): Shape => {
  const known = new Set(values);
  return (value) => known.has(value);
};
export const oneOfShapes =
  (...shapes: readonly Shape[]): Shape =>
  (value) =>
    shapes.some((shape) => shape(value));
export const orNull =
  (shape: Shape): Shape =>
  (value) =>
    value === null || shape(value);
/** Absent in what an older version wrote. */
export const maybe =
  (shape: Shape): Shape =>
  (value) =>
    value === undefined || shape(value);
export const listOf =
  (shape: Shape, most = 1000): Shape =>
  (value) =>
    Array.isArray(value) && value.length <= most && value.every(shape);
/** These fields are as they should be; others may stand beside them. */
export const fields = (shapes: Readonly<Record<string, Shape>>): Shape => {
  const entries = Object.entries(shapes);
  return (value) =>
    typeof value === 'object' &&
    value !== null &&
    !Array.isArray(value) &&
    entries.every(([name, shape]) => shape((value as Record<string, unknown>)[name]));
};

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;
const YEARS: Span = [1900, 2100];

/** A day of the calendar, as ISO text, of a year that film was developed in or will be. */
export const day: Shape = (value) => {
  const read = typeof value === 'string' ? DAY.exec(value) : null;
  if (!read) return false;
  const [year, month, date] = [Number(read[1]), Number(read[2]), Number(read[3])];
  return year >= YEARS[0] && year <= YEARS[1] && month >= 1 && month <= 12 && date >= 1 && date <= daysIn(year, month);
};

const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
const daysIn = (year: number, month: number) => (month === 2 ? (isLeap(year) ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31);

/** An instant of those years, in epoch milliseconds. */
export const instant: Shape = whole([0, 4_133_980_799_999]);
/** `19:30` */
export const clockTime: Shape = (value) => typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value);
