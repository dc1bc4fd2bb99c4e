import fc from 'fast-check';
import type { RunEvent } from '../acts/event.ts';
import { refusalOf } from '../acts/guard.ts';
import { readRunEvent } from '../acts/read-event.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { lightOf } from './light.ts';
import { runNow } from './now.ts';
import { planAsRun } from './plan-as-run.ts';
import { plannedAndActual } from './planned-and-actual.ts';
import { foldRun } from './state.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
let count = 0;
const event = (second: number, body: object): RunEvent => ({ id: `margin-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;
const margin = (step: string, amount: number, by: 'seconds' | 'percent' = 'seconds', reason = 'thin with this kit') =>
  event(1, { kind: 'margin', step, by, amount, reason });
const withActs = (...events: RunEvent[]) => {
  const state = foldRun(plan, events);
  return { state, plan: planAsRun(plan, state) };
};
const step = (of: ReturnType<typeof withActs>, bath: string) => of.plan.steps.find((each) => each.bath === bath);

test('a margin set at the Bench is a line of its own, moves this finish and no other, and undone it is gone', () => {
  const set = margin('developer', 10);
  const bare = step(withActs(), 'developer')?.seconds ?? NaN;
  const own = step(withActs(set), 'developer');
  expect(own?.seconds).toBe(bare + 10);
  expect(own?.working.at(-1)).toEqual({ what: 'own', seconds: 10, label: 'Your own margin: thin with this kit' });
  expect(step(withActs(set), 'bleach-fix')).toBe(plan.steps.find((each) => each.bath === 'bleach-fix'));
  expect(withActs(set).plan.totalS).toBe(plan.totalS + 10);
  expect(withActs(set, event(2, { kind: 'undone', event: set.id })).plan).toBe(plan);
});

test('the working sums to the time whatever was set in whatever order, and the last one set holds', () => {
  const anyMargin = fc.record({ by: fc.constantFrom('seconds' as const, 'percent' as const), amount: fc.integer({ min: -40, max: 40 }) });
  fc.assert(
    fc.property(fc.array(anyMargin, { minLength: 1, maxLength: 6 }), (margins) => {
      const got = step(withActs(...margins.map(({ by, amount }) => margin('developer', amount, by))), 'developer');
      const last = margins.at(-1);
      const alone = step(withActs(margin('developer', last?.amount ?? 0, last?.by)), 'developer');
      expect(got?.seconds).toBe(alone?.seconds);
      expect(got?.working.reduce((sum, line) => sum + line.seconds, 0)).toBe(got?.seconds);
    }),
  );
});

test('readings move the finish under the margin, and a bath that had it is on time', () => {
  const poured = event(0, { kind: 'poured', step: 'developer' });
  const begun = [event(0, { kind: 'poured', step: 'prewash' }), event(60, { kind: 'step-ended', step: 'prewash' })];
  const cool = event(5, { kind: 'reading', c: 37, shownC: 37, thermometer: null });
  const finish = (...more: RunEvent[]) => {
    const at = withActs(...begun, poured, cool, ...more);
    return runNow(at.plan, at.state).running?.finish;
  };
  expect((finish(margin('developer', 10))?.seconds ?? NaN) - (finish()?.seconds ?? NaN)).toBe(10);
  const seconds = plan.steps.find((each) => each.bath === 'developer')?.seconds ?? NaN;
  const ended = event(seconds + 20, { kind: 'step-ended', step: 'developer' });
  const through = foldRun(plan, [...begun, poured, margin('developer', 20), ended]);
  const developer = plannedAndActual(plan, through)[1];
  expect(developer?.got?.words).toBe('on time');
  expect(developer?.own?.words).toMatch(/^\+0:20 by your own margin: thin with this kit \(as a push of 0\.\d stop\)$/);
});

test('conviction may add to a fixer, but lets no light in sooner', () => {
  const steps = plan.steps.map((each) => each.id);
  const upTo = steps.indexOf('bleach-fix');
  let at = 0;
  const run = steps.slice(0, upTo + 1).flatMap((id) => {
    const begin = event(at, { kind: 'poured', step: id });
    const lasts = id === 'bleach-fix' ? 380 : (plan.steps.find((each) => each.id === id)?.seconds ?? 0);
    at += lasts + 5;
    return [begin, event(at - 5, { kind: 'step-ended', step: id })];
  });
  const short = withActs(margin('bleach-fix', -200), ...run);
  expect(step(short, 'bleach-fix')?.seconds).toBeLessThan(380);
  expect(lightOf(short.plan, short.state)).toMatchObject({ safe: false, short: { step: upTo } });
  expect(plannedAndActual(plan, short.state)[upTo]?.got?.verdict).toBe('incomplete');
});

test('a margin that leaves no time, comes too late or is no margin is refused in words', () => {
  const begun = [event(0, { kind: 'poured', step: 'prewash' }), event(60, { kind: 'step-ended', step: 'prewash' })];
  const state = foldRun(plan, begun);
  expect(refusalOf(plan, state, margin('developer', -3600))).toMatch(/would leave no time at all/);
  expect(refusalOf(plan, state, margin('prewash', 10))).toMatch(/has already ended/);
  expect(refusalOf(plan, state, margin('stabiliser', 10))).toBeNull();
  const wrong: [string, object][] = [
    ['$.amount', { by: 'percent', amount: 51, reason: '' }],
    ['$.amount', { by: 'seconds', amount: 2.5, reason: '' }],
    ['$.by', { by: 'stops', amount: 1, reason: '' }],
    ['$.reason', { by: 'seconds', amount: 1, reason: 'x'.repeat(201) }],
  ];
  for (const [path, body] of wrong) {
    const read = readRunEvent({ ...event(1, { kind: 'margin', step: 'developer' }), ...body }, plan);
    expect(read.ok ? [] : read.errors.map((fault) => fault.path)).toEqual([path]);
  }
});
