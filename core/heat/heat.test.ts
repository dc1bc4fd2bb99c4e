import fc from 'fast-check';
import { houseDeveloper } from '../kit/a-kit.fixture.ts';
import { leafletSeconds } from '../timing/leaflet-curve.ts';
import { cooledC, fitCooling, type TimedReading } from './bath/cooling.ts';
import { sinkStartC, warmingSeconds } from './bath/heater-on.ts';
import { bathConstants, bathEquations, warmUp, type BottleInBath } from './bath/water-bath.ts';
import { driftFinish, type DriftQuestion } from './drift.ts';
import { mixWater } from './mixing.ts';
import { pourTemperature } from './pour-temperature.ts';
import { settlesAtC } from './pouring-in.ts';
import { fitTank } from './tank/tank-test.ts';

const bath = houseDeveloper();
const finishOf = (readings: readonly TimedReading[], more: Partial<DriftQuestion> = {}) => {
  const answer = driftFinish({ bath, nominalS: 225.2, readings, surroundings: null, ...more });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  return answer.value;
};
const warm = { coolingPerMin: 0.02, surroundC: 22 };

test('drift by hand: two minutes at nominal and the rest at 36 °C', () => {
  // From 38 to 36 at 120 s is a jump here (two readings a thousandth of a second apart). 120 s of 225.2 are done;
  // 105.2 remain at the rate 200/249, so 105.2 × 249.0/200 = 130.97 s more.
  const finish = finishOf([
    { atS: 0, c: 38 },
    { atS: 120, c: 38 },
    { atS: 120.001, c: 36 },
  ]);
  expect(finish.finishS).toBeCloseTo(120 + (105.2 * Math.sqrt(310 * 200)) / 200, 1);
  expect(finishOf([{ atS: 0, c: 36 }], { plannedS: 225 }).warnings.map((w) => w.code)).toEqual(['large-correction']);
  expect(finishOf([{ atS: 0, c: 44 }]).warnings.map((w) => w.code)).toEqual(['far-outside-leaflet']);
  expect(
    finishOf([
      { atS: 0, c: 40 },
      { atS: 60, c: 43.5 },
      { atS: 61, c: 40 },
    ]).warnings.map((w) => w.code),
  ).toEqual(['far-outside-leaflet']);
});

test('a cooling tank against a plain sum of the dose in hundredths of a second', () => {
  let [dose, t] = [0, 0];
  for (; dose < 225.2; t += 0.01)
    dose += (0.01 * leafletSeconds(bath.time.points, 38)) / leafletSeconds(bath.time.points, cooledC(38.4, 22, 0.02, t + 0.005));
  expect(Math.abs(finishOf([{ atS: 0, c: 38.4 }], { surroundings: warm }).finishS - t)).toBeLessThan(0.05);
});

test('at constant nominal temperature drift finishes on plan; readings on the same line change nothing', () => {
  const readings = fc.array(fc.double({ min: 5, max: 220, noNaN: true }), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(
      readings,
      fc.double({ min: 31, max: 40, noNaN: true }),
      fc.double({ min: -0.01, max: 0.01, noNaN: true }),
      (splits, startC, slope) => {
        expect(finishOf(splits.map((atS) => ({ atS, c: 38 }))).finishS).toBeCloseTo(225.2, 6);
        const line = (atS: number) => ({ atS, c: startC + slope * atS });
        const whole = finishOf([line(0), line(230)]).finishS;
        expect(finishOf([line(0), ...splits.map(line), line(230)]).finishS).toBeCloseTo(whole, 5);
      },
    ),
  );
});

test('mixing: 9.158 l of 52 °C and 2.842 l of 14 °C make 12 l of 43 °C; what no tap reaches is refused', () => {
  const mixed = mixWater({ totalMl: 12000, hotC: 52, coldC: 14, targetC: 43 });
  expect(mixed.ok && [Math.round(mixed.value.hotMl), Math.round(mixed.value.coldMl)]).toEqual([9158, 2842]);
  expect(mixWater({ totalMl: 1000, hotC: 40, coldC: 14, targetC: 43 }).ok).toBe(false);
});

test('a cold plastic tank takes two and a half degrees: (4.18·520·39 + 380·22) ⁄ (4.18·520 + 380) = 36.47', () => {
  expect(settlesAtC(520, 39, { heatJK: 380, startC: 22 })).toBeCloseTo(36.47, 2);
});

