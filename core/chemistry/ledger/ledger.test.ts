import fc from 'fast-check';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import { runsLeft, twoEnds } from '../life/two-ends.ts';
import { runThrough } from './a-run-entry.fixture.ts';
import type { BottleEntry } from './bottle.ts';
import { foldLedger } from './ledger.ts';
import { INCIDENTS, TEST_RESULTS } from './standing.ts';

const batch = { kit: houseKit(), volumeMl: 1000, mixedOn: '2026-10-20' };
type Written = BottleEntry | readonly BottleEntry[];
const fold = (entries: readonly Written[], on = '2026-11-25') => foldLedger(batch, entries.flat(), on);
const bottle = (entries: readonly Written[], id = 'developer') => fold(entries).bottles.find((each) => each.id === id);
const on = '2026-11-02';
const run = (rolls: number, change: object = {}) => runThrough({ on, rolls, drawnMl: 520, returned: true, ...change });
const incident = (what: string, change: object = {}): BottleEntry =>
  ({ kind: 'incident', on, bottle: 'developer', what, ...change }) as BottleEntry;

test('two rolls returned leave 979 ml: film and tank keep 5 and 8 a roll; one-shot nothing comes back', () => {
  expect(bottle([run(2)])).toMatchObject({ mlLeft: 979, ageDays: 36, goodUntil: '2026-11-24', standing: 'good', why: [] });
  expect(bottle([run(2, { returned: false })])?.mlLeft).toBe(480);
  expect(fold([run(2), run(1, { returned: false })])).toMatchObject({ rollsDone: 3, wornRolls: 2 });
  expect(
    bottle([run(1), { kind: 'topped-up', on, bottle: 'developer', ml: 20 }, { kind: 'poured-away', on, bottle: 'developer', ml: 7 }])
      ?.mlLeft,
  ).toBe(1000);
  expect(
    bottle([
      { kind: 'measured', on, bottle: 'developer', ml: 900 },
      { kind: 'emptied', on },
    ]),
  ).toMatchObject({ mlLeft: 0, emptied: true });
});

test.each<[string, BottleEntry[], string, string]>([
  ['a drop of bleach-fix', [incident('later-bath', { ml: 1 })], 'developer', 'spent'],
  ['a later bath in a bleach-fix', [incident('later-bath', { bottle: 'bleach-fix' })], 'bleach-fix', 'doubtful'],
  ['a little stop bath', [incident('stop', { ml: 10 })], 'developer', 'doubtful'],
  ['more of it', [incident('stop', { ml: 11 })], 'developer', 'spent'],
  ['the other developer', [incident('other-developer')], 'developer', 'doubtful'],
  [
    'usual carry-over, twice',
    [incident('developer', { bottle: 'bleach-fix', ml: 10 }), incident('developer', { bottle: 'bleach-fix', ml: 10 })],
    'bleach-fix',
    'good',
  ],
  [
    'a drop more than usual',
    [incident('developer', { bottle: 'bleach-fix', ml: 10 }), incident('developer', { bottle: 'bleach-fix', ml: 11 })],
    'bleach-fix',
    'doubtful',
  ],
  ['a little water', [incident('water', { ml: 50 })], 'developer', 'good'],
  ['water twice', [incident('water', { ml: 50 }), incident('water', { ml: 50 })], 'developer', 'doubtful'],
  ['remjet flakes', [incident('remjet')], 'developer', 'good'],
  ['frozen', [incident('damage')], 'developer', 'doubtful'],
  ['spent stays spent', [incident('later-bath'), incident('damage')], 'developer', 'spent'],
  ['until a test passes', [incident('later-bath'), { kind: 'test', on, bottle: 'developer', result: 'passed' }], 'developer', 'good'],
  ['a worn test', [{ kind: 'test', on, bottle: 'developer', result: 'worn' }], 'developer', 'doubtful'],
  ['a failed one', [{ kind: 'test', on, bottle: 'developer', result: 'failed' }], 'developer', 'spent'],
])('what got in: %s', (_, entries, id, standing) => {
  expect(bottle(entries, id)?.standing).toBe(standing);
  if (standing !== 'good') expect(bottle(entries, id)?.why.join(' ')).toMatch(/\w/);
});

