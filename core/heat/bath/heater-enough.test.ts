import fc from 'fast-check';
import { heaterEnough } from './heater-enough.ts';
import { warmUp } from './water-bath.ts';

const twelve = { litres: 12, heaterW: 300, roomC: 20, lidded: false, startC: 30, setC: 38 };

test('300 W in twelve open litres: 4.7 W are lost for each degree, so it holds 83 °C and is there in half an hour', () => {
  const { holds, mostC, warmsInS } = heaterEnough(twelve);
  expect(holds).toBe(true);
  expect(mostC).toBeCloseTo(20 + 300 / (0.9 * 12 ** (2 / 3)), 9);
  expect((warmsInS ?? 0) / 60).toBeCloseTo(28.2, 0);
  expect(heaterEnough({ ...twelve, heaterW: 50 })).toMatchObject({ holds: false, warmsInS: null });
  expect(heaterEnough({ ...twelve, heaterW: 50, lidded: true }).holds).toBe(true);
  expect(heaterEnough({ ...twelve, startC: 40 }).warmsInS).toBe(0);
});

test('it is what the bath itself does when it is left to warm: there by then, and never sooner with less', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 30 }),
      fc.integer({ min: 150, max: 2000 }),
      fc.integer({ min: 8, max: 28 }),
      (litres, heaterW, roomC) => {
        const asked = { ...twelve, litres, heaterW, roomC };
        const { warmsInS } = heaterEnough(asked);
        fc.pre(warmsInS !== null && warmsInS < 7000);
        // A bottle so small that it takes next to nothing follows the water within its minutes.
        const thimble = { id: 'thimble', ml: 10, material: 'steel' as const, startC: 30, lowC: 37.5, highC: 40 };
        const ready = warmUp({ litres, startC: 30, setC: 38, heaterW, ambientC: roomC, lidded: false }, [thimble], 14_400).bottles[0]
          ?.windows[0]?.fromS;
        expect(Math.abs((ready ?? NaN) - (warmsInS ?? NaN))).toBeLessThan(0.15 * (warmsInS ?? 0) + 180);
        expect(heaterEnough({ ...asked, heaterW: heaterW + 50 }).warmsInS).toBeLessThan(warmsInS ?? NaN);
      },
    ),
    { numRuns: 40 },
  );
});
