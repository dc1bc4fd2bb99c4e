import { houseKit } from '../kit/a-kit.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import { DEFAULT_TANK } from '../schedule/tank.ts';
import { showDuration } from '../units/duration.ts';
import { bathWorking } from './bath-working.ts';
import { eveningBath, type EveningBathQuestion, type TubSetting } from './evening-bath.ts';

const plan = planRun({
  kit: houseKit(),
  batch: { volumeMl: 1000, rollsDone: 6 },
  on: '2026-11-25',
  tank: DEFAULT_TANK,
  rolls: [{ format: '135-36', count: 2 }],
  pushStops: 0,
  treatment: 'normal',
  temperaturesC: { developer: 37.2 },
  habits: {},
});
if (!plan.ok) throw new Error('no plan');
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
const ask = (change: Partial<TubSetting> = {}, averagesTarget = false): EveningBathQuestion => ({
  steps: plan.value.steps,
  bottleMl: 1000,
  tub: { ...tub, ...change },
  averagesTarget,
  horizonS: 14_400,
  tank: { volumeMl: 520, heatJK: 380, surroundings: { coolingPerMin: 0.011, surroundC: 20 } },
});

test('the bath warms what needs warming: the stabiliser stays at room temperature', () => {
  const bath = eveningBath(ask());
  expect(bath.bottles.map((bottle) => bottle.name)).toEqual(['Developer', 'Bleach-fix']);
  expect(bath.setC).toBe(37.2);
  // 37.2 °C is outside the leaflet's 37.7 to 38.3, so the range is drawn around what was chosen.
  expect([bath.bottles[0]?.lowC, bath.bottles[0]?.highC].map((c) => c?.toFixed(1))).toEqual(['36.9', '37.5']);
  expect(bath.readyS.ok && bath.readyS.value).toBeGreaterThan(600);
});

test('set above, the tank averages the target: the pour is as much warmer as the tank takes', () => {
  const bath = eveningBath(ask({}, true));
  expect(bath.pour && bath.setC).toBe(bath.pour?.pourC);
  expect((bath.pour?.pourC ?? 0) - (bath.pour?.settlesC ?? 0)).toBeGreaterThan(2);
  // The tank starts a little over 37.2 and cools through it, so that the dose is right.
  expect(bath.pour?.settlesC).toBeGreaterThan(37.2);
  expect(bath.coldTankC).toBeLessThan(35);
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
  const sums = bathWorking(bath, question);
  const worked = (what: string) => sums.find((sum) => sum.what === what);
  // Every sum is plain arithmetic once its signs are those of a programming language.
  const value = (sum: string) => {
    const code = sum
      .replace(/ (l|min)\b/, '')
      .replaceAll('e^(', 'Math.exp(')
      .replaceAll('×', '*')
      .replaceAll('⁄', '/')
      .replaceAll('−', '-');
    return new Function(`return ${code}`)() as number;
  };
  expect(`${value(worked('Hot water')?.sum ?? '').toFixed(1)} l`).toBe(worked('Hot water')?.figure);
  expect(`${value(worked('In the tank')?.sum ?? '').toFixed(1)} °C`).toBe(worked('In the tank')?.figure);
  expect(`${value(worked('As it is poured out')?.sum ?? '').toFixed(1)} °C`).toBe(worked('As it is poured out')?.figure);
  // The heater's time is that of the slowest bottle.
  const ready = bath.readyS.ok ? showDuration(bath.readyS.value) : '';
  expect(sums.map((sum) => sum.figure)).toContain(`after ${ready}`);
});
