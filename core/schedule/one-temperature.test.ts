import fc from 'fast-check';
import type { TankHeatSetting } from '../heat/tank/tank-through-the-run.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import { usualQuestion } from './a-question.fixture.ts';
import { planRun, type Plan, type PlannedStep, type PlanQuestion } from './plan.ts';

/** The ordinary leaflet (domain.md 5.1): one temperature, one time. 200 s at 38 °C, and a cold kitchen. */
const ONCE = houseKit({ time: { points: [{ c: 38, s: 200 }] } });
const AIR: TankHeatSetting = {
  startC: 17,
  heatJK: 380,
  roomC: 17,
  stands: 'air',
  bathC: null,
  coolingPerMin: 0.012,
  school: 'wait-longer',
};
const TANK = { method: 'inversion', fillS: 8, drainS: 12, volumeMl: 520 } as const;
const PER_K = 0.11;

function planned(more: Partial<PlanQuestion> = {}): Plan {
  const plan = planRun({ ...usualQuestion(), kit: ONCE, tank: TANK, habits: { prewash: { kind: 'none' } }, heat: AIR, ...more });
  if (!plan.ok) throw new Error(plan.errors.map(({ message }) => message).join(' '));
  return plan.value;
}
const developer = (plan: Plan): PlannedStep => plan.steps.find((step) => step.critical) as PlannedStep;
const codes = (plan: Plan) => plan.warnings.map(({ code }) => code);

/** The dose by a plain sum over tenths of a second: the arithmetic of the page, and no code of ours. */
function doseBySum(step: PlannedStep, plan: Plan, seconds = step.seconds): number {
  const { surroundC, coolingPerMin } = plan.heat?.surroundings ?? { surroundC: 0, coolingPerMin: 0 };
  let dose = 0;
  for (let i = 0; i < seconds * 10; i++) {
    const c = surroundC + ((step.inTankC?.startsC ?? NaN) - surroundC) * Math.exp((-coolingPerMin * (i + 0.5)) / 600);
    dose += Math.exp(PER_K * (c - 38)) / 10;
  }
  return dose;
}

test('held: the printed time stays, and the pour is so warm that this tank gives its dose', () => {
  const plan = planned();
  const step = developer(plan);
  expect(step.seconds).toBe(200);
  expect(doseBySum(step, plan)).toBeCloseTo(200, 1);
  // 380 J ⁄ K at 17 °C take about 3.7 K of 520 ml at 41.7; what it cools meanwhile comes on top.
  expect(step.pourC).toBeCloseTo(42.2, 0);
  expect(step.working.map(({ what }) => what)).toEqual(['leaflet', 'wear', 'push', 'temperature']);
  expect(codes(plan)).toEqual(['pour-far']);
});

test('held at another temperature it keeps its time, aims at that temperature, and says what that does', () => {
  const plan = planned({ temperaturesC: { developer: 36.5 } });
  const step = developer(plan);
  expect([step.seconds, step.nominalS]).toEqual([200, 200]);
  expect(step.doseS).toBeCloseTo(200 * Math.exp(-PER_K * 1.5), 9);
  expect(doseBySum(step, plan)).toBeCloseTo(step.doseS ?? NaN, 1);
  expect(codes(plan)).toContain('off-leaflet-temperature');
  expect(codes(plan)).not.toContain('off-nominal');
});

test('followed: the time goes by the rule of thumb, with the tank in a line of its own that says so', () => {
  const still = developer(planned({ heat: null, temperaturesC: { developer: 36.5 }, habits: { oneTemperature: 'follow' } }));
  expect(still.seconds).toBe(Math.round(200 * Math.exp(PER_K * 1.5)));
  const plan = planned({ habits: { prewash: { kind: 'none' }, oneTemperature: 'follow' } });
  const step = developer(plan);
  expect(step.pourC).toBe(38);
  expect(Math.abs(doseBySum(step, plan) - 200)).toBeLessThan(1);
  expect(step.working.at(-1)).toMatchObject({ what: 'tank', label: expect.stringContaining('rule of thumb') as string });
  expect(step.working.reduce((sum, line) => sum + line.seconds, 0)).toBe(step.seconds);
  // The mean lies under the printed range: said, with what each remedy comes to.
  const said = plan.warnings.find(({ code }) => code === 'tank-outside-range')?.message ?? '';
  const [, poured] = /pour at (\d+\.\d) °C/.exec(said) ?? [];
  expect(Number(poured)).toBeCloseTo(developer(planned()).pourC ?? NaN, 1);
  expect(said).toContain('warm the tank first');
  const [, minutes, seconds] = /wait (\d):(\d\d) longer/.exec(said) ?? [];
  expect(Number(minutes) * 60 + Number(seconds)).toBe(step.seconds - 200);
});

test('two points made of the rule of thumb are the same leaflet, followed', () => {
  const made = [35, 41].map((c) => ({ c, s: 200 * Math.exp(-PER_K * (c - 38)) }));
  fc.assert(
    fc.property(
      fc.double({ min: 35, max: 41, noNaN: true }),
      fc.double({ min: 5, max: 30, noNaN: true }),
      fc.constantFrom('wait-longer' as const, 'pour-warmer' as const, 'warm-tank' as const),
      (c, roomC, school) => {
        const more = { temperaturesC: { developer: c }, heat: { ...AIR, roomC, startC: roomC, school } };
        const followed = developer(planned({ ...more, habits: { oneTemperature: 'follow' } }));
        const curve = developer(planned({ ...more, kit: houseKit({ time: { points: made } }), habits: {} }));
        expect(followed.seconds).toBe(curve.seconds);
        expect(followed.pourC).toBeCloseTo(curve.pourC ?? NaN, 3);
      },
    ),
    { numRuns: 60 },
  );
});

