import fc from 'fast-check';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import { runsLeft } from '../life/two-ends.ts';
import { jugOf, JUGS } from '../safety/spent.ts';
import { bottlesAfter, effectOfRun, keptByFilmMl, withRun, NOTHING_TO_COME, type EffectQuestion, type PouredStep } from './effect.ts';
import { entriesOfEffect, foldLedger, foldRolls, stepsOfKit } from './ledger.ts';

const poured = (bath: string, kind: PouredStep['kind'], after: PouredStep['after'] = 'return'): PouredStep => ({
  id: bath,
  bath,
  kind,
  bottle: bath,
  after,
});
const STEPS: PouredStep[] = [
  { ...poured('prewash', 'prewash'), bottle: null },
  poured('developer', 'developer'),
  poured('bleach-fix', 'bleach-fix'),
  poured('stabiliser', 'stabiliser', 'discard'),
];
const full = (bath: string, mlLeft = 1000) => ({ id: `B-${bath}`, bath, mlLeft });
const ask = (change: Partial<EffectQuestion> = {}) =>
  effectOfRun({
    steps: STEPS,
    bottles: ['developer', 'bleach-fix', 'stabiliser'].map((bath) => full(bath)),
    tankMl: 520,
    rolls: 2,
    oneShot: false,
    ...change,
  });

test('two rolls in a litre: 499 of 520 ml come back, a bath that is thrown away goes whole into its jug and wears nothing', () => {
  const { entries, jugsMl } = ask();
  expect(entries.map(({ bottle, drawnMl, returnedMl, rolls, wears }) => [bottle, drawnMl, returnedMl, rolls, wears])).toEqual([
    ['B-developer', 520, 499, 2, 2],
    ['B-bleach-fix', 520, 499, 2, 2],
    ['B-stabiliser', 520, 0, 2, 0],
  ]);
  expect(jugsMl).toEqual({ developers: 0, 'silver-bearing': 0, others: 520 });
});

test('a bath that is left out has no entry, a repeat pours again, a short bottle gives what it has', () => {
  const bypass = STEPS.filter((step) => step.bath !== 'bleach-fix');
  expect(ask({ steps: bypass }).entries.map(({ bottle }) => bottle)).toEqual(['B-developer', 'B-stabiliser']);
  const again = ask({ pours: (step) => (step.bath === 'bleach-fix' ? 2 : step.bath === 'stabiliser' ? 0 : 1) });
  expect(again.entries).toMatchObject([{ drawnMl: 520 }, { drawnMl: 1040, returnedMl: 998, rolls: 2, wears: 2 }]);
  expect(ask({ bottles: [full('developer', 300)], rolls: 1 }).entries).toMatchObject([{ drawnMl: 300, returnedMl: 287 }]);
  // A bottle is named by its bath or by its step's own id.
  const twice = [...STEPS, { ...poured('bleach-fix', 'bleach-fix'), id: 'bleach-fix-2' }];
  expect(ask({ steps: twice, bottles: [full('bleach-fix-2')] }).entries).toMatchObject([{ bottle: 'B-bleach-fix-2', drawnMl: 520 }]);
});

test('what is made up when it is needed comes from no bottle, unless somebody says which', () => {
  const drops: PouredStep = { ...poured('last', 'final-rinse', 'discard'), bottle: null, madeUp: '1.6 ml wetting agent' };
  const steps = [...STEPS, drops];
  expect(ask({ steps }).entries.map(({ bottle }) => bottle)).not.toContain('B-last');
  expect(ask({ steps, bottles: [full('last')] })).toMatchObject({
    entries: [{ bottle: 'B-last', drawnMl: 520, returnedMl: 0, wears: 0 }],
    jugsMl: { others: 520 },
  });
});

