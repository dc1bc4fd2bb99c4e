import type { RunEvent } from '../acts/event.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { differencesOf } from './differences.ts';
import { foldRun } from './state.ts';

const plan = housePlan();
const run = (change: object, developerS: number) => {
  const changed = { ...plan, ...change };
  const events = [
    { id: 'one-poured', atMs: 1000, kind: 'poured', step: changed.steps[0]?.id },
    { id: 'one-ended', atMs: 1000 + developerS * 1000, kind: 'step-ended', step: changed.steps[0]?.id },
  ] as RunEvent[];
  return { plan: changed, state: foldRun(changed, events) };
};
const first = plan.steps[0]?.seconds ?? 0;

test('two runs differ in what differs, and in nothing else', () => {
  const rows = differencesOf(run({}, first), run({ batchName: 'batch 5', tankName: 'Plastic' }, first + 30));
  expect(rows.filter(({ differs }) => differs).map(({ what }) => what)).toEqual(['Batch', 'Tank', plan.steps[0]?.name]);
  expect(rows.find(({ what }) => what === plan.steps[0]?.name)?.b.join('')).toMatch(/ of /);
  expect(rows.find(({ what }) => what === 'Developer planned at')?.a).toEqual([{ tempC: 38 }]);
});

test('a run compared with itself differs in nothing, and a bath that only one of them has is said', () => {
  const one = run({}, first);
  expect(differencesOf(one, one).some(({ differs }) => differs)).toBe(false);
  const without = run({ steps: plan.steps.filter((step) => step.kind !== 'stabiliser') }, first);
  expect(differencesOf(one, without).find(({ what }) => /stabiliser/i.test(what))).toMatchObject({ b: ['none'], differs: true });
});

test('three washes are three rows, each against its own', () => {
  const wash = plan.steps.find((step) => step.name === 'Wash');
  if (!wash) throw new Error('no wash');
  const steps = [plan.steps[0], wash, { ...wash, id: 'wash-2' }, { ...wash, id: 'wash-3' }].flatMap((step) => step ?? []);
  const washed = (thirdS: number) => {
    const events = steps.flatMap((step, i) => [
      { id: `w${i}`, atMs: i * 1_000_000, kind: 'poured', step: step.id },
      { id: `e${i}`, atMs: i * 1_000_000 + (i === 3 ? thirdS : step.seconds) * 1000, kind: 'step-ended', step: step.id },
    ]) as RunEvent[];
    return { plan: { ...plan, steps }, state: foldRun({ ...plan, steps }, events) };
  };
  const rows = differencesOf(washed(180), washed(60)).filter(({ what }) => what.startsWith('Wash'));
  expect(rows.map(({ what, differs }) => [what, differs])).toEqual([
    ['Wash', false],
    ['Wash 2', false],
    ['Wash 3', true],
  ]);
});