test('the pour temperature gives the dose at the planned time, tank and cooling included', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 150, max: 400, noNaN: true }),
      fc.double({ min: 0, max: 0.05, noNaN: true }),
      fc.double({ min: 10, max: 38, noNaN: true }),
      (plannedS, coolingPerMin, startC) => {
        const found = pourTemperature({
          bath,
          process: 'C-41',
          nominalS: 225.2,
          plannedS,
          solutionMl: 520,
          tank: { heatJK: 380, startC },
          surroundings: { coolingPerMin, surroundC: 21 },
        });
        if (!found.ok) throw new Error(found.errors[0]?.message);
        const settled = settlesAtC(520, found.value.pourC, { heatJK: 380, startC });
        expect(settled).toBeCloseTo(found.value.settlesC, 6);
        expect(finishOf([{ atS: 0, c: settled }], { surroundings: { coolingPerMin, surroundC: 21 } }).finishS).toBeCloseTo(plannedS, 3);
      },
    ),
  );
});

test('a tank test finds the tank it was made with; noise is averaged, nonsense refused', () => {
  const [heatJK, k, room] = [380, 0.018, 21];
  const settled = settlesAtC(500, 40, { heatJK, startC: 21 });
  const at = (atS: number) => ({ atS, c: cooledC(settled, room, k, atS) });
  const fitted = fitTank({ waterMl: 500, waterC: 40, tankC: 21, roomC: room, readings: [at(60), at(180), at(300)] });
  expect(fitted.ok && [Math.round(fitted.value.heatJK), Math.round(fitted.value.coolingPerMin * 1e4)]).toEqual([380, 180]);
  expect(fitTank({ waterMl: 500, waterC: 30, tankC: 21, roomC: room, readings: [at(60), at(300)] }).ok).toBe(false);
  expect([
    fitCooling([{ atS: 60, c: 36 }], 21).ok,
    fitCooling(
      [
        { atS: 60, c: 36 },
        { atS: 120, c: 20 },
      ],
      21,
    ).ok,
  ]).toEqual([false, false]);
});

const glass: BottleInBath = { id: 'developer', ml: 1000, material: 'glass', startC: 20, lowC: 37.7, highC: 38.3 };
const tub = { litres: 12, startC: 30, setC: 38, heaterW: 800, ambientC: 20, lidded: false };

test('without losses the bath keeps its energy, whatever flows between tub and bottles', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 90, noNaN: true }), { minLength: 2, maxLength: 5 }),
      fc.integer({ min: 1, max: 60 }),
      (start, litres) => {
        const bottles = start.slice(1).map((startC, i) => ({ ...glass, startC, ml: 250 * (i + 1) }));
        const constants = { ...bathConstants({ litres, lidded: false }, bottles), tubLossWK: 0 };
        const energy = (state: readonly number[]) =>
          state.reduce((sum, c, i) => sum + c * (i === 0 ? constants.tubJK : (constants.bottleJK[i - 1] as number)), 0);
        const equations = bathEquations(constants, { heaterW: 0, ambientC: 20 });
        let state: number[] = start;
        for (let i = 0; i < 200; i++) state = equations.after(state, false, 2);
        expect(Math.abs(energy(state) / energy(start) - 1) || 0).toBeLessThan(1e-9);
      },
    ),
  );
});

test('a bottle alone in a huge steady tub warms as Newton says', () => {
  // τ = 4180 ⁄ 7 s; from 20 in 38 °C it passes 37.7 after τ · ln(18 ⁄ 0.3) = 2445 s.
  const { bottles } = warmUp({ ...tub, litres: 9000, startC: 38, ambientC: 38, heaterW: 0 }, [glass], 7200);
  expect(bottles[0]?.windows[0]?.fromS).toBeCloseTo((4180 / 7) * Math.log(18 / 0.3), -1);
});

test('the thermostat holds the window open; a sink left to fall closes it, and its start can be asked for', () => {
  const heated = warmUp(tub, [glass, { ...glass, id: 'small', ml: 250 }], 14_400);
  expect(heated.bottles.map((bottle) => bottle.windows.map((window) => window.toS))).toEqual([[null], [null]]);
  expect(heated.trace.tubC.slice(60).every((c) => c > 37.85 && c < 38.15)).toBe(true);
  const ready = warmingSeconds(tub, [glass]);
  expect(ready.ok && Math.abs(ready.value - (heated.bottles[0]?.windows[0]?.fromS ?? 0)) < 30).toBe(true);
  const start = sinkStartC(tub, [glass], 'developer', 2400);
  const falling = warmUp({ ...tub, heaterW: 0, startC: start.ok ? start.value : 0 }, [glass], 14_400).bottles[0]?.windows ?? [];
  // Warming it may pass through the range once and come back into it: the window asked for is one that closes again.
  expect(falling.some((window) => window.fromS < 2400 && window.toS !== null && window.toS > 2400)).toBe(true);
  expect(warmingSeconds({ ...tub, heaterW: 5 }, [glass]).ok).toBe(false);
});
