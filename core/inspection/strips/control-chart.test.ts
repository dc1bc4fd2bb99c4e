import fc from 'fast-check';
import { controlChart, type ChartPoint } from './control-chart.ts';

const good = (...values: number[]): ChartPoint[] => values.map((value) => ({ value, good: true }));
const others = (...values: number[]): ChartPoint[] => values.map((value) => ({ value, good: false }));

test('five good runs make centre and limits, whatever lies between them; fewer make none', () => {
  expect(controlChart([...good(1, 2, 3, 4), ...others(50)])).toEqual({ centre: null, low: null, high: null, signals: [] });
  // Moving ranges 0.1, 0.3, 0.2, 0.2: mean 0.2.
  const points = [...good(2, 2.1), ...others(7), ...good(1.8, 2, 2.2)];
  const chart = controlChart(points);
  expect(chart.centre).toBeCloseTo(2.02, 9);
  expect(chart.low).toBeCloseTo(2.02 - 2.66 * 0.2, 9);
  expect(chart.high).toBeCloseTo(2.02 + 2.66 * 0.2, 9);
  expect(chart.signals).toEqual([{ at: 2, rule: 'outside' }]);
});

test('eight on one side and six in a row speak at the point that completes them, and on the line is neither side', () => {
  const base = good(10, 11, 9, 11, 9);
  const onOneSide = [10.5, 10.4, 10.6, 10.5, 10.4, 10.6, 10.5];
  const at = (more: number[]) => controlChart([...base, ...others(...more)]).signals;
  expect(at(onOneSide)).toEqual([]);
  expect(at([...onOneSide, 10.4])).toEqual([{ at: 12, rule: 'one-side' }]);
  expect(at([...onOneSide, 10])).toEqual([]);
  expect(at([9.2, 9.5, 9.8, 10.2, 10.5])).toEqual([{ at: 9, rule: 'trend' }]);
  expect(at([9.2, 9.5, 9.8, 9.8, 10.2, 10.5])).toEqual([]);
});

test('a chart does not care about unit or direction: shifted, stretched or mirrored it signals the same', () => {
  const series = fc.array(fc.record({ value: fc.integer({ min: -50, max: 50 }), good: fc.boolean() }), { minLength: 5, maxLength: 40 });
  fc.assert(
    fc.property(series, fc.constantFrom(-4, -1, 2, 8), fc.integer({ min: -64, max: 64 }), (points, stretch, shift) => {
      const moved = points.map(({ value, good: called }) => ({ value: value * stretch + shift, good: called }));
      const here = controlChart(points);
      // On the limit itself rounding decides; such a series says nothing about the rule.
      fc.pre(
        points.every(({ value }) => [here.low, here.high, here.centre].every((line) => line === null || Math.abs(value - line) > 1e-6)),
      );
      expect(controlChart(moved).signals).toEqual(here.signals);
    }),
  );
});
