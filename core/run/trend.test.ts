import fc from 'fast-check';
import type { RunEvent } from './acts/event.ts';
import { housePlan } from './plan/a-run-plan.fixture.ts';
import { foldRun } from './state/state.ts';
import { habitChanges, habitsOf, trendOf, type TrendPoint } from './trend.ts';

const plan = housePlan();

/** A run whose baths each last their time and so many seconds more, with a pause between them. */
function ranWith(moreS: readonly number[], betweenS: number, readings: readonly [number, number][] = []) {
  let atMs = 1_000_000;
  const events: RunEvent[] = [];
  const happens = (body: object) => events.push({ id: `event-${events.length}`, atMs, ...body } as RunEvent);
  plan.steps.forEach((step, i) => {
    happens({ kind: 'poured', step: step.id });
    const startMs = atMs;
    if (step.critical)
      for (const [atS, c] of readings) {
        atMs = startMs + atS * 1000;
        happens({ kind: 'reading', c, shownC: c, thermometer: null });
      }
    atMs = startMs + (step.seconds + (moreS[i] ?? 0)) * 1000;
    happens({ kind: 'step-ended', step: step.id });
    atMs += betweenS * 1000;
  });
  happens({ kind: 'finished' });
  return foldRun(plan, events);
}

test('a run kept to the second is on its dose, nowhere off, and says nothing of a temperature that nobody read', () => {
  expect(trendOf(plan, ranWith([], 10))).toEqual({ doseShare: expect.closeTo(1, 2) as number, worstOffS: 0, offC: null, betweenS: 10 });
  expect(trendOf(plan, foldRun(plan, []))).toEqual({ doseShare: null, worstOffS: null, offC: null, betweenS: null });
});

test('the bath furthest off is named with its sign, whichever it is; a developer read a degree cold is a degree off', () => {
  const c = plan.steps.find((step) => step.critical)?.temperatureC ?? 38;
  const trend = trendOf(
    plan,
    ranWith([0, 4, 12, -31], 25, [
      [20, c - 1],
      [200, c - 1],
    ]),
  );
  expect([trend.worstOffS, trend.betweenS]).toEqual([-31, 25]);
  expect(trend.offC).toBeCloseTo(-1, 1);
  expect(trend.doseShare).toBeLessThan(0.97);
});

const point = (id: number, school: string, offC: number | null): TrendPoint => ({
  id: String(id),
  doseShare: 1,
  worstOffS: 0,
  offC,
  betweenS: 10,
  habits: { ...habitsOf(plan), school },
});

test('what changed when the habit changed: warmed from the fourth run on, and closer by half a degree', () => {
  const runs = [
    point(1, 'none', -1),
    point(2, 'none', -0.8),
    point(3, 'none', 0.9),
    point(4, 'pour-warmer', -0.4),
    point(5, 'pour-warmer', 0.4),
  ];
  const [change, ...others] = habitChanges(runs);
  expect(others).toEqual([]);
  expect(change).toMatchObject({ at: '4', habit: 'school', to: 'pour-warmer', runsBefore: 3, runsSince: 2 });
  expect([change?.before.offC, change?.since.offC]).toEqual([expect.closeTo(0.9, 6), expect.closeTo(0.4, 6)]);
  // A single run of a habit is chance.
  expect(habitChanges(runs.slice(0, 4))).toEqual([]);
});

test('whatever the habits were, a change is only told where it happened, and its means lie among the runs', () => {
  const run = fc.record({
    school: fc.constantFrom('none', 'wait-longer', 'pour-warmer'),
    offC: fc.option(fc.double({ min: -3, max: 3, noNaN: true })),
  });
  fc.assert(
    fc.property(fc.array(run, { maxLength: 30 }), (runs) => {
      const points = runs.map(({ school, offC }, i) => point(i, school, offC));
      for (const change of habitChanges(points)) {
        const at = Number(change.at);
        expect(runs[at]?.school).toBe(change.to);
        expect(runs[at - 1]?.school).not.toBe(change.to);
        if (change.since.offC !== null) expect(change.since.offC >= 0 && change.since.offC <= 3).toBe(true);
      }
    }),
  );
});