test('one-shot wears nothing that stays: what is left of the bottle is as fresh as it was mixed', () => {
  const { entries } = ask({ oneShot: true, rolls: 1 });
  expect(entries.map(({ returned, wears }) => [returned, wears])).toEqual([1, 2, 3].map(() => [false, 0]));
  const state = foldLedger(
    { kit: houseKit(), volumeMl: 1000, mixedOn: '2026-11-01' },
    entriesOfEffect(entries, { on: '2026-11-02', act: 'a' }).map((entry) => ({ ...entry, bottle: entry.bottle.slice(2) })),
    '2026-11-03',
  );
  expect(state).toMatchObject({ rollsDone: 1, wornRolls: 0 });
  expect(state.bottles.map(({ mlLeft, rollsDone, wornRolls }) => [mlLeft, rollsDone, wornRolls])).toEqual([1, 2, 3].map(() => [480, 1, 0]));
});

test('a discarded bath lasts for as many runs as its volume is there, not for what film would keep of it', () => {
  const left = (after: 'return' | 'discard') =>
    runsLeft(
      {
        bottles: [
          { mlLeft: 1000, after: 'return' },
          { mlLeft: 700, after },
        ],
      },
      12,
      520,
      false,
    );
  expect([left('return'), left('discard')]).toEqual([12, 1]);
});

const anyStep = fc.constantFrom(...STEPS.filter((step) => step.bottle !== null));
const question = fc.record({
  tankMl: fc.integer({ min: 50, max: 900 }),
  rolls: fc.integer({ min: 0, max: 8 }).map((eighths) => eighths / 4),
  oneShot: fc.boolean(),
  bottles: fc
    .uniqueArray(anyStep, { selector: (step) => step.bath })
    .chain((steps) => fc.tuple(...steps.map((step) => fc.integer({ min: 0, max: 1500 }).map((ml) => full(step.bath, ml))))),
  times: fc.dictionary(fc.constantFrom('developer', 'bleach-fix', 'stabiliser'), fc.integer({ min: 0, max: 3 })),
});

test('whatever is run: jugs gain exactly what is thrown away, bottles lose exactly what jugs and film keep, wear is what came back', () => {
  fc.assert(
    fc.property(question, ({ times, ...asked }) => {
      const pours = (step: PouredStep) => times[step.bath] ?? 1;
      const { entries, jugsMl } = ask({ ...asked, pours });
      for (const entry of entries) {
        const bottle = asked.bottles.find((each) => each.id === entry.bottle);
        const n = times[bottle?.bath ?? ''] ?? 1;
        expect(n).toBeGreaterThan(0);
        const keptMl = entry.drawnMl - entry.returnedMl;
        if (entry.returned) expect(keptMl).toBeLessThanOrEqual(n * keptByFilmMl(asked.rolls) + 1e-9);
        else expect(entry.returnedMl).toBe(0);
        expect(entry.wears).toBe(entry.returned ? asked.rolls : 0);
        const [after] = bottlesAfter([{ ...full('x', bottle?.mlLeft), id: entry.bottle, wornRolls: 0 }], entries);
        expect(after?.mlLeft).toBeCloseTo((bottle?.mlLeft ?? 0) - keptMl, 6);
        expect(after?.mlLeft).toBeGreaterThanOrEqual(0);
      }
      for (const jug of JUGS) {
        const thrown = entries.filter((entry) => !entry.returned && jugOf(entry.kind) === jug);
        expect(jugsMl[jug]).toBeCloseTo(
          thrown.reduce((sum, entry) => sum + entry.drawnMl, 0),
          6,
        );
      }
      // A forecast of the run is what its batch has seen after it; film that goes through again is no roll of the batch.
      const ledger = foldRolls(entriesOfEffect(entries, { on: '2026-11-02', act: 'run' }));
      const forecast = withRun(NOTHING_TO_COME, entries);
      expect(ledger).toEqual({ rollsDone: forecast.rolls, wornRolls: forecast.wears });
      expect(withRun(forecast, entries, true)).toMatchObject({ rolls: forecast.rolls, wears: forecast.wears });
      expect(foldRolls(entriesOfEffect(entries, { on: '2026-11-02', act: 'mend', again: true }))).toEqual({ rollsDone: 0, wornRolls: 0 });
    }),
  );
});

test('a kit’s own bottles are steps that are poured once each, water is none', () => {
  expect(stepsOfKit(houseKit()).map(({ bath }) => bath)).toEqual(['developer', 'bleach-fix', 'stabiliser']);
});
