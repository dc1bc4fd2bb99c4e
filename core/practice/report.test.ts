import fc from 'fast-check';
import { isDeveloper } from '../kit/kind.ts';
import { SHIPPED_KITS } from '../kit/shipped-kits.ts';
import { sayIn } from '../units/sentence.ts';
import { practice, practised, practisedPlan, type Manner } from './a-practice.fixture.ts';
import { kitchenAt } from './kitchen-of-run.ts';
import { practiceReport } from './report.ts';
import { PRACTICE_SCENES, SCENE_IDS, setScene, washThatMayWait } from './scene.ts';
import { teacher } from './teacher.ts';

const C: { readonly temperature: 'C'; readonly volume: 'ml' } = { temperature: 'C', volume: 'ml' };
const report = (run: ReturnType<typeof practice>, manner: Manner, speed = 1) => practiceReport(run, practised(run, manner), speed);
const said = (run: ReturnType<typeof practice>, manner: Manner) => teacher(report(run, manner)).map(({ says }) => sayIn(says, C));
const reading = { afterS: 30, c: 37.8, thermometer: 'Practice thermometer' };

test('who does everything in its second on a calm evening has all the marks, and is told what was good', () => {
  const run = practice('calm');
  const all = report(run, { read: reading });
  expect(all.marks).toBeGreaterThanOrEqual(98);
  expect(all.baths.find((bath) => bath.developer)?.share).toBeCloseTo(1, 1);
  expect(said(run, { read: reading })).toEqual([
    'The film got what it should: 100 % of the development, which nobody could see.',
    'Every bath was out when it should be.',
  ]);
});

test('a developer printed for one temperature loses in a cold kitchen like any other, by the rule of thumb', () => {
  const shares = ['calm', 'cold-kitchen'] as const;
  const [calm, cold] = shares.map((scene) => {
    const run = practice(scene, 7, practisedPlan('reference-c41'));
    return report(run, {}).baths.find((bath) => bath.developer)?.share ?? 1;
  });
  expect(calm).toBeCloseTo(1, 1);
  // No prewash warms this tank.
  expect(cold).toBeLessThan(0.8);
});

test('the teacher names the bath, by how much and what to do, what cost most first', () => {
  const run = practice('calm');
  expect(said(run, { read: reading, beatS: null, outLateS: { developer: 25 } })).toEqual([
    'No bath was waited for: the next one was in at once.',
    'You read the developer in the tank.',
    '19 of 19 turns of the tank were not pressed. Press Agitate each time you turn it.',
    'Developer gave 112 % of the development: too much, the negatives would come out dense. Pour out when the clock says so.',
    'Developer was out 21 seconds late. Have the funnel in its bottle before the clock calls.',
  ]);
});

test('a dose that nobody could see is not called too little, and one that is seen by its side only a little', () => {
  const run = practice('calm');
  const developer = (lateS: number) =>
    said(run, { read: reading, beatS: 0, outLateS: { developer: lateS } }).find((line) => /development/.test(line));
  expect(developer(4)).toMatch(/^The film got what it should/);
  expect(developer(14)).toMatch(/come out a little dense\./);
  expect(developer(60)).toMatch(/come out dense\./);
});

test('a cold tank gives the film less than the clock thinks; a reading in the first minute shows it', () => {
  const run = practice('cold-kitchen');
  const blind = report(run, {});
  const share = blind.baths.find((bath) => bath.developer)?.share ?? 1;
  expect(share).toBeGreaterThan(0.6);
  expect(share).toBeLessThan(0.92);
  // It cools as tanks on a table do, and not as if it lay in cold water.
  expect(run.set.kitchen?.tank).toMatchObject({ stands: 'air', coolingPerMin: 0.012 });
  expect(blind.noticed).toEqual([{ done: false, says: expect.anything() }]);
  const state = practised(run, {});
  const pour = state.actual.find((actual) => actual)?.startMs ?? 0;
  const truth = kitchenAt(run, state, pour + 30_000)?.tankC ?? 0;
  const seen = report(run, { read: { ...reading, c: truth } });
  expect(seen.noticed[0]?.done).toBe(true);
  // It was out at the planned second although the reading had moved the finish: that is early now.
  expect(seen.baths.find((bath) => bath.developer)?.outLateS).toBeLessThan(-20);
});

