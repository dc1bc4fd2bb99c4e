import fc from 'fast-check';
import { isDeveloper } from '../../kit/kind.ts';
import { SHIPPED_KITS } from '../../kit/shipped-kits.ts';
import { usualQuestion } from '../../schedule/a-question.fixture.ts';
import { planRun } from '../../schedule/plan.ts';
import { lightOf } from '../state/light.ts';
import { newRun } from '../state/state.ts';
import { housePlan } from './a-run-plan.fixture.ts';
import { AGAIN, type Again } from './again.ts';
import { repairPlan, repairSteps } from './repair.ts';

const planOf = (id: string) => {
  const planned = planRun(usualQuestion(id));
  if (!planned.ok) throw new Error('no plan');
  return { ...housePlan(), ...planned.value, heat: null };
};

test('fixing again in three baths is the bleach-fix, the wash and the last bath; the developer is never among them', () => {
  const repair = repairPlan(housePlan(), ['fix', 'wash', 'stabilise']);
  expect(repair?.steps.map((step) => step.kind)).toEqual(['bleach-fix', 'wash', 'stabiliser']);
  expect(repair?.title).toBe('Repair: fix, wash, stabilise again');
  expect(repair?.steps[0]?.startS).toBe(0);
  expect(repair?.totalS).toBe((repair?.steps.at(-1)?.startS ?? 0) + (repair?.steps.at(-1)?.seconds ?? 0));
  // It was developed and fixed before: nothing asks to keep it dark, and no cue says that it may be opened now.
  expect(repair && lightOf(repair, newRun(repair))).toEqual({ safe: true, short: null });
  expect(repair?.steps.flatMap((step) => step.cues).some((cue) => cue.kind === 'light-safe')).toBe(false);
});

test('bleach and fixer of separate baths keep the wash between them; washing alone is washing alone', () => {
  const cine = planOf('house-ecn2-home');
  expect(repairSteps(cine.steps, ['bleach', 'fix']).map((step) => step.kind)).toEqual(['bleach', 'wash', 'fixer']);
  expect(repairSteps(cine.steps, ['wash']).every((step) => step.kind === 'wash')).toBe(true);
  expect(repairPlan(cine, [])).toBeNull();
});

test('whatever is asked of whichever kit: in order, without a developer, and starting with a bath that helps', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SHIPPED_KITS.map(({ id }) => id)), fc.subarray([...AGAIN]), (id, again: Again[]) => {
      const plan = planOf(id);
      const steps = repairSteps(plan.steps, again);
      expect(steps.some((step) => isDeveloper(step.kind))).toBe(false);
      expect(steps.map((step) => step.startS)).toEqual([...steps.map((step) => step.startS)].sort((a, b) => a - b));
      if (again.includes('fix')) expect(steps.some((step) => step.kind === 'fixer' || step.kind === 'bleach-fix')).toBe(true);
      if (again.length === 0) expect(steps).toEqual([]);
    }),
    { numRuns: 80 },
  );
});
