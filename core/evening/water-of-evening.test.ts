import fc from 'fast-check';
import { usualQuestion } from '../schedule/a-question.fixture.ts';
import { planRun, type PlannedStep, type PlanQuestion } from '../schedule/plan.ts';
import { waterOfEvening } from './water-of-evening.ts';

const TAPS = { hotC: 50, coldC: 14 };
function steps(more: Partial<PlanQuestion> = {}): readonly PlannedStep[] {
  const plan = planRun({ ...usualQuestion(), tank: { ...usualQuestion().tank, volumeMl: 500 }, ...more });
  if (!plan.ok) throw new Error(plan.errors[0]?.message);
  return plan.value.steps;
}

test('a prewash and a rinse are a tank each, three minutes of running water twelve litres; hot and cold add up', () => {
  const water = waterOfEvening([{ steps: steps(), tankMl: 500 }], TAPS);
  expect(water.at.map(({ tempC, ml }) => [tempC, ml])).toEqual([[38, 500 + 500 + 12_000]]);
  // 13 l × (38 − 14) ⁄ (50 − 14) = 8.667 l hot.
  expect(water.at[0]?.mix?.hotMl).toBeCloseTo(8666.7, 0);
  const changed = steps({
    way: [
      { id: 'wash', manner: 'changes', changes: 6, c: 30 },
      { id: 'rinse', manner: 'counted', fills: [5, 10] },
    ],
  });
  expect(waterOfEvening([{ steps: changed, tankMl: 500 }], TAPS).at.map(({ tempC, ml }) => [tempC, ml])).toEqual([
    [38, 500 + 1000],
    [30, 3000],
  ]);
});

test('two runs are the sum of both, and water that no tap makes is said to be none', () => {
  const [one, two] = [steps(), steps({ way: [{ id: 'wash', leaveOut: true }] })];
  const both = waterOfEvening(
    [
      { steps: one, tankMl: 500 },
      { steps: two, tankMl: 300 },
    ],
    TAPS,
  );
  expect(both.runsMl).toEqual([13_000, 600]);
  expect(both.ml).toBe(13_600);
  expect(waterOfEvening([{ steps: one, tankMl: 500 }], { hotC: 35, coldC: 14 }).at[0]?.mix).toBeNull();
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 100, max: 2000 }), { maxLength: 6 }), (tanks) => {
      const water = waterOfEvening(
        tanks.map((tankMl) => ({ steps: one, tankMl })),
        TAPS,
      );
      expect(water.at.reduce((sum, { ml }) => sum + ml, 0)).toBeCloseTo(water.ml, 6);
      for (const { ml, mix } of water.at) expect((mix?.hotMl ?? 0) + (mix?.coldMl ?? 0)).toBeCloseTo(ml, 6);
    }),
  );
});
