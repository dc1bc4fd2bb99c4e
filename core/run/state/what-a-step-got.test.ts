import fc from 'fast-check';
import type { RunEvent } from '../acts/event.ts';
import { bottlesWaiting } from '../bottles/bottles-waiting.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { plannedAndActual } from './planned-and-actual.ts';
import { foldRun } from './state.ts';
import { pourNowC, predictedC, tankAtNextPourC } from './tank-now.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
let count = 0;
const event = (second: number, body: object): RunEvent => ({ id: `event-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;
const DEVELOPER = 1;

/** Every step as planned, but for those whose seconds are given by place. */
function through(of: RunPlan, seconds: Readonly<Record<number, number>>, readings: Readonly<Record<number, number>> = {}): RunEvent[] {
  let at = 0;
  return of.steps.flatMap((step, i) => {
    const poured = event(at, { kind: 'poured', step: step.id });
    const c = readings[i];
    const read = c === undefined ? [] : [event(at, { kind: 'reading', c, shownC: c, thermometer: null })];
    at += seconds[i] ?? step.seconds;
    const ended = event(at, { kind: 'step-ended', step: step.id });
    at += 5;
    return [poured, ...read, ended];
  });
}
const got = (seconds: Readonly<Record<number, number>>, readings: Readonly<Record<number, number>> = {}) =>
  plannedAndActual(plan, foldRun(plan, through(plan, seconds, readings))).map(({ got: each }) => each);

test.each<[string, number, RegExp]>([
  ['to the second', 225, /^on time$/],
  ['3 % short is still on time', 219, /^on time$/],
  ['2:53 early', 52, /^as a pull of more than three stops: negatives come out thinner and flatter$/],
  ['half a minute early', 195, /^as a pull of 0\.\d stop: negatives come out thinner/],
  ['twelve minutes', 722, /^as a push of more than three stops: negatives come out denser and harder$/],
  ['half a minute late', 255, /^as a push of 0\.\d stop/],
])('a developer of 3:45 that got %s', (_, seconds, words) => {
  expect(got({ [DEVELOPER]: seconds })[DEVELOPER]?.words).toMatch(words);
});

test('a cold developer poured out on time was a pull, and one that was waited for was on time', () => {
  expect(got({}, { [DEVELOPER]: 36 })[DEVELOPER]).toMatchObject({
    verdict: 'less',
    words: expect.stringMatching(/^as a pull of 1\.0 stop/) as string,
  });
  // At 36 °C it needs √(310 ⁄ 200) as long.
  expect(got({ [DEVELOPER]: Math.round(225.2 * Math.sqrt(310 / 200)) }, { [DEVELOPER]: 36 })[DEVELOPER]?.words).toBe('on time');
});

test('what runs to completion is never too long; too short it says what to do now', () => {
  const place = (kind: string) => plan.steps.findIndex((step) => step.kind === kind);
  const [fixing, wash] = [place('bleach-fix'), place('wash')];
  const long = got({ [fixing]: 3600, [wash]: 3600 });
  expect([long[fixing]?.verdict, long[wash]?.verdict]).toEqual(['as-planned', 'as-planned']);
  const short = got({ [fixing]: 36, [wash]: 60 });
  expect(short[fixing]).toMatchObject({
    verdict: 'incomplete',
    words: expect.stringContaining('pour it in again for the rest of its time') as string,
  });
  expect(short[wash]).toMatchObject({ verdict: 'wash-again' });
});

test('longer is never less, whatever the temperature; the share of a bath is its time', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 900 }),
      fc.integer({ min: 1, max: 300 }),
      fc.double({ min: 32, max: 41, noNaN: true }),
      (s, more, c) => {
        const share = (seconds: number) => got({ [DEVELOPER]: seconds }, { [DEVELOPER]: c })[DEVELOPER]?.share ?? NaN;
        expect(share(s + more)).toBeGreaterThan(share(s));
      },
    ),
    { numRuns: 50 },
  );
});

const HEATED: RunPlan = {
  ...plan,
  tank: { ...plan.tank, volumeMl: 520 },
  surroundings: { coolingPerMin: 0.012, surroundC: 20 },
  heat: { heatJK: 380, school: 'pour-warmer' },
  steps: plan.steps.map((step) => ({
    ...step,
    poursForDose: step.critical,
    pourC: step.temperatureC,
    inTankC: { startsC: 37.5, endsC: 36.8, meanC: 37.1 },
  })),
};

test('a tank that turned out colder is poured warmer at the next developer, and everything else keeps its plan’s figure', () => {
  const prewashed = (c: number) => foldRun(HEATED, through(HEATED, {}, { 0: c }).slice(0, 3));
  const at = T + 61_000;
  const [cold, warm] = [prewashed(30), prewashed(37)].map((state) => pourNowC(HEATED, state, DEVELOPER, at) ?? NaN);
  expect(cold).toBeGreaterThan(warm ?? NaN);
  // 380 J ⁄ K seven degrees colder take 7 × 380 ⁄ (4.18 × 520) = 1.22 °C, less what cools in the minute.
  expect((cold ?? NaN) - (warm ?? NaN)).toBeCloseTo(1.21, 1);
  expect(tankAtNextPourC(HEATED, prewashed(30), at)).toBeLessThan(30);
  expect(pourNowC(HEATED, prewashed(30), 3, at)).toBe(HEATED.steps[3]?.pourC);
  const waiting: RunPlan = { ...HEATED, steps: HEATED.steps.map((step) => ({ ...step, poursForDose: false })) };
  expect(pourNowC(waiting, foldRun(waiting, through(waiting, {}, { 0: 30 }).slice(0, 3)), DEVELOPER, at)).toBe(38);
  expect(predictedC(HEATED, DEVELOPER, 0)).toBe(37.5);
  expect(predictedC(plan, DEVELOPER, 0)).toBeNull();
});

test('a bottle that cools while it waits is told of ten minutes before its pour, by its own line or by the tub’s', () => {
  const fixing = plan.steps.find((step) => step.kind === 'bleach-fix');
  const low = fixing?.range?.lowC ?? NaN;
  const reading = (second: number, c: number, of: string) => event(second, { kind: 'reading', c, shownC: c, thermometer: null, of });
  const state = (...readings: RunEvent[]) => foldRun(plan, [...through(plan, {}).slice(0, 4), ...readings]);
  const endMs = T + 295_000;
  const warned = (...readings: RunEvent[]) =>
    bottlesWaiting(plan, state(...readings), endMs, T + 200_000).map(({ step, message }) => [step, message]);
  expect(warned()).toEqual([]);
  expect(warned(reading(100, low + 2, 'bottle:bleach-fix'))).toEqual([]);
  expect(warned(reading(100, low - 1, 'bottle:bleach-fix'))).toEqual([
    ['bleach-fix', expect.stringMatching(/has cooled: bleach-fix will be at .*Warm it now\./)],
  ]);
  // Falling a degree a minute, it is in range now and will not be then; two readings of one minute are no line.
  const fell = (apartS: number) =>
    warned(reading(60, low + 3, 'bottle:bleach-fix'), reading(60 + apartS, low + 3 - apartS / 60, 'bottle:bleach-fix'));
  expect([fell(120), fell(20)].map((said) => said.length)).toEqual([1, 0]);
  expect(warned(reading(100, low - 1, 'tub'))).toEqual([['bleach-fix', expect.stringMatching(/^The bath has cooled/)]]);
  expect(warned(reading(100, low - 1, 'tub'), reading(110, low + 2, 'bottle:bleach-fix'))).toEqual([]);
});
