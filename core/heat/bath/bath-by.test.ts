import fc from 'fast-check';
import { bathByC } from './bath-by.ts';
import { warmUp } from './water-bath.ts';

test('between what was followed it is in between, before and past it as at that end; of nothing, nothing is said', () => {
  const trace = { atS: [0, 60, 120], tubC: [20, 26, 29] };
  expect([-5, 0, 30, 60, 100, 120, 9999].map((afterS) => bathByC(trace, afterS))).toEqual([20, 20, 23, 26, 28, 29, 29]);
  expect(bathByC({ atS: [], tubC: [] }, 10)).toBeNull();
});

test('a finer look at the same bath says the same, to what it warms in a quarter of a minute', () => {
  const tub = { litres: 12, startC: 30, setC: 38, heaterW: 800, ambientC: 20, lidded: false };
  const [coarse, fine] = [60, 5].map((everyS) => warmUp(tub, [], 3600, everyS).trace);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3600 }), (afterS) => {
      const [a, b] = [coarse, fine].map((trace) => (trace ? bathByC(trace, afterS) : null));
      // Where the heater reaches its set point the line bends: between two looks a minute apart it cuts the corner.
      expect(Math.abs((a ?? NaN) - (b ?? NaN))).toBeLessThan(0.24);
    }),
    { examples: [[554]] },
  );
});