test('a colder tank never gives a cooler pour or a shorter wait, and held is the printed time in every tank that a pour can warm', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 37, noNaN: true }),
      fc.double({ min: 0, max: 20, noNaN: true }),
      fc.double({ min: 100, max: 900, noNaN: true }),
      fc.constantFrom('hold' as const, 'follow' as const),
      fc.constantFrom('air' as const, 'bath' as const),
      (warm, colderC, heatJK, oneTemperature, stands) => {
        const at = (startC: number) =>
          planned({ heat: { ...AIR, startC, heatJK, stands }, habits: { prewash: { kind: 'none' }, oneTemperature } });
        const [here, there] = [developer(at(warm)), developer(at(warm - colderC))];
        expect(there.pourC).toBeGreaterThanOrEqual((here.pourC ?? NaN) - 1e-3);
        expect(there.seconds).toBeGreaterThanOrEqual(here.seconds);
        if (oneTemperature === 'hold' && (there.pourC ?? NaN) < 47.99) expect(there.seconds).toBe(200);
      },
    ),
    { numRuns: 80 },
  );
});

test('no pour goes ten degrees over its bath: there the time follows the dose, and says so', () => {
  const plan = planned({ heat: { ...AIR, heatJK: 2500, startC: 5, roomC: 5 } });
  const step = developer(plan);
  expect(step.pourC).toBe(48);
  expect(step.seconds).toBeGreaterThan(200);
  expect(Math.abs(doseBySum(step, plan) - 200)).toBeLessThan(1);
  expect(step.working.at(-1)).toMatchObject({ what: 'tank', seconds: step.seconds - 200 });
  expect(codes(plan)).toContain('pour-far');
});

test('the prewash warms the tank: it ends at the developer’s temperature, and the developer hardly has to be warmer', () => {
  const heat: TankHeatSetting = { ...AIR, school: 'warm-tank' };
  const plan = planned({ heat, habits: { prewash: { kind: 'timed', s: 60 } } });
  const [prewash, first] = [plan.steps[0] as PlannedStep, developer(plan)];
  expect(prewash.temperatureC).toBe(38);
  expect(prewash.inTankC?.endsC).toBeCloseTo(38, 3);
  // T0 = 17 + 21·e^0.012 before it cools a minute; 380 J ⁄ K at 17 °C then give the pour.
  const settledC = 17 + 21 * Math.exp(0.012);
  expect(prewash.pourC).toBeCloseTo(settledC + (380 * (settledC - 17)) / (4.18 * 520), 2);
  expect(first.pourC).toBeLessThan(39);
  expect(codes(plan)).toEqual([]);
  // Set by the person it stays; without any water the developer is poured warmer, and that is said.
  expect(planned({ heat, temperaturesC: { prewash: 40 }, habits: {} }).steps[0]?.pourC).toBe(40);
  const dry = planned({ heat, habits: { prewash: { kind: 'none' } } });
  expect(developer(dry).pourC).toBeGreaterThan(41);
  expect(dry.advice.map(({ message }) => message).join()).toContain('nothing warms the tank');
});

test('water that is changed is poured each time, and a machine holds what it is set to', () => {
  const heat: TankHeatSetting = { ...AIR, school: 'warm-tank' };
  const washed = planned({ heat, habits: { washing: { kind: 'changes', n: 4, s: 240 } } });
  const wash = washed.steps.find(({ kind }) => kind === 'wash') as PlannedStep;
  let tankC = washed.steps[washed.steps.indexOf(wash) - 1]?.inTankC?.endsC ?? NaN;
  for (let i = 0; i < 4; i++) {
    const settledC = (4.18 * 520 * wash.temperatureC + 380 * tankC) / (4.18 * 520 + 380);
    tankC = 17 + (settledC - 17) * Math.exp(-0.012);
  }
  expect(wash.inTankC?.endsC).toBeCloseTo(tankC, 3);
  const drum = planned({ heat: { ...AIR, startC: 38, stands: 'machine', machineC: 38, coolingPerMin: 0.1 }, habits: {} });
  expect(drum.heat?.surroundings.surroundC).toBe(38);
  expect(developer(drum).inTankC).toMatchObject({ startsC: 38, endsC: 38 });
});

test('without a tank’s heat the printed time stands, and what is not seen is said once', () => {
  const plan = planned({ heat: null });
  expect([developer(plan).seconds, developer(plan).pourC]).toEqual([200, null]);
  expect(plan.advice.filter(({ message }) => message.includes('not reckoned with'))).toHaveLength(1);
  expect(planned({ heat: null, kit: houseKit() }).advice).toEqual([]);
});

test.each(['reference-c41', 'reference-e6', 'reference-ecn2'])('%s in a cold steel tank is right in the tank, or says what to do', (id) => {
  const kit = shippedKit(id);
  if (!kit) throw new Error(id);
  const plan = planned({ kit, habits: {}, heat: { ...AIR, heatJK: 210, coolingPerMin: 0.016 } });
  for (const step of plan.steps.filter(({ critical }) => critical)) {
    const isSaid = plan.warnings.some(({ code, bath }) => code === 'tank-outside-range' && bath === step.bath);
    expect(isSaid || Math.abs((step.inTankC?.meanC ?? NaN) - step.nominalC) < 0.06).toBe(true);
  }
});
