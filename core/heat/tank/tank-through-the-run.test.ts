import fc from 'fast-check';
import { shippedKit } from '../../kit/shipped-kits.ts';
import { planRun, type Plan } from '../../schedule/plan.ts';
import { developmentRate, doseUntil } from '../dose.ts';
import { coolingPath } from '../temperature-path.ts';
import type { TankHeatSetting } from './tank-through-the-run.ts';
import { DEFAULT_TANK } from './tank.ts';

const kit = shippedKit('house-c41-three-bath');
if (!kit) throw new Error('no kit');
const ML = 520;
const COLD: TankHeatSetting = {
  startC: 20,
  heatJK: 380,
  roomC: 20,
  stands: 'air',
  bathC: null,
  coolingPerMin: 0.012,
  school: 'wait-longer',
};

function planned(
  heat: TankHeatSetting | null,
  more: { prewashS?: number; none?: boolean; developerC?: number; pushStops?: number } = {},
): Plan {
  if (!kit) throw new Error('no kit');
  const answer = planRun({
    kit,
    batch: { volumeMl: 1000, rollsDone: 2 },
    on: '2026-11-25',
    tank: { ...DEFAULT_TANK, volumeMl: ML },
    rolls: [{ format: '135-36', count: 2 }],
    pushStops: more.pushStops ?? 0,
    treatment: 'normal',
    temperaturesC: more.developerC === undefined ? {} : { developer: more.developerC },
    habits: { prewash: more.none ? { kind: 'none' } : { kind: 'timed', s: more.prewashS ?? 60 } },
    heat,
  });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  return answer.value;
}
const developer = (plan: Plan) => {
  const step = plan.steps.find(({ kind }) => kind === 'developer');
  if (!step) throw new Error('no developer');
  return step;
};
/** The dose a plan's own path gives its developer, by a plain sum in tenths of a second. */
function plainDose(plan: Plan): number {
  const step = developer(plan);
  const rate = developmentRate(step.points, step.nominalC);
  const { surroundC, coolingPerMin } = plan.heat?.surroundings ?? { surroundC: 0, coolingPerMin: 0 };
  let dose = 0;
  for (let s = 0.05; s < step.seconds; s += 0.1)
    dose += 0.1 * rate(surroundC + ((step.inTankC?.startsC ?? NaN) - surroundC) * Math.exp((-coolingPerMin * s) / 60));
  return dose;
}

test('the cold plastic tank worked by hand: a minute of prewash at 38, then the developer', () => {
  const plan = planned(COLD);
  const [prewash, step] = [plan.steps[0], developer(plan)];
  // (4.18·520·38 + 380·20) ⁄ (4.18·520 + 380) = 35.3215; a minute towards 20 at 0.012: 20 + 15.3215·e^−0.012 = 35.1387.
  expect(prewash?.inTankC?.startsC).toBeCloseTo(35.3215, 3);
  expect(prewash?.inTankC?.endsC).toBeCloseTo(35.1387, 3);
  // (2173.6·38 + 380·35.1387) ⁄ 2553.6 = 37.574.
  expect(step.inTankC?.startsC).toBeCloseTo(37.574, 3);
  expect(step.working.at(-1)).toMatchObject({ what: 'tank' });
  expect(step.working.reduce((sum, line) => sum + line.seconds, 0)).toBe(step.seconds);
});

test('no tank, no loss: with nothing to take heat and nowhere to lose it both schools are the plan without', () => {
  const nothing = { ...COLD, heatJK: 0, coolingPerMin: 0 };
  const plain = planned(null);
  for (const school of ['wait-longer', 'pour-warmer'] as const) {
    const plan = planned({ ...nothing, school });
    expect(plan.steps.map(({ startS, seconds }) => [startS, seconds])).toEqual(plain.steps.map(({ startS, seconds }) => [startS, seconds]));
    // A whole second of planned time moves it by less than two hundredths.
    expect(developer(plan).pourC).toBeCloseTo(38, 1);
  }
});

const setting = fc.record({
  startC: fc.double({ min: 5, max: 38, noNaN: true }),
  heatJK: fc.double({ min: 20, max: 900, noNaN: true }),
  roomC: fc.double({ min: 5, max: 30, noNaN: true }),
  coolingPerMin: fc.double({ min: 0, max: 0.1, noNaN: true }),
});
const full = (part: Partial<TankHeatSetting>, school: TankHeatSetting['school']): TankHeatSetting => ({ ...COLD, ...part, school });

test('both schools give the dose that was asked for: one by time to half a second, one by temperature to a hundredth', () => {
  fc.assert(
    fc.property(setting, fc.constantFrom(-1, 0, 1, 2), (part, pushStops) => {
      const nominalS = developer(planned(null, { pushStops })).nominalS;
      const waiting = planned(full(part, 'wait-longer'), { pushStops });
      const rate = developmentRate(developer(waiting).points, 38)(developer(waiting).inTankC?.endsC ?? NaN);
      expect(Math.abs(plainDose(waiting) - nominalS)).toBeLessThan(0.5 * rate + 0.05);
      const warmer = planned(full(part, 'pour-warmer'), { pushStops });
      const step = developer(warmer);
      const plain = doseUntil(
        developmentRate(step.points, step.nominalC),
        coolingPath(step.inTankC?.startsC ?? NaN, warmer.heat?.surroundings ?? { coolingPerMin: 0, surroundC: 0 }),
        step.points,
        step.seconds,
      );
      // Past the warmest pour that anyone should make, the time follows, to half a second.
      const far = (step.pourC ?? NaN) > step.temperatureC + 10 - 1e-3;
      expect(Math.abs(plain - nominalS)).toBeLessThan(far ? 1.2 : 0.005);
    }),
    { numRuns: 60 },
  );
});

