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
        // The water alone, second by second: on either side of that moment it is on either side of what was set.
        const { trace } = warmUp({ litres, startC: 30, setC: 38, heaterW, ambientC: roomC, lidded: false }, [], 7100, 1);
        const waterAt = (s: number) => trace.tubC[trace.atS.findIndex((atS) => atS >= s - 1e-6)] ?? NaN;
        expect(waterAt(Math.floor(warmsInS ?? NaN))).toBeLessThan(38 + 0.001);
        expect(waterAt(Math.ceil(warmsInS ?? NaN))).toBeGreaterThan(38 - 0.001);
        expect(heaterEnough({ ...asked, heaterW: heaterW + 50 }).warmsInS).toBeLessThan(warmsInS ?? NaN);
      },
    ),
    { numRuns: 40 },
  );
});
