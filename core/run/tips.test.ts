import { houseKit } from '../kit/a-kit.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import { isTip, readTipsAway, tipsAtStep } from './tips.ts';

test('every tip stands at its own bath, and at no other', () => {
  const plan = planRun({
    kit: houseKit(),
    batch: { volumeMl: 1000, rollsDone: 0 },
    on: '2026-11-25',
    tank: { method: 'inversion', volumeMl: 500, fillS: 8, drainS: 10 },
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
  });
  if (!plan.ok) throw new Error('no plan');
  const at = (inTheTank: boolean) =>
    Object.fromEntries(plan.value.steps.map((step) => [step.bath, tipsAtStep(step, inTheTank).map((tip) => tip.id)]));
  expect(at(false)).toEqual({ prewash: [], developer: ['swirl'], rinse: [], 'bleach-fix': [], wash: [], stabiliser: ['pour-aslant'] });
  expect(at(true)).toEqual({
    prewash: ['coloured-prewash'],
    developer: ['read-and-agitate', 'dark-developer'],
    rinse: [],
    'bleach-fix': ['gas'],
    wash: [],
    stabiliser: [],
  });
});

test('what was put away is read back; a name nobody knows, or damage, hides nothing', () => {
  expect(readTipsAway({ away: ['swirl', 'no such tip', 7, 'toString'] })).toEqual(['swirl']);
  for (const damaged of [null, 3, 'x', {}, { away: 'swirl' }]) expect(readTipsAway(damaged)).toEqual([]);
  expect(isTip('constructor')).toBe(false);
});