test('a hotter room, a tank that is warmer at first, a longer warm prewash: never a warmer pour, never a longer wait', () => {
  fc.assert(
    fc.property(setting, fc.double({ min: 0.1, max: 8, noNaN: true }), (part, byC) => {
      const pour = (more: Partial<TankHeatSetting>) => developer(planned(full({ ...part, ...more }, 'pour-warmer'))).pourC ?? NaN;
      const wait = (more: Partial<TankHeatSetting>) => developer(planned(full({ ...part, ...more }, 'wait-longer'))).seconds;
      const warmer = [{ roomC: part.roomC + byC }, { startC: part.startC + byC }];
      for (const more of warmer) {
        expect(pour(more)).toBeLessThanOrEqual(pour({}) + 1e-6);
        expect(wait(more)).toBeLessThanOrEqual(wait({}));
      }
      const prewashed = (prewashS: number) =>
        developer(planned(full({ ...part, coolingPerMin: 0 }, 'pour-warmer'), { prewashS })).pourC ?? NaN;
      const dry = developer(planned(full({ ...part, coolingPerMin: 0 }, 'pour-warmer'), { none: true })).pourC ?? NaN;
      expect(prewashed(60)).toBeLessThanOrEqual(dry + 1e-6);
    }),
    { numRuns: 40 },
  );
});

test('the path is continuous: every pour’s balance holds, every step ends where the next begins', () => {
  fc.assert(
    fc.property(setting, fc.constantFrom('wait-longer' as const, 'pour-warmer' as const), (part, school) => {
      const plan = planned(full(part, school));
      let tankC = part.startC;
      for (const step of plan.steps) {
        const { pourC, inTankC } = step;
        if (pourC === null || !inTankC) throw new Error('no heat');
        expect(inTankC.startsC).toBeCloseTo((4.18 * ML * pourC + part.heatJK * tankC) / (4.18 * ML + part.heatJK), 3);
        const wentTo = part.roomC + (inTankC.startsC - part.roomC) * Math.exp((-part.coolingPerMin * step.seconds) / 60);
        expect(inTankC.endsC).toBeCloseTo(wentTo, 3);
        const [low, high] = [Math.min(inTankC.startsC, inTankC.endsC), Math.max(inTankC.startsC, inTankC.endsC)];
        expect(inTankC.meanC).toBeGreaterThanOrEqual(low - 1e-3);
        expect(inTankC.meanC).toBeLessThanOrEqual(high + 1e-3);
        tankC = inTankC.endsC;
      }
    }),
    { numRuns: 60 },
  );
});

test('standing in a bath that must be as warm as what is poured: both are one figure, to a hundredth of a degree', () => {
  const heat: TankHeatSetting = { ...COLD, stands: 'bath', startC: 'bath', coolingPerMin: 0.06, school: 'pour-warmer' };
  const plan = planned(heat, { none: true });
  expect(plan.heat?.bathC).toBeCloseTo(developer(plan).pourC ?? NaN, 2);
  // Warmed dry in that bath and standing in it, the tank takes nothing and loses nothing.
  expect(developer(plan).pourC).toBeCloseTo(38, 1);
  const cold = planned({ ...heat, startC: 18 }, { none: true });
  expect(cold.heat?.bathC).toBeCloseTo(developer(cold).pourC ?? NaN, 2);
  expect(developer(cold).pourC ?? 0).toBeGreaterThan(38.5);
  // Held at a temperature of its own, the bath is that.
  expect(planned({ ...heat, startC: 18, bathC: 38 }, { none: true }).heat?.bathC).toBe(38);
});

test('what no time and no temperature brings right is refused at the heat, in words', () => {
  const question = (heat: TankHeatSetting) => {
    if (!kit) throw new Error('no kit');
    return planRun({
      kit,
      batch: { volumeMl: 1000, rollsDone: 0 },
      on: '2026-11-25',
      tank: { ...DEFAULT_TANK, volumeMl: 1 },
      rolls: [{ format: '135-36', count: 1 }],
      pushStops: 0,
      treatment: 'normal',
      temperaturesC: {},
      habits: {},
      heat,
    });
  };
  const frozen = { ...COLD, startC: -40, roomC: -40, heatJK: 900_000, coolingPerMin: 5 };
  expect(question(frozen)).toMatchObject({ ok: false, errors: [{ code: 'never-finishes', path: '$.heat' }] });
  expect(question({ ...frozen, school: 'pour-warmer' })).toMatchObject({ ok: false, errors: [{ code: 'never-finishes', path: '$.heat' }] });
  expect(question({ ...frozen, startC: 100, roomC: 100, school: 'pour-warmer' })).toMatchObject({
    ok: false,
    errors: [{ code: 'pour-out-of-reach', path: '$.heat' }],
  });
});