test('a forgotten start is in the film, until the start is set to when it was', () => {
  const run = practice('forgotten-start');
  const { forgottenS } = run.set;
  const forgotten = report(run, {});
  const set = report(run, { nudgedS: -forgottenS });
  const share = (of: typeof set) => of.baths.find((bath) => bath.developer)?.share ?? 0;
  expect(share(forgotten) - share(set)).toBeGreaterThan(0.08);
  expect(share(set)).toBeCloseTo(1, 1);
  expect([forgotten, set].map((of) => of.noticed.map(({ done }) => done))).toEqual([[false], [true]]);
});

test('of two thermometers the checked one is to be believed; reading both is told from reading the wrong one', () => {
  const run = practice('two-thermometers');
  const by = (thermometer: string) => report(run, { read: { ...reading, thermometer } }).noticed[0];
  expect(by(run.set.trusted ?? '')?.done).toBe(true);
  const wrong = by(run.set.thermometers[0]?.name ?? '');
  expect(wrong?.done).toBe(false);
  expect(sayIn(wrong?.says ?? [], C)).toBe('You never read the one that was checked in ice. An unchecked thermometer is a guess.');
});

test('a call in the wash costs nothing; a wash cut short for it is told', () => {
  const run = practice('phone-call');
  const wash = run.plan.steps.find((step) => step.kind === 'wash');
  expect(report(run, { outLateS: { [wash?.id ?? '']: 240 } }).noticed.map(({ done }) => done)).toEqual([true]);
  expect(report(run, { outLateS: { [wash?.id ?? '']: -(wash?.seconds ?? 0) * 0.6 } }).noticed.map(({ done }) => done)).toEqual([false]);
});

test('nobody rings between two developers: the call comes in the last wash, and in no run without one', () => {
  for (const kitId of SHIPPED_KITS.map(({ id }) => id)) {
    const plan = practisedPlan(kitId);
    const { call } = setScene('phone-call', plan, 3);
    const place = washThatMayWait(plan);
    expect([kitId, call === null]).toEqual([kitId, place === null]);
    if (place === null) continue;
    expect(plan.steps[place]?.kind).toBe('wash');
    expect(plan.steps.slice(place).some((step) => isDeveloper(step.kind))).toBe(false);
    // Whoever cuts the first wash of slides short did not do it for a call.
    const first = plan.steps.find((step) => step.kind === 'wash');
    const run = practice('phone-call', 3, plan);
    if (first && first.id !== plan.steps[place]?.id)
      expect(report(run, { outLateS: { [first.id]: -first.seconds * 0.6 } }).noticed.map(({ done }) => done)).toEqual([true]);
  }
});

test('every scene can be set in every shipped kit, and is gone through without a figure that is none', () => {
  for (const { id: kitId } of SHIPPED_KITS)
    for (const scene of SCENE_IDS) {
      const run = practice(scene, 5, practisedPlan(kitId));
      const all = report(run, {});
      expect([kitId, scene, all.baths.length]).toEqual([kitId, scene, run.plan.steps.length]);
      expect(JSON.stringify([all, run.set])).not.toMatch(/NaN|Infinity/);
      const shares = all.baths.flatMap(({ share }) => (share === null ? [] : [share]));
      // Even unread and in a cold kitchen a practice is no ruin.
      for (const share of shares) expect([kitId, scene, share > 0.5 && share < 1.6]).toEqual([kitId, scene, true]);
    }
});

test('a dry run with water is asked for its order and its seconds alone: nobody is praised for what was not there', () => {
  const run = practice('water');
  const all = report(run, { beatS: 0 });
  expect(Object.keys(all.of).sort()).toEqual(['agitation', 'pouring-in', 'pouring-out']);
  expect(all.marks).toBe(100);
  expect(said(run, { beatS: 0 }).join(' ')).not.toMatch(/film|read|development/);
});

test('the same seed makes the same kitchen, and another seed another', () => {
  const plan = practisedPlan();
  for (const { id } of PRACTICE_SCENES) expect(setScene(id, plan, 11)).toEqual(setScene(id, plan, 11));
  const rooms = new Set([1, 2, 3, 4, 5, 6].map((seed) => setScene('cold-kitchen', plan, seed).kitchen?.roomC));
  expect(rooms.size).toBeGreaterThan(2);
});

