import fc from 'fast-check';
import { celsiusFromFahrenheit } from '../../../core/units/temperature.ts';
import { scaleFigures } from './temperature-scale.tsx';

test('a scale has two to seven round figures in the person’s own unit, each where the picture has it', () => {
  expect(scaleFigures(36.4, 38.6, 'C')).toEqual([
    { shown: '37', fromTop: expect.closeTo(1.6 / 2.2) as number },
    { shown: '38', fromTop: expect.closeTo(0.6 / 2.2) as number },
  ]);
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 45, noNaN: true }),
      fc.double({ min: 0.4, max: 30, noNaN: true }),
      fc.constantFrom('C' as const, 'F' as const),
      (lowC, spanC, unit) => {
        const figures = scaleFigures(lowC, lowC + spanC, unit);
        expect(figures.length).toBeGreaterThanOrEqual(1);
        expect(figures.length).toBeLessThanOrEqual(7);
        expect(new Set(figures.map(({ shown }) => shown)).size).toBe(figures.length);
        for (const { shown, fromTop } of figures) {
          expect(fromTop).toBeGreaterThanOrEqual(-1e-9);
          expect(fromTop).toBeLessThanOrEqual(1 + 1e-9);
          const c = unit === 'C' ? Number(shown) : celsiusFromFahrenheit(Number(shown));
          expect(lowC + spanC - fromTop * spanC).toBeCloseTo(c, 6);
        }
      },
    ),
  );
});
