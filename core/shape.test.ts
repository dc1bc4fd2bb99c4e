import { isValid, parseISO } from 'date-fns';
import fc from 'fast-check';
import { day, fields, instant, listOf, maybe, orNull, text, whole } from './shape.ts';

test('a day is one that the calendar has, of a year that film knows', () => {
  const n = (most: number) => fc.integer({ min: 0, max: most });
  fc.assert(
    fc.property(fc.integer({ min: 1890, max: 2110 }), n(14), n(33), (year, month, date) => {
      const written = `${year}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
      expect([written, day(written)]).toEqual([written, isValid(parseISO(written)) && year >= 1900 && year <= 2100]);
    }),
  );
  for (const odd of ['2026-2-3', '2026-02-03T00:00', '', 20_260_203, null]) expect(day(odd)).toBe(false);
  expect([instant(parseISO('2100-12-31T23:59:59.999Z').getTime()), instant(parseISO('2101-01-01T00:00:00Z').getTime())]).toEqual([
    true,
    false,
  ]);
});

test('what may be absent or nothing may, and nothing else', () => {
  const shape = fields({ name: text(5), count: maybe(whole([1, 9])), of: orNull(listOf(whole([0, 3]), 2)) });
  expect(
    [
      { name: 'Ferry', of: null },
      { name: '', count: 9, of: [0, 3], more: 1 },
    ].map(shape),
  ).toEqual([true, true]);
  const odd = [
    { name: 'Ferry!', of: null },
    { name: 'a', count: null, of: null },
    { name: 'a' },
    { name: 'a', of: [1, 2, 3] },
    [],
    null,
    'a',
  ];
  expect(odd.map(shape)).toEqual(odd.map(() => false));
  expect([text()('two\nlines\tof it'), text()('a\u0000b'), whole([0, 9])(Number.NaN)]).toEqual([true, false, false]);
});