const anyManner = fc.record({
  firstS: fc.integer({ min: 5, max: 400 }),
  beatS: fc.oneof(fc.constant(null), fc.integer({ min: -12, max: 14 })),
  outLateS: fc.record({ developer: fc.integer({ min: -60, max: 60 }) }),
  nudgedS: fc.integer({ min: -60, max: 0 }),
  read: fc.oneof(
    fc.constant(undefined),
    fc.record({
      // Before any finish that it could lead to: what is read after the bath is out is read of nothing.
      afterS: fc.integer({ min: 10, max: 90 }),
      c: fc.double({ min: 34, max: 41, noNaN: true }),
      thermometer: fc.constant('Practice thermometer'),
    }),
  ),
});

test('later is never better: whatever is pressed later than due leaves the marks as they were or lower', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SCENE_IDS),
      fc.integer({ min: 0, max: 500 }),
      anyManner,
      fc.constantFrom('developer', 'bleach-fix', 'wash'),
      fc.constantFrom('out' as const, 'in' as const, 'beat' as const),
      fc.integer({ min: 1, max: 120 }),
      (scene, seed, { read, ...manner }, id, what, moreS) => {
        const run = practice(scene, seed);
        const step = run.plan.steps.find((each) => each.id === id || each.kind === id)?.id ?? run.plan.steps[0]?.id ?? '';
        const before: Manner = { ...manner, ...(read ? { read } : {}) };
        // Rounded marks would hide a little.
        const marks = (of: Manner) => Object.values(report(run, of).of).reduce((sum, { got }) => sum + got, 0) - 1e-9;
        // What is due is due by what was read: counted from there, not from the plan. A bath that is out before it was read
        // knows nothing of that, so it is counted of one that nobody cut short.
        const planned: Manner = { ...before, outLateS: { ...before.outLateS, [step]: 0 } };
        const offS = report(run, planned).baths.find((bath) => bath.id === step)?.outLateS ?? 0;
        const due: Manner = { ...planned, outLateS: { ...planned.outLateS, [step]: -offS } };
        if (what === 'out')
          expect(marks({ ...due, outLateS: { ...due.outLateS, [step]: (due.outLateS?.[step] ?? 0) + moreS } })).toBeLessThanOrEqual(
            marks(due) + 2e-9,
          );
        else if (what === 'in') {
          const late = report(run, { ...before, inLateS: { [step]: moreS } });
          expect(late.of['pouring-in']?.got).toBeLessThanOrEqual(report(run, before).of['pouring-in']?.got ?? 0);
          // The wait itself cools the kitchen, which may be to the good of a film that had too much: that alone is let be.
          const besides = ({ of }: typeof late) =>
            Object.entries(of).reduce((sum, [mark, { got }]) => sum + (mark === 'development' ? 0 : got), 0);
          expect(besides(late)).toBeLessThanOrEqual(besides(report(run, before)) + 1e-9);
        }
        // A press half a beat off answers the next one.
        else expect(marks({ ...before, beatS: Math.min(14, moreS) })).toBeLessThanOrEqual(marks({ ...before, beatS: 0 }) + 2e-9);
      },
    ),
    { numRuns: 120 },
  );
});

test('marks are between nought and a hundred, nothing is NaN, and half a practice has at most half of them', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SCENE_IDS),
      fc.integer(),
      anyManner,
      fc.integer({ min: 1, max: 20 }),
      (scene, seed, { read, ...manner }, speed) => {
        const run = practice(scene, seed);
        const all = report(run, { ...manner, ...(read ? { read } : {}) }, speed);
        expect(all.marks).toBeGreaterThanOrEqual(0);
        expect(all.marks).toBeLessThanOrEqual(100);
        expect(JSON.stringify(all)).not.toMatch(/NaN|Infinity/);
        for (const { says } of teacher(all)) expect(sayIn(says, C)).toMatch(/^[A-Z0-9].*\.$/);
      },
    ),
    { numRuns: 60 },
  );
});
