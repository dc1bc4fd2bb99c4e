import { factsOfRun } from '../../inspection/run-facts.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { firstPourMs } from '../state/got.ts';
import { runNow } from '../state/now.ts';
import { plannedAndActual } from '../state/planned-and-actual.ts';
import { runOnClock } from '../state/run-on-clock.ts';
import { foldRun } from '../state/state.ts';
import { whatStepGot } from '../state/what-a-step-got.ts';
import { trendOf } from '../trend.ts';
import type { RunEvent } from './event.ts';
import { stepFinish } from './finish.ts';
import { refusalOf } from './guard.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
const [DEVELOPER, BLEACH_FIX] = [1, 3];
let count = 0;
const at = (second: number, body: object): RunEvent => ({ id: `again-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;
const through = (step: number, fromS: number, lastsS: number) => [
  at(fromS, { kind: 'poured', step: plan.steps[step]?.id }),
  at(fromS + lastsS, { kind: 'step-ended', step: plan.steps[step]?.id }),
];
const own = (of: RunPlan, step: number, seconds: number): RunPlan => ({
  ...of,
  steps: of.steps.map((each, i) =>
    i === step
      ? { ...each, seconds: each.seconds + seconds, working: [...each.working, { what: 'own' as const, seconds, label: 'Yours' }] }
      : each,
  ),
});

describe('a bath that is poured in again', () => {
  // The bleach-fix was ended after two minutes of seven, waited three, and went in again.
  const events = [
    ...through(0, 0, 60),
    ...through(DEVELOPER, 65, 225),
    ...through(2, 295, 30),
    ...through(BLEACH_FIX, 330, 120),
    at(460, { kind: 'repeated', step: plan.steps[BLEACH_FIX]?.id }),
    ...through(BLEACH_FIX, 630, 300),
    ...through(4, 935, 180),
  ];
  const state = foldRun(plan, events);

  test('began when it first went in, also where it is the run’s first', () => {
    expect(plannedAndActual(plan, state)[BLEACH_FIX]).toMatchObject({ startedAtS: 330, actualS: 420 });
    const again = foldRun(plan, [
      ...through(0, 0, 20),
      at(30, { kind: 'repeated', step: plan.steps[0]?.id }),
      ...through(0, 100, 40),
      ...through(DEVELOPER, 145, 225),
    ]);
    expect(firstPourMs(again)).toBe(T);
    expect(plannedAndActual(plan, again).map(({ startedAtS }) => startedAtS)).toEqual([0, 145, null, null, null, null]);
    const skipped = foldRun(plan, [at(5, { kind: 'skipped', step: plan.steps[0]?.id }), ...through(DEVELOPER, 60, 225)]);
    expect(firstPourMs(skipped)).toBe(T + 60_000);
  });

  test('makes no late pour and no gap of itself', () => {
    const record = {
      plan,
      state,
      kit: null,
      capacityRolls: null,
      bottles: [],
      incidents: [],
      on: '2026-11-25',
      expiredYear: null,
      rangeFalling: null,
    };
    expect(factsOfRun(record).lateS).toBe(0);
    expect(trendOf(plan, state).betweenS).toBe(5);
    const late = foldRun(plan, [
      ...events.slice(0, 6),
      at(326, { kind: 'paused' }),
      at(926, { kind: 'resumed' }),
      ...through(BLEACH_FIX, 931, 400),
    ]);
    expect(trendOf(plan, late).betweenS).toBe(5.3);
  });

  test('stands on the evening’s clock with all its attempts, and what it still owes', () => {
    const waiting = foldRun(plan, events.slice(0, 9));
    const clock = runOnClock(plan, waiting, T + 470_000);
    const again = clock.steps.filter((step) => step.id === 'bleach-fix');
    const wholeS = plan.steps[BLEACH_FIX]?.seconds ?? 0;
    expect(again.map(({ is, startMs, endMs }) => [is, (startMs - T) / 1000, Math.round((endMs - startMs) / 1000)])).toEqual([
      ['done', 330, 120],
      ['to-come', 470, wholeS - 120],
    ]);
    expect(runOnClock(plan, state, T + 2_000_000).steps.find((step) => step.id === 'bleach-fix')).toMatchObject({
      startMs: T + 330_000,
      endMs: T + 930_000,
    });
  });

  test.each([0, 60, -80])('owes what the leaflet’s time wants, with a margin of %i s in or out', (marginS) => {
    const mine = own(plan, BLEACH_FIX, marginS);
    const wantedS = Math.max(mine.steps[BLEACH_FIX]?.seconds ?? 0, plan.steps[BLEACH_FIX]?.seconds ?? 0);
    const actual = foldRun(mine, events.slice(0, 10)).actual[BLEACH_FIX] ?? null;
    expect(stepFinish(mine, BLEACH_FIX, actual).seconds).toBe(wantedS - 120);
  });
});

describe('a developer that was ended early', () => {
  const out = (lastsS: number) => foldRun(plan, [...through(0, 0, 60), ...through(DEVELOPER, 65, lastsS)]);
  const again = at(300, { kind: 'repeated', step: 'developer' });

  test('says at once what it got, and may be poured back for the rest; one that got its time may not', () => {
    expect(whatStepGot(plan, DEVELOPER, out(12).actual[DEVELOPER] ?? null)).toMatchObject({
      share: expect.closeTo(12 / 225.2, 3) as number,
      verdict: 'less',
    });
    expect(refusalOf(plan, out(12), again)).toBeNull();
    expect(refusalOf(plan, out(225), again)).toMatch(/over-develop/);
    const back = foldRun(plan, [
      ...through(0, 0, 60),
      ...through(DEVELOPER, 65, 12),
      at(80, again),
      at(82, { kind: 'poured', step: 'developer' }),
    ]);
    expect(runNow(plan, back).running?.finish.seconds).toBe(225 - 12);
    const whole = foldRun(plan, [...through(0, 0, 60), ...through(DEVELOPER, 65, 12), at(80, again), ...through(DEVELOPER, 82, 213)]);
    expect(whatStepGot(plan, DEVELOPER, whole.actual[DEVELOPER] ?? null)).toMatchObject({ verdict: 'on-time' });
  });
});

test.each([20, -20])(
  'a margin of one’s own, %i s, is no part of the dose: all of its time is on time, none of it a push or pull',
  (marginS) => {
    for (const planned of [plan, { ...plan, steps: plan.steps.map((step) => ({ ...step, points: step.points.slice(0, 1) })) }]) {
      const mine = own(planned, DEVELOPER, marginS);
      const lastsS = mine.steps[DEVELOPER]?.seconds ?? 0;
      const got = whatStepGot(
        mine,
        DEVELOPER,
        foldRun(mine, [...through(0, 0, 60), ...through(DEVELOPER, 65, lastsS)]).actual[DEVELOPER] ?? null,
      );
      expect([got?.verdict, got?.pushStops]).toEqual(['on-time', 0]);
      expect(got?.share).toBeCloseTo(1, 2);
    }
  },
);
