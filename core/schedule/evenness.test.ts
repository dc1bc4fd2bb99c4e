import { usualQuestion } from './a-question.fixture.ts';
import { evenness } from './evenness.ts';
import { planRun, type PlannedStep, type PlanQuestion } from './plan.ts';

const question = usualQuestion();
const planned = (more: Partial<PlanQuestion>) => {
  const answer = planRun({ ...question, ...more });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  return answer.value;
};
const jumps = (more: Partial<PlanQuestion>) =>
  planned(more)
    .advice.map(({ message }) => message)
    .filter((message) => message.includes('wrinkle'));

test('an even evening says nothing, and neither does the last bath at room temperature', () => {
  expect(jumps({})).toEqual([]);
});

test('a cold wash is begun half-way and brought down by and by; a cold bath gets water between', () => {
  expect(jumps({ temperaturesC: { wash: 24 } })).toEqual([
    expect.stringMatching(
      /^Bleach-fix to wash: 14\.0 °C at once can wrinkle the film\. Begin the wash at 31\.0 °C and bring it to 24\.0 °C/,
    ),
  ]);
  const [first] = jumps({ temperaturesC: { 'bleach-fix': 29 }, habits: { afterDeveloper: 'none' } });
  expect(first).toMatch(/^Developer to bleach-fix: 9\.0 °C at once .* Put water at 33\.5 °C between them/);
});

test('five degrees are borne, a little more is not; cine film bears eight', () => {
  const steps = planned({}).steps;
  const at = (c: number): PlannedStep[] => steps.map((step) => (step.kind === 'wash' ? { ...step, temperatureC: c } : step));
  expect([evenness('C-41', at(33)), evenness('C-41', at(32.9)).length]).toEqual([[], 1]);
  expect([evenness('ECN-2', at(30)), evenness('ECN-2', at(29.9)).length]).toEqual([[], 1]);
});

test('what counts is what was planned, and a great gap says how many waters it takes', () => {
  const cold = planned({
    temperaturesC: { wash: 32 },
    tank: { ...question.tank, volumeMl: 520 },
    heat: { startC: 10, heatJK: 900, roomC: 10, stands: 'air', bathC: null, coolingPerMin: 0.03, school: 'wait-longer' },
  });
  // By the end of the bleach-fix the tank itself has fallen below 32 °C; the plan asks for six degrees of step all the same.
  expect(cold.steps.find(({ kind }) => kind === 'bleach-fix')?.inTankC?.endsC).toBeLessThan(33);
  expect(cold.advice.some(({ message }) => message.includes('Bleach-fix to wash'))).toBe(true);
  const [far] = jumps({ temperaturesC: { 'bleach-fix': 24 }, habits: { afterDeveloper: 'none' } });
  expect(far).toContain('Put 2 waters between them in even steps, half a minute each');
});
