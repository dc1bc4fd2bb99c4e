import fc from 'fast-check';
import { MEASURE_WORDS, pointsTo, signalNow, signalPointsTo } from './signal-words.ts';
import { controlChart } from './strips/control-chart.ts';
import { figureOf, MEASURES, readStripMeasure, stripMeasureDocument, type MeasureName } from './strips/strip-measure.ts';

const GOOD = [2.3, 2.28, 2.32, 2.31, 2.29];
const says = (more: readonly number[], measure: MeasureName = 'range') => {
  const values = [...GOOD, ...more];
  return signalNow(controlChart(values.map((value, i) => ({ value, good: i < 5 }))), values, measure, 'negative');
};

test.each<[string, number[], string | null]>([
  ['within', [2.3, 2.29], null],
  ['one below', [2.1], 'One below the limit: worn or cold developer.'],
  ['three below and falling for six', [2.295, 2.27, 2.25, 2.2, 2.1, 2.05], 'Three below the limit, and falling: worn or cold developer.'],
  ['one above', [2.6], 'One above the limit: developer too warm, too long or too strong.'],
  ['six falling within the limits', [2.315, 2.312, 2.308, 2.304, 2.302, 2.301], 'Six in a row falling: worn or cold developer.'],
  [
    'eight on one side',
    [2.31, 2.305, 2.315, 2.306, 2.312, 2.304, 2.31, 2.307],
    'Eight in a row above the line: developer too warm, too long or too strong.',
  ],
  ['back again after it', [2.1, 2.3], null],
])('%s', (_, more, words) => {
  expect(says(more)?.says ?? null).toBe(words);
});

test('each figure points somewhere whichever way it goes, and its bath is one that does that', () => {
  for (const film of ['negative', 'slide'] as const)
    for (const measure of MEASURES) {
      expect(MEASURE_WORDS[film][measure].means).toMatch(/\.$/);
      for (const way of ['falling', 'rising'] as const) expect(pointsTo(measure, way, film)).toMatch(/developer|fog|bleach|contamination/);
    }
  expect(pointsTo('base', 'rising', 'slide')).toBe('worn or cold first developer, or a tired bleach or fixer');
  expect([
    signalPointsTo('range', 'first-developer'),
    signalPointsTo('range', 'colour-developer'),
    signalPointsTo('blue-green', 'bleach-fix'),
  ]).toEqual([true, false, true]);
});

test('without five good ones nothing is said, whatever was measured', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { maxLength: 30 }), (values) => {
      expect(signalNow(controlChart(values.map((value, i) => ({ value, good: i < 4 }))), values, 'range', 'negative')).toBeNull();
    }),
  );
});

test('a measure is read back as it was stored; a damaged or later one is not taken for one', () => {
  const per = { r: 1.2, g: 1.5, b: 1.8 };
  const rectangle = { x: 1, y: 2, w: 30, h: 40 };
  const measure = {
    base: per,
    leader: per,
    range: per,
    redGreen: -0.3,
    blueGreen: 0.3,
    encoding: 'srgb' as const,
    rectangles: { light: rectangle, base: rectangle, leader: rectangle },
    width: 90,
    height: 60,
  };
  const stored = JSON.parse(JSON.stringify(stripMeasureDocument(measure))) as object;
  expect(readStripMeasure(stored)).toMatchObject(measure);
  expect(MEASURES.map((name) => figureOf(measure, name))).toEqual([1.5, 1.5, -0.3, 0.3]);
  for (const bad of [
    null,
    {},
    { ...stored, format: 'steady-reel/strip-measure@2' },
    { ...stored, range: { r: 1 } },
    { ...stored, blueGreen: 'x' },
  ])
    expect(readStripMeasure(bad)).toBeNull();
});