test('a cap left off for three days takes six off a developer, none off a fixer', () => {
  expect(bottle([incident('cap-off', { days: 3 })])?.goodUntil).toBe('2026-11-18');
  expect(bottle([incident('cap-off', { days: 3, bottle: 'bleach-fix' })], 'bleach-fix')?.goodUntil).toBe(
    bottle([], 'bleach-fix')?.goodUntil,
  );
  expect(bottle([incident('remjet')])?.seenRemjet).toBe(true);
  const cine = run(1, { remjet: true });
  expect([bottle([cine])?.seenRemjet, bottle([cine], 'bleach-fix')?.seenRemjet]).toEqual([true, false]);
});

test('a batch ends worn or old, whichever comes first, and says what is lost', () => {
  const ends = (entries: Written[], pace: { rolls: number; weeks: number } | null) =>
    twoEnds(batch.kit, 1000, fold(entries, '2026-11-10'), '2026-11-10', pace);
  // 10 rolls left at 1.125 a week: 62 days. The developer is old on 24 November, two weeks on: 2.25 rolls of ten.
  expect(ends([run(2)], { rolls: 9, weeks: 8 })).toEqual({
    rollsLeft: 10,
    wornOn: '2027-01-11',
    oldOn: '2026-11-24',
    endsOn: '2026-11-24',
    rollsLost: 7.75,
  });
  expect(ends([run(2)], { rolls: 0, weeks: 8 })).toMatchObject({ wornOn: null, rollsLost: 10 });
  expect(ends([run(2)], null)).toMatchObject({ wornOn: null, rollsLost: null });
  expect(ends([run(12)], { rolls: 9, weeks: 8 })).toMatchObject({ rollsLeft: 0, wornOn: '2026-11-10', rollsLost: 0 });
  const state = fold([run(2)]);
  expect([
    runsLeft(state, 10, 520, false),
    runsLeft(state, 10, 520, true),
    runsLeft(state, 10, 970, false),
    runsLeft(state, 10, 980, false),
  ]).toEqual([10, 1, 1, 0]);
});

const day = fc.integer({ min: 1, max: 28 }).map((d) => `2026-11-${String(d).padStart(2, '0')}`);
const which = fc.constantFrom('developer', 'bleach-fix', 'stabiliser');
const ml = fc.integer({ min: 0, max: 1500 });
const anyEntry: fc.Arbitrary<Written> = fc.oneof(
  fc.record({ on: day, rolls: fc.integer({ min: 0, max: 5 }), drawnMl: ml, returned: fc.boolean() }).map((each) => runThrough(each)),
  fc.record({ kind: fc.constantFrom('topped-up' as const, 'poured-away' as const, 'measured' as const), on: day, bottle: which, ml }),
  fc.record({
    kind: fc.constant('incident' as const),
    on: day,
    bottle: which,
    what: fc.constantFrom(...INCIDENTS),
    ml,
    days: fc.integer({ min: 0, max: 9 }),
  }),
  fc.record({ kind: fc.constant('test' as const), on: day, bottle: which, result: fc.constantFrom(...TEST_RESULTS) }),
  fc.record({ kind: fc.constant('carried-over' as const), on: day, rolls: fc.integer({ min: 0, max: 5 }) }),
  fc.record({ kind: fc.constant('emptied' as const), on: day, bottle: which }),
);

test('whatever is entered: nothing below nought, rolls done are the runs’ sum, taking the last entry back is not having made it', () => {
  fc.assert(
    fc.property(fc.array(anyEntry, { maxLength: 25 }), (entries) => {
      const state = fold(entries);
      for (const each of state.bottles) expect(each.mlLeft).toBeGreaterThanOrEqual(0);
      const sum = entries.reduce((rolls, entry) => {
        const first = [entry].flat()[0];
        return rolls + (first && 'rolls' in first ? first.rolls : 0);
      }, 0);
      expect(state.rollsDone).toBe(sum);
      // A later day's entries may be written first; the fold goes by the day.
      const dealt = [...entries].sort((a, b) => ([b].flat()[0]?.on ?? '').localeCompare([a].flat()[0]?.on ?? ''));
      expect(fold(dealt)).toEqual(state);
    }),
  );
});
