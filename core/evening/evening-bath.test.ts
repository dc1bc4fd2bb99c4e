import fc from 'fast-check';
import type { HeatSchool } from '../heat/tank/school-and-place.ts';
import { DEFAULT_TANK } from '../heat/tank/tank.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import { showMinutes } from '../units/duration.ts';
import { textIn } from '../units/sentence.ts';
import { bathWorking } from './bath-working.ts';
import { sayIn } from '../units/sentence.ts';
import { METRIC } from '../units/units.ts';
import { eveningBath, type EveningBathQuestion, type TubSetting } from './evening-bath.ts';

const planned = (school: HeatSchool) => {
  const plan = planRun({
    kit: houseKit(),
    batch: { volumeMl: 1000, rollsDone: 6 },
    on: '2026-11-25',
    tank: { ...DEFAULT_TANK, volumeMl: 520 },
    rolls: [{ format: '135-36', count: 2 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: { developer: 37.2 },
    habits: {},
    heat: { startC: 20, heatJK: 380, roomC: 20, stands: 'air', bathC: null, coolingPerMin: 0.011, school },
  });
  if (!plan.ok) throw new Error('no plan');
  return plan.value;
};
const tub: TubSetting = {
  litres: 12,
  startC: 40,
  heaterW: 800,
  lidded: false,
  roomC: 20,
  bottleStartC: 20,
  material: 'glass',
  hotTapC: 52,
  coldTapC: 14,
};
const ask = (change: Partial<TubSetting> = {}, school: HeatSchool = 'wait-longer'): EveningBathQuestion => {
  const { steps, heat } = planned(school);
  return { steps, bottleMl: 1000, tub: { ...tub, ...change }, bathC: heat?.bathC ?? null, horizonS: 14_400 };
};

test('the bath warms what needs warming: the stabiliser stays at room temperature', () => {
  const bath = eveningBath(ask());
  expect(bath.bottles.map((bottle) => bottle.name)).toEqual(['Developer', 'Bleach-fix']);
  expect(bath.setC).toBe(37.2);
  // 37.2 °C is outside the leaflet's 37.7 to 38.3, so the range is drawn around what was chosen.
  expect([bath.bottles[0]?.lowC, bath.bottles[0]?.highC].map((c) => c?.toFixed(1))).toEqual(['36.9', '37.5']);
  expect(bath.readyS.ok && bath.readyS.value).toBeGreaterThan(600);
});

test('poured warmer, the bath stands at the warmest pour that is asked for; one figure for plan and bath', () => {
  const bath = eveningBath(ask({}, 'pour-warmer'));
  const developer = planned('pour-warmer').steps.find((step) => step.critical);
  expect(bath.pours.map(({ heatTo }) => sayIn(heatTo, METRIC))).toEqual(['Heat the developer to 38.1 °C: this tank takes it to 37.2 °C.']);
  expect(bath.setC).toBeCloseTo(developer?.pourC ?? 0, 3);
  expect(bath.setC).toBeGreaterThan(37.8);
  // What the bottle is warmed to holds the pour.
  const [bottle] = bath.bottles;
  expect((bottle?.lowC ?? 99) <= (developer?.pourC ?? 0) && (developer?.pourC ?? 99) <= (bottle?.highC ?? 0)).toBe(true);
});

test('water that goes in far too warm is told to go in cooler, not to be waited for six hours', () => {
  const hot = eveningBath(ask({ startC: 55, litres: 30 }));
  expect(hot.coolerC).toBeGreaterThanOrEqual(37);
  expect(hot.coolerC).toBeLessThan(46);
  const cooler = eveningBath(ask({ startC: hot.coolerC ?? 0, litres: 30 }));
  expect(cooler.readyS.ok && cooler.readyS.value).toBeLessThan(5400);
  expect(eveningBath(ask()).coolerC).toBeNull();
});

test('a sink left to fall is poured from while its developer is in range, whatever else stands in it', () => {
  const sinks = fc.record({ startC: fc.integer({ min: 40, max: 60 }), litres: fc.integer({ min: 6, max: 30 }), lidded: fc.boolean() });
  fc.assert(
    fc.property(sinks, (change) => {
      const { readyS, warmUp } = eveningBath(ask({ heaterW: 0, ...change }));
      if (!readyS.ok) return;
      const windows = warmUp.bottles[0]?.windows ?? [];
      // The trace ends with the evening; what opens later is not in it.
      if (readyS.value < 14_400)
        expect(windows.some(({ fromS, toS }) => readyS.value >= fromS - 60 && readyS.value < (toS ?? Infinity))).toBe(true);
    }),
    { numRuns: 30 },
  );
});

test('a sink left to fall asks for hotter water; taps that cannot give it say so', () => {
  const sink = eveningBath(ask({ heaterW: 0 }));
  expect(sink.sinkStartC?.ok && sink.sinkStartC.value).toBeGreaterThan(38);
  const weak = eveningBath(ask({ heaterW: 20, startC: 25 }));
  expect(!weak.readyS.ok && weak.readyS.errors[0]?.message).toContain('six hours');
  const tap = eveningBath(ask({ startC: 60 })).tap;
  expect(!tap.ok && tap.errors[0]?.message).toContain('from 14.0 to 52.0 °C');
});

test('the working of the bath can be done again in pencil and gives what is shown', () => {
  const question = ask();
  const bath = eveningBath(question);
  const sums = bathWorking(bath, question, { volumeMl: 520, heatJK: 380, startC: 20 });
  const worked = (what: string) => sums.find((sum) => sum.what === what);
  const figure = (what: string) => worked(what)?.figure.message ?? '';
  // Every sum is plain arithmetic once its signs are those of a programming language.
  const value = (what: string) => {
    const code = (worked(what)?.sum.message ?? '')
      .replace(/, then .*/, '')
      .replace(/ (l|min)\b| °C/g, '')
      .replaceAll('×', '*')
      .replaceAll('⁄', '/')
      .replaceAll('−', '-');
    return new Function(`return ${code}`)() as number;
  };
  expect(`${value('Hot water').toFixed(1)} l`).toBe(figure('Hot water'));
  for (const name of ['Prewash', 'Developer'])
    expect(figure(`${name} in the tank`)).toMatch(new RegExp(`^${value(`${name} in the tank`).toFixed(1)} to `));
  // The heater's time is that of the slowest bottle.
  const ready = bath.readyS.ok ? showMinutes(bath.readyS.value) : '';
  expect(sums.map((sum) => sum.figure.message)).toContain(`after ${ready}`);
  const inF = sums.map(
    (sum) => `${textIn(sum.sum, { temperature: 'F', volume: 'US fl oz' })} ${textIn(sum.figure, { temperature: 'F', volume: 'US fl oz' })}`,
  );
  expect(inF.join(' ')).not.toMatch(/°C|\bml\b/);
});

test('what is poured, in jugs, is warm long before the bottles would be, and stands in the bath in their place', () => {
  const [bottles, portions] = [eveningBath(ask()), eveningBath({ ...ask(), portionMl: 230 })];
  expect(portions.bottles.map(({ name, ml }) => `${name} ${ml}`)).toEqual(['Developer 230', 'Bleach-fix 230']);
  expect(portions.setC).toBe(bottles.setC);
  expect(portions.readyS.ok && bottles.readyS.ok && portions.readyS.value < bottles.readyS.value).toBe(true);
});
