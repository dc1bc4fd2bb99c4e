import { outOfPlace } from '../acts/out-of-place.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { runNow } from '../state/now.ts';
import { newRun } from '../state/state.ts';
import { asToldAtTheBench, bottleInWords, bottleTrouble, type BottleAtBench } from './bottle-at-bench.ts';

const bottle: BottleAtBench = {
  bath: 'developer',
  kind: 'developer',
  name: 'Developer',
  place: 1,
  code: 'B17',
  cap: 'red',
  mlLeft: 905,
  goodUntil: '2026-12-14',
  standing: 'good',
  why: [],
};
const trouble = (change: Partial<BottleAtBench>, tankMl = 520) =>
  bottleTrouble({ ...bottle, ...change }, tankMl, '2026-11-25').map(({ message }) => message);

test('a bottle is named by its place, its code and its cap', () => {
  expect([bottle, { ...bottle, cap: '' }, { ...bottle, cap: 'blue cap, taped' }].map(bottleInWords)).toEqual([
    'bottle 1, B17, red cap',
    'bottle 1, B17',
    'bottle 1, B17, blue cap, taped',
  ]);
});

test('before the pour: what must not be poured first, then what is doubtful, too little, past its time or to be filtered', () => {
  expect(trouble({})).toEqual([]);
  expect(trouble({ standing: 'spent', why: ['A test failed.'] })).toEqual(['Spent: do not pour it. A test failed.']);
  expect(trouble({ standing: 'doubtful', why: ['The other developer got in.'], mlLeft: 402, goodUntil: '2026-11-20' })).toEqual([
    'Doubtful: test it with a snip first. The other developer got in.',
    'It holds 402 ml, and the tank takes 520 ml.',
    'Past its time: it was good until 20 Nov 2026.',
  ]);
  expect(trouble({ why: ['Remjet flakes got in: pour it through a filter before use.'] })).toEqual([
    'Pour it through a coffee filter first: remjet flakes got in.',
  ]);
});

test('what was told a minute ago counts before the book is read again; what is told of another bottle does not', () => {
  const after = (what: 'later-bath' | 'water', ml: number, bath = 'developer') =>
    asToldAtTheBench(bottle, { incidents: [{ bath, what, ml }] }).standing;
  expect([after('later-bath', 0), after('water', 20), after('water', 200), after('later-bath', 5, 'bleach-fix')]).toEqual([
    'spent',
    'good',
    'doubtful',
    'good',
  ]);
});

test('to pour from a spent bottle takes a second press; from a good one, or another, it does not', () => {
  const whole = housePlan();
  const plan = { ...whole, steps: whole.steps.filter((step) => step.bottle !== null) };
  const state = newRun(plan);
  const asked = (bath: string, standing: BottleAtBench['standing']) =>
    outOfPlace(plan, state, runNow(plan, state), 0, [{ bath, standing }]);
  const first = plan.steps[0]?.bath ?? '';
  expect(asked(first, 'spent')).toMatch(/is spent: press again to pour it all the same$/);
  expect([asked(first, 'doubtful'), asked('bleach-fix', 'spent'), outOfPlace(plan, state, runNow(plan, state), 0)]).toEqual([
    null,
    null,
    null,
  ]);
});
