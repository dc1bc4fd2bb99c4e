import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import fc from 'fast-check';
import { fitThermometer, trueC } from '../../../core/heat/thermometer.ts';
import { DEFAULT_COOLING_PER_MIN } from '../../../core/heat/bath/water.ts';
import { tankHeatSetting } from '../../../core/heat/tank/tank-heat-setting.ts';
import { findTank, listTanks, saveTank, setTankDeleted, type TankOnShelf } from './tanks.server.ts';
import { listThermometers, saveThermometer, setThermometerDeleted } from './thermometers.server.ts';

const STEEL: TankOnShelf = {
  id: 'steel',
  name: 'Steel, two reels',
  method: 'inversion',
  volumeMl: 520,
  fillS: 8,
  drainS: 12,
  heatJK: null,
  coolingPerMin: null,
  coolingInBathPerMin: null,
  material: 'steel',
  reelSets: 1,
  volumeOneMl: 310,
  warms: 'portion',
  stands: null,
  machineC: null,
  holds: { '135': 2, '120': 1 },
};
let now = 1_795_000_000_000;

test('a tank comes back as it was kept; changed, its old places are gone; put away, it comes back whole', () => {
  saveTank(STEEL, now++);
  expect(findTank('steel')).toEqual(STEEL);
  const tested = { ...STEEL, heatJK: 214, coolingPerMin: 0.0171, coolingInBathPerMin: 0.151, holds: { '4x5': 6 } };
  saveTank(tested, now++);
  expect(findTank('steel')).toEqual(tested);
  setTankDeleted('steel', now++);
  expect(listTanks().map(({ id }) => id)).not.toContain('steel');
  setTankDeleted('steel', null);
  expect(findTank('steel')).toEqual(tested);
});

test('a drum stands in its machine, whatever the habit is, and is as warm as it', () => {
  const drum = { ...STEEL, method: 'rotary' as const, material: 'rotary' as const, stands: 'machine' as const, machineC: 38 };
  const setting = tankHeatSetting(drum, { roomC: 17, start: 'room', stands: 'air', school: 'wait-longer' });
  expect(setting).toMatchObject({ stands: 'machine', machineC: 38, startC: 'bath', coolingPerMin: DEFAULT_COOLING_PER_MIN.machine.rotary });
});

test('whatever a tank is, it is kept to the last figure', () => {
  const tank: fc.Arbitrary<TankOnShelf> = fc.record({
    id: fc.constantFrom('a', 'b', 'c'),
    name: fc.string({ minLength: 1, maxLength: 120 }),
    method: fc.constantFrom('inversion' as const, 'stick' as const, 'rotary' as const),
    volumeMl: fc.integer({ min: 50, max: 10_000 }),
    fillS: fc.integer({ min: 0, max: 300 }),
    drainS: fc.integer({ min: 0, max: 300 }),
    heatJK: fc.option(fc.double({ min: 0, max: 5000, noNaN: true })),
    coolingPerMin: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
    coolingInBathPerMin: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
    material: fc.constantFrom('plastic' as const, 'steel' as const, 'rotary' as const),
    reelSets: fc.integer({ min: 1, max: 9 }),
    volumeOneMl: fc.option(fc.integer({ min: 50, max: 10_000 })),
    warms: fc.option(fc.constantFrom('bottle' as const, 'portion' as const)),
    stands: fc.option(fc.constantFrom('air' as const, 'bath' as const, 'machine' as const)),
    machineC: fc.option(fc.double({ min: 15, max: 60, noNaN: true })),
    holds: fc.dictionary(fc.constantFrom('135', '120', '110', '4x5', '5x7', '8x10'), fc.integer({ min: 1, max: 40 })),
  });
  fc.assert(
    fc.property(tank, (any) => {
      saveTank(any, now++);
      expect(findTank(any.id)).toEqual(any);
    }),
    { numRuns: 60 },
  );
});

test('a tank’s heat is its own where it was tested, and the usual one of its kind where it was not', () => {
  const house = { school: 'wait-longer' as const, stands: 'air' as const, start: 'room' as const, roomC: 20, bathC: null };
  const setting = (tank: TankOnShelf, stands: 'air' | 'bath') => tankHeatSetting(tank, { ...house, stands });
  expect(setting(STEEL, 'air')).toMatchObject({ heatJK: 210, coolingPerMin: DEFAULT_COOLING_PER_MIN.air.steel });
  expect(setting(STEEL, 'bath')).toMatchObject({ coolingPerMin: DEFAULT_COOLING_PER_MIN.bath.steel });
  const tested = { ...STEEL, heatJK: 214, coolingPerMin: 0.0171, coolingInBathPerMin: 0.151 };
  expect(setting(tested, 'air')).toMatchObject({ heatJK: 214, coolingPerMin: 0.0171 });
  expect(setting(tested, 'bath')).toMatchObject({ heatJK: 214, coolingPerMin: 0.151 });
});

test('a thermometer’s error is taken off where it was compared, and along the line between two comparisons', () => {
  const shown = fc.double({ min: -2, max: 2, noNaN: true });
  fc.assert(
    fc.property(shown, shown, (warmError, coolError) => {
      const fitted = fitThermometer([
        { shownC: 38 + warmError, trueC: 38 },
        { shownC: 20 + coolError, trueC: 20 },
      ]);
      fc.pre(fitted.ok);
      if (!fitted.ok) return;
      expect(trueC(fitted.value, 38 + warmError)).toBeCloseTo(38, 9);
      expect(trueC(fitted.value, 20 + coolError)).toBeCloseTo(20, 9);
      expect(trueC(fitted.value, 29 + (warmError + coolError) / 2)).toBeCloseTo(29, 9);
    }),
  );
  expect(fitThermometer([{ shownC: 44, trueC: 38 }])).toMatchObject({ ok: false, errors: [{ code: 'misread' }] });
  expect(
    fitThermometer([
      { shownC: 38.2, trueC: 38 },
      { shownC: 36.1, trueC: 36 },
    ]),
  ).toMatchObject({ ok: false, errors: [{ code: 'too-close' }] });
});

test('a thermometer is kept with its slope, put away and taken back', () => {
  const stem = { id: 'stem', name: 'Stem', offsetC: 0.2, slope: 0.01, slopeAtC: 38 };
  saveThermometer(stem, now++);
  expect(listThermometers()).toContainEqual(stem);
  setThermometerDeleted('stem', now++);
  expect(listThermometers().some(({ id }) => id === 'stem')).toBe(false);
  setThermometerDeleted('stem', null);
  expect(listThermometers()).toContainEqual(stem);
});
