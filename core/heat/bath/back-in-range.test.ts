import fc from 'fast-check';
import { backInRangeS, mixedBackC, type ReturnedBottle } from './back-in-range.ts';
import { warmUp } from './water-bath.ts';

const bottle: ReturnedBottle = { ml: 1000, returnedMl: 500, returnedC: 36.8, bathC: 38, material: 'glass', lowC: 37.7 };

test('by hand: half of it came back at 36.8, so the bottle is at 37.4 and needs a glass litre’s time constant × ln 2', () => {
  expect(mixedBackC(bottle)).toBeCloseTo(37.4, 9);
  // 4180 J/K over 7 W/K is 597 s; from 0.6 below the bath to 0.3 below it is one halving.
  expect(backInRangeS(bottle)).toBeCloseTo((4180 / 7) * Math.log(2), 6);
});

test('what is in range may be poured at once; a bath that is too cold never brings it there', () => {
  expect(backInRangeS({ ...bottle, returnedC: 37.9 })).toBe(0);
  expect(backInRangeS({ ...bottle, bathC: 37.6 })).toBeNull();
  expect(mixedBackC({ ...bottle, ml: 300, returnedMl: 500 })).toBe(36.8);
});

test('it agrees with the water bath followed step by step, in a tub so large that the bottle does not cool it', () => {
  const bottles = fc.record({
    ml: fc.integer({ min: 300, max: 2000 }),
    returnedC: fc.double({ min: 25, max: 37.2, noNaN: true }),
    material: fc.constantFrom('glass' as const, 'plastic' as const, 'steel' as const),
  });
  fc.assert(
    fc.property(bottles, ({ ml, returnedC, material }) => {
      const asked = { ...bottle, ml, returnedMl: ml, returnedC, material };
      const seconds = backInRangeS(asked) ?? NaN;
      const tub = { litres: 100_000, startC: 38, setC: 38, heaterW: 0, ambientC: 38, lidded: true };
      const inBath = { id: 'developer', ml, material, startC: returnedC, lowC: asked.lowC, highC: 39 };
      const window = warmUp(tub, [inBath], 6 * 3600).bottles[0]?.windows[0];
      expect(Math.abs((window?.fromS ?? NaN) - seconds)).toBeLessThan(3);
    }),
    { numRuns: 25 },
  );
});

test('colder back, or more of it, is never sooner', () => {
  const c = () => fc.double({ min: 20, max: 38, noNaN: true });
  fc.assert(
    fc.property(c(), c(), fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 1000 }), (a, b, x, y) => {
      const at = (returnedC: number, returnedMl: number) => backInRangeS({ ...bottle, returnedC, returnedMl }) ?? Infinity;
      expect(at(Math.min(a, b), x)).toBeGreaterThanOrEqual(at(Math.max(a, b), x) - 1e-9);
      expect(at(a, Math.max(x, y))).toBeGreaterThanOrEqual(at(a, Math.min(x, y)) - 1e-9);
    }),
  );
});
