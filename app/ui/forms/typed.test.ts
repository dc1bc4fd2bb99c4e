import fc from 'fast-check';
import { object, type AnySchema } from 'yup';
import { typedDuration, typedName, typedNumber, typedTemperature, typedText, typedVolume } from './typed.ts';

/** What a form makes of a text: the value, or what it says. */
function read(schema: AnySchema, text: unknown): unknown {
  try {
    return (object({ field: schema }).validateSync({ field: text }, { abortEarly: true }) as { field?: unknown }).field;
  } catch (error) {
    return `refused: ${(error as Error).message}`;
  }
}
const NO = 'refused: A number such as 1.5.';

test.each([
  ['1.5', 1.5],
  [' 1,5 ', 1.5],
  ['−3', -3],
  ['–3', -3],
  ['.5', 0.5],
  ['', undefined],
  ['   ', undefined],
  ['0x10', NO],
  ['1e9', NO],
  ['Infinity', NO],
  ['1.5.2', NO],
  ['twelve', NO],
  ['١٢', NO],
])('a number typed as “%s”', (text, wanted) => {
  expect(read(typedNumber('A number such as 1.5.'), text)).toEqual(wanted);
});

test.each([
  ['3:15', 195],
  ['195 s', 195],
  ['4 min', 240],
  ['120', 120],
  ['', undefined],
])('a time typed as “%s”', (text, wanted) => {
  expect(read(typedDuration('A time such as 3:15.'), text)).toEqual(wanted);
});

test('a bare small number is asked back, both ways', () => {
  expect(read(typedDuration('A time such as 3:15.'), '8')).toMatch(/^refused: .*8:00.*0:08/);
  expect(read(typedDuration('A time such as 3:15.'), '3:75')).toMatch(/^refused: /);
});

test('temperatures and volumes are typed in one’s own unit, and kept in °C and ml', () => {
  expect(read(typedTemperature('A temperature.', 'C'), '38,4')).toBe(38.4);
  expect(read(typedTemperature('A temperature.', 'F'), '100.4')).toBeCloseTo(38, 9);
  expect(read(typedVolume('A volume.', 'ml'), '1 l')).toBe(1000);
  expect(read(typedVolume('A volume.', 'US fl oz'), '17.6')).toBeCloseTo(520.5, 1);
  expect(read(typedVolume('A volume.', 'imp fl oz'), '10')).toBeCloseTo(284.1, 1);
  // Another unit than one's own is said with the figure, and counts.
  expect(read(typedVolume('A volume.', 'US fl oz'), '500 ml')).toBe(500);
});

test('a name is one line of what can be seen; a note keeps its lines', () => {
  expect(read(typedName(), '  Kiln\u00a0Lane \u200b 4 ')).toBe('Kiln Lane 4');
  expect(read(typedName(), 'two\nlines')).toBe('two lines');
  expect(read(typedText(), 'two\nlines')).toBe('two\nlines');
});

test('a figure beyond all figures is none', () => {
  for (const schema of [typedNumber('No.'), typedDuration('No.'), typedTemperature('No.', 'F'), typedVolume('No.', 'ml')])
    for (const typed of [Infinity, -Infinity, '9'.repeat(400)]) expect(read(schema, typed)).toBe('refused: No.');
});

test('whatever a browser sends, a field is read or refused, never a crash and never a figure out of nothing', () => {
  const fields = [typedNumber('No.'), typedDuration('No.'), typedTemperature('No.', 'F'), typedVolume('No.', 'ml')];
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.string({ unit: 'binary' }), fc.anything()), fc.constantFrom(...fields), (typed, schema) => {
      const value = read(schema, typed);
      expect(value === undefined || typeof value === 'string' || Number.isFinite(value)).toBe(true);
      if (typeof typed === 'string' && !/\d/.test(typed)) expect(typeof value).not.toBe('number');
    }),
    { numRuns: 1000 },
  );
});
