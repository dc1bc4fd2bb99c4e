import fc from 'fast-check';
import { HANG_S } from '../../evening/evening-clock.ts';
import type { RunEvent } from '../acts/event.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { runNow } from './now.ts';
import { runOnClock, stepStartsS } from './run-on-clock.ts';
import { foldRun } from './state.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
let count = 0;
const event = (second: number, body: object): RunEvent => ({ id: `clock-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;

/** A run of which so many steps were done, each off its plan by some seconds; the next may be in the tank. */
function done(offS: readonly number[], pouredToo: boolean): { readonly events: RunEvent[]; readonly atS: number } {
  const events: RunEvent[] = [];
  let atS = 0;
  offS.forEach((off, i) => {
    const step = plan.steps[i];
    if (!step) return;
    events.push(event(atS, { kind: 'poured', step: step.id }));
    atS += Math.max(1, step.seconds + off);
    events.push(event(atS, { kind: 'step-ended', step: step.id }));
    atS += plan.changeoverS;
  });
  const next = plan.steps[offS.length];
  if (pouredToo && next) events.push(event(atS, { kind: 'poured', step: next.id }));
  return { events, atS };
}

const offs = fc.array(fc.integer({ min: -20, max: 600 }), { maxLength: plan.steps.length });

test('a run as planned is on the clock as planned, whenever it is looked at before it is late', () => {
  const { events } = done([0], true);
  const state = foldRun(plan, events);
  const at = runOnClock(plan, state, T + 70_000);
  expect(at.firstPourMs).toBe(T);
  expect(at.endMs).toBe(T + plan.totalS * 1000);
  expect(at.hungMs).toBe(at.endMs + HANG_S * 1000);
  expect(runOnClock(plan, state, T + 75_000)).toEqual(at);
  expect(at.steps.map((step) => step.is)).toEqual(['done', 'running', ...plan.steps.slice(2).map(() => 'to-come')]);
});

test('what was done stays as it was, steps follow one another, and nothing to come lies in the past', () => {
  fc.assert(
    fc.property(offs, fc.boolean(), fc.integer({ min: 0, max: 7200 }), (offS, poured, waitedS) => {
      const { events, atS } = done(offS, poured);
      const nowMs = T + (atS + waitedS) * 1000;
      const { steps, endMs, hungMs } = runOnClock(plan, foldRun(plan, events), nowMs);
      expect(steps).toHaveLength(plan.steps.length);
      for (const [i, step] of steps.entries()) {
        expect(step.endMs).toBeGreaterThanOrEqual(step.startMs);
        expect(step.startMs).toBeGreaterThanOrEqual(steps[i - 1]?.endMs ?? 0);
        if (step.is === 'to-come') expect(step.startMs).toBeGreaterThanOrEqual(nowMs);
        if (step.is === 'running') expect(step.endMs).toBeGreaterThanOrEqual(nowMs);
        if (step.is === 'done')
          expect((step.endMs - step.startMs) / 1000).toBe(Math.max(1, (plan.steps[i]?.seconds ?? 0) + (offS[i] ?? 0)));
      }
      expect(endMs).toBe(steps.at(-1)?.endMs);
      expect(hungMs).toBeGreaterThanOrEqual(nowMs);
    }),
  );
});

test('a second later by hand is a second later for everything after it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 900 }), (seconds) => {
      const { events } = done([0], true);
      const longer = event(70, { kind: 'lengthened', step: plan.steps[1]?.id, seconds });
      const [before, after] = [events, [...events, longer]].map((each) => runOnClock(plan, foldRun(plan, each), T + 80_000));
      expect((after?.hungMs ?? 0) - (before?.hungMs ?? 0)).toBe(seconds * 1000);
    }),
  );
});

test('a run given up in the middle ends there: what never came has no place on the clock', () => {
  const { events, atS } = done([0, 0], false);
  const over = foldRun(plan, [...events, event(atS + 30, { kind: 'given-up', reason: 'lid', countsRolls: true })]);
  const at = runOnClock(plan, over, T + 9_000_000);
  expect(at.steps).toHaveLength(2);
  expect(at.hungMs).toBe(T + (atS + 30) * 1000);
});

test('after a bath that took a minute longer, the column moves all that follows by that minute, and nothing before it', () => {
  const startsOf = (offS: readonly number[]) => {
    const { events, atS } = done(offS, true);
    const starts = stepStartsS(plan, foldRun(plan, events), T + atS * 1000);
    return plan.steps.map((step) => starts.get(step.id));
  };
  const planned = plan.steps.map((step) => step.startS);
  expect(startsOf([0, 0])).toEqual(planned);
  expect(startsOf([0, 60])).toEqual(planned.map((startS, i) => (i > 1 ? startS + 60 : startS)));
  expect(stepStartsS(plan, foldRun(plan, []), T).size).toBe(0);
});

test('what is wiped off the reel keeps the next bath waiting, at the Bench as in the plan', () => {
  const at = plan.steps.findIndex(({ kind }) => kind === 'wash');
  const wiped = { ...plan, steps: plan.steps.map((step, i) => (i === at ? { ...step, wipeS: 480 } : step)) };
  const { events, atS } = done(
    plan.steps.slice(0, at + 1).map(() => 0),
    false,
  );
  const state = foldRun(wiped, events);
  const dueMs = T + (atS + 480) * 1000;
  expect(runNow(wiped, state).nextPourAtMs).toBe(dueMs);
  expect(runOnClock(wiped, state, T + atS * 1000).steps.find(({ is }) => is === 'to-come')?.startMs).toBe(dueMs);
});
