import fc from 'fast-check';
import { cooledC } from '../heat/bath/cooling.ts';
import { warmUp } from '../heat/bath/water-bath.ts';
import { chance, normalChance } from './chance.ts';
import { heatIn, kitchenAtFirst, later, poured, pouredOut, WATER, type Kitchen, type KitchenSetting } from './kitchen.ts';

const usual: KitchenSetting = {
  roomC: 20,
  tub: { litres: 12, startC: 30, setC: 38, heaterW: 800, lidded: false },
  bottles: [
    { id: 'developer', ml: 1000, material: 'glass', startC: 20 },
    { id: 'bleach-fix', ml: 1000, material: 'plastic', startC: 20 },
  ],
  tank: { ml: 520, heatJK: 380, startC: 20, coolingPerMin: 0.012, stands: 'air' },
};

const anySetting = fc.record({
  roomC: fc.double({ min: 8, max: 32, noNaN: true }),
  tub: fc.record({
    litres: fc.double({ min: 3, max: 30, noNaN: true }),
    startC: fc.double({ min: 10, max: 45, noNaN: true }),
    setC: fc.double({ min: 20, max: 42, noNaN: true }),
    heaterW: fc.constantFrom(0, 300, 800, 2000),
    lidded: fc.boolean(),
  }),
  bottles: fc.constant(usual.bottles),
  tank: fc.record({
    ml: fc.integer({ min: 200, max: 1200 }),
    heatJK: fc.double({ min: 100, max: 600, noNaN: true }),
    startC: fc.double({ min: 8, max: 40, noNaN: true }),
    coolingPerMin: fc.double({ min: 0, max: 0.2, noNaN: true }),
    stands: fc.constantFrom('air' as const, 'bath' as const),
  }),
});
const anyAct = fc.oneof(
  fc.record({ kind: fc.constant('wait' as const), s: fc.integer({ min: 1, max: 400 }) }),
  fc.record({ kind: fc.constant('pour' as const), what: fc.constantFrom('developer', 'bleach-fix', WATER) }),
  fc.record({ kind: fc.constant('out' as const) }),
);

test('whatever is done in a kitchen, its heat is what was there, and what came, less what was lost', () => {
  fc.assert(
    fc.property(anySetting, fc.array(anyAct, { maxLength: 12 }), (setting, acts) => {
      let now = kitchenAtFirst(setting);
      const first = heatIn(setting, now);
      for (const act of acts) {
        if (act.kind === 'wait') now = later(setting, now, act.s);
        else if (act.kind === 'out') now = pouredOut(now);
        else if (now.holds === null) now = poured(setting, now, act.what);
      }
      const balance = first + now.cameJ - now.lostJ;
      expect(Math.abs(heatIn(setting, now) - balance)).toBeLessThan(1e-6 * first + 1);
      // Nothing is lost on the way: what is not in a bottle is in the tank, and the other way round.
      const ml =
        Object.values(now.bottles).reduce((sum, bottle) => sum + bottle.ml, 0) + (now.holds && now.holds.what !== WATER ? now.holds.ml : 0);
      expect(ml).toBeCloseTo(2000, 6);
    }),
    { numRuns: 150 },
  );
});

test('tub and bottles agree with the bath that the plan reckons with, to 0.05 °C, for two hours and the heater’s ripple', () => {
  fc.assert(
    fc.property(anySetting, (setting) => {
      const { trace } = warmUp(
        { ...setting.tub, ambientC: setting.roomC },
        setting.bottles.map((bottle) => ({ ...bottle, lowC: 37, highC: 39 })),
        7200,
        600,
      );
      // A tank that stands in the air does nothing to the bath.
      const dry: KitchenSetting = { ...setting, tank: { ...setting.tank, stands: 'air' } };
      let now = kitchenAtFirst(dry);
      for (const [i, atS] of trace.atS.entries()) {
        now = later(dry, now, atS - now.atS);
        expect(Math.abs(now.tubC - (trace.tubC[i] ?? NaN))).toBeLessThan(0.05);
        dry.bottles.forEach(({ id }, n) =>
          expect(Math.abs((now.bottles[id]?.c ?? NaN) - (trace.bottlesC[n]?.[i] ?? NaN))).toBeLessThan(0.05),
        );
      }
    }),
    { numRuns: 20 },
  );
});

test('a tank in the air cools by the same law as the plan’s, to 0.05 °C, and settles with what is poured', () => {
  fc.assert(
    fc.property(anySetting, fc.integer({ min: 30, max: 1200 }), (setting, s) => {
      const air: KitchenSetting = { ...setting, tank: { ...setting.tank, stands: 'air', ml: Math.min(setting.tank.ml, 1000) } };
      const begun = poured(air, kitchenAtFirst(air), 'developer');
      const { ml, heatJK, startC, coolingPerMin } = air.tank;
      const settled = (4.18 * ml * 20 + heatJK * startC) / (4.18 * ml + heatJK);
      expect(begun.tankC).toBeCloseTo(settled, 9);
      expect(Math.abs(later(air, begun, s).tankC - cooledC(settled, air.roomC, coolingPerMin, s))).toBeLessThan(0.05);
    }),
    { numRuns: 60 },
  );
});

test('a tank in the bath is warmed by it and cools it: a small tub feels a cold tank', () => {
  const small: KitchenSetting = {
    ...usual,
    tub: { ...usual.tub, litres: 4, startC: 38, heaterW: 0 },
    bottles: [],
    tank: { ...usual.tank, stands: 'bath', coolingPerMin: 0.15 },
  };
  const cold = later(small, poured(small, kitchenAtFirst(small), WATER, 20), 900);
  const without = later(small, kitchenAtFirst({ ...small, tank: { ...small.tank, stands: 'air' } }), 900);
  expect(cold.tankC).toBeGreaterThan(30);
  expect(cold.tubC).toBeLessThan(without.tubC - 1);
});

test('time taken in one go or in pieces is the same time', () => {
  const go = (...pieces: number[]): Kitchen => pieces.reduce((now, s) => later(usual, now, s), kitchenAtFirst(usual));
  expect(go(600)).toEqual({ ...go(1, 2, 597), atS: 600 });
});

test('chance is the same whenever it is asked, different by seed and stream, even, and normal where it should be', () => {
  const many = Array.from({ length: 20_000 }, (_, i) => chance(7, 'noise', i));
  expect(many.map((_, i) => chance(7, 'noise', i))).toEqual(many);
  expect(many.every((each) => each >= 0 && each < 1)).toBe(true);
  const tenths = Array.from({ length: 10 }, (_, n) => many.filter((each) => Math.floor(each * 10) === n).length);
  expect(Math.max(...tenths.map((count) => Math.abs(count - 2000)))).toBeLessThan(200);
  expect(chance(7, 'noise', 5)).not.toBe(chance(8, 'noise', 5));
  expect(chance(7, 'noise', 5)).not.toBe(chance(7, 'dropout', 5));
  const errors = Array.from({ length: 20_000 }, (_, i) => normalChance(3, 'noise', i));
  const mean = errors.reduce((sum, each) => sum + each, 0) / errors.length;
  const spread = Math.sqrt(errors.reduce((sum, each) => sum + (each - mean) ** 2, 0) / errors.length);
  expect([mean, spread - 1].every((off) => Math.abs(off) < 0.03)).toBe(true);
});
