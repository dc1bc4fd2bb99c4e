import { practisedPlan } from './a-practice.fixture.ts';
import { setScene } from './scene.ts';
import { seenThrough } from './two-habits.ts';

const plan = practisedPlan();
const calm = setScene('calm', plan, 1).kitchen ?? raise();
function raise(): never {
  throw new Error('no kitchen');
}
const cold = { ...calm, roomC: 16, tank: { ...calm.tank, startC: 16, stands: 'air' as const, coolingPerMin: 0.012 } };
const warmed = { ...cold, tank: { ...cold.tank, startC: calm.tub.setC } };
const share = (seen: ReturnType<typeof seenThrough>) => seen.developers[0]?.share ?? 0;

test('a cold tank gives the film less than a warmed one, in the same time', () => {
  // Without a prewash, which would warm it: the developer goes in first.
  const dry = { ...plan, steps: plan.steps.filter((step) => step.kind !== 'prewash') };
  const [one, two] = [seenThrough({ plan: dry, kitchen: cold }), seenThrough({ plan: dry, kitchen: warmed })];
  expect(one.totalS).toBe(two.totalS);
  expect(share(one)).toBeLessThan(share(two) - 0.08);
  expect(one.lowC).toBeLessThan(two.lowC - 1);
  expect(share(two)).toBeCloseTo(0.97, 1);
});

test('a tank in the air cools further than one that stands in the bath', () => {
  const [air, bath] = [
    seenThrough({ plan, kitchen: { ...warmed, tank: { ...warmed.tank, coolingPerMin: 0.03 } } }),
    seenThrough({ plan, kitchen: { ...warmed, tank: { ...warmed.tank, stands: 'bath', coolingPerMin: 0.06 } } }),
  ];
  expect(air.lowC).toBeLessThan(bath.lowC - 0.3);
  expect(Math.abs(share(bath) - 1)).toBeLessThan(Math.abs(share(air) - 1));
});

test('what is drawn begins with the first pour, ends with the last bath, and is empty between them', () => {
  const seen = seenThrough({ plan, kitchen: calm });
  expect(seen.trace[0]?.atS).toBe(0);
  expect(seen.baths.map(({ id }) => id)).toEqual(plan.steps.map(({ id }) => id));
  expect(seen.totalS).toBe(plan.steps.reduce((sum, step) => sum + step.seconds, 0) + plan.changeoverS * (plan.steps.length - 1));
  // What the film has grows while a developer is in, and never falls.
  expect(seen.trace.every(({ given }, i) => i === 0 || given >= (seen.trace[i - 1]?.given ?? 0))).toBe(true);
  expect(seen.trace[0]?.given).toBeLessThan(0.01);
  expect(seen.trace.at(-1)?.given).toBeCloseTo(share(seen), 2);
  expect(seen.trace.every(({ tankC }) => tankC === null || (tankC > 10 && tankC < 45))).toBe(true);
});
