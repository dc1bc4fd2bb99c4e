import { format, formatISO, parseISO } from 'date-fns';
import fc from 'fast-check';
import { dayAndYear, isoDay, longDay, shortDay } from './day.ts';

const anyDate = fc.date({ min: new Date(1970, 0, 2), max: new Date(2099, 11, 30), noInvalidDate: true });

test('a day is said as the library says it, every day of it', () => {
  fc.assert(
    fc.property(anyDate, (date) => {
      const day = isoDay(date);
      expect(day).toBe(formatISO(date, { representation: 'date' }));
      const [short, both, long] = ['d MMM', 'd MMM yyyy', 'd MMMM yyyy'].map((how) => format(parseISO(day), how));
      expect([shortDay(day), dayAndYear(day), longDay(day)]).toEqual([short, both, long]);
    }),
  );
});

test('what is no day is no words', () => {
  for (const odd of ['', 'today', '2026-13-01', '2026-00-10', '2026-01-00', '2026-01-32', '26-1-1'])
    expect(() => shortDay(odd)).toThrow(RangeError);
  expect(longDay('2026-12-09T08:15:00Z')).toBe('9 December 2026');
});
