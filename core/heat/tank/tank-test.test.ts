import fc from 'fast-check';
import { settlesAtC } from '../pouring-in.ts';
import { heatFromOneReading, MOST_TANK_HEAT_JK, TEST_WATER_C } from './tank-test.ts';

const tank = fc.record({
  waterMl: fc.integer({ min: 150, max: 3000 }),
  roomC: fc.integer({ min: 5, max: 30 }),
  heatJK: fc.integer({ min: 0, max: MOST_TANK_HEAT_JK }),
  coolingPerMin: fc.constantFrom(0.012, 0.016, 0.02),
});

test('one reading tells what a tank takes: poured, settled and cooled for a minute, it comes back', () => {
  fc.assert(
    fc.property(tank, ({ waterMl, roomC, heatJK, coolingPerMin }) => {
      const settled = settlesAtC(waterMl, TEST_WATER_C, { heatJK, startC: roomC });
      const afterOneC = roomC + (settled - roomC) * Math.exp(-coolingPerMin);
      const found = heatFromOneReading({ waterMl, roomC }, afterOneC, coolingPerMin);
      expect(found.ok && found.value).toBeCloseTo(heatJK, 4);
    }),
  );
});

test.each([40, 39.9, 20, 15, 45])('%d °C after a minute is no tank of this world, and what one would leave is said', (afterOneC) => {
  const found = heatFromOneReading({ waterMl: 520, roomC: 20 }, afterOneC, 0.012);
  expect(found.ok ? '' : found.errors[0]?.message).toMatch(/took nothing would leave 39\.8 °C/);
});
