import fc from 'fast-check';
import { addDays, formatISO, parseISO } from 'date-fns';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import type { Bath } from '../../kit/kit.ts';
import { runThrough } from './a-run-entry.fixture.ts';
import { foldBottle, type BottleEntry } from './bottle.ts';
import { entryFaults, runByHandFaults } from './may-be-entered.ts';
import { INCIDENTS } from './standing.ts';

const bath = houseKit().baths.find((each) => each.id === 'developer') as Bath;
const filled = { id: 'b', bath, volumeMl: 1000, mixedOn: '2026-10-20' };
const day = (n: number) => formatISO(addDays(parseISO('2026-10-20'), n), { representation: 'date' });
const fold = (entries: readonly BottleEntry[], airAges = false) => foldBottle(filled, entries, '2026-11-25', { airAges });
const measured = (ml: number, n: number): BottleEntry => ({ kind: 'measured', on: day(n), bottle: 'b', ml });
const stored = (how: 'plain' | 'squeezed' | 'gas', n: number): BottleEntry => ({ kind: 'stored', on: day(n), bottle: 'b', how });

describe('air over a solution, where a person goes by that school', () => {
  test.each<[string, BottleEntry[], number]>([
    ['full, it keeps its thirty-five days', [], 35],
    ['two thirds are enough', [measured(667, 10)], 35],
    ['less than that from the first day: half of them', [measured(600, 0)], 17],
    ['from the fifteenth day: ten of the twenty that were left', [measured(600, 15)], 25],
    ['squeezed, none are lost', [stored('squeezed', 0), measured(300, 5)], 35],
    ['under gas neither', [measured(300, 5), stored('gas', 5)], 35],
    ['squeezed ten days later: those ten counted twice', [measured(300, 5), stored('squeezed', 15)], 25],
    ['topped up again it breathes no more', [measured(300, 5), { kind: 'topped-up', on: day(9), bottle: 'b', ml: 600 }], 31],
    ['what was past stays past', [measured(300, 40)], 35],
  ])('%s', (_, entries, days) => {
    expect(fold(entries, true).goodUntil).toBe(day(days));
    // By the leaflet alone a level is no reason.
    expect(fold(entries).goodUntil).toBe(day(35));
  });

  test('it says why, and a date of the person’s own overrules it', () => {
    expect(fold([measured(300, 5)], true).why.join()).toContain('air over it');
    const own: BottleEntry = { kind: 'good-until', on: day(6), bottle: 'b', until: '2027-01-31', reason: 'Tested twice.' };
    expect(fold([measured(300, 5), own], true)).toMatchObject({ goodUntil: '2027-01-31', why: [] });
  });
});

test('what came back is what was measured, else what film and tank usually leave', () => {
  const run = (change: object) => runThrough({ on: day(1), rolls: 2, drawnMl: 520, returned: true, ...change }, { b: 'developer' });
  expect(fold(run({})).mlLeft).toBe(979);
  expect(fold(run({ returnedMl: 490 })).mlLeft).toBe(970);
  expect(fold(run({ returned: false }))).toMatchObject({ mlLeft: 480, rollsDone: 2, wornRolls: 0 });
  expect(fold([...run({}), { kind: 'corrected', on: day(2), rolls: -0.5, reason: 'A sheet less.' }]).rollsDone).toBe(1.5);
});

const anyDay = fc.integer({ min: 0, max: 30 }).map(day);
const amount = fc.integer({ min: 0, max: 40 });
/** What a day can bring that leaves no bottle short. */
const harmless: fc.Arbitrary<BottleEntry> = fc.oneof(
  fc
    .record({ on: anyDay, rolls: fc.integer({ min: 0, max: 2 }), drawnMl: fc.constant(100), returned: fc.constant(true) })
    .map((run) => runThrough(run, { b: 'developer' })[0] as BottleEntry),
  fc.record({ kind: fc.constantFrom('topped-up' as const, 'poured-away' as const), on: anyDay, bottle: fc.constant('b'), ml: amount }),
  fc.record({ kind: fc.constant('carried-over' as const), on: anyDay, rolls: fc.integer({ min: 0, max: 3 }) }),
);

test('runs and amounts of one day come to the same in any order', () => {
  fc.assert(
    fc.property(fc.array(harmless, { maxLength: 8 }), fc.integer({ min: 0, max: 7 }), (entries, turn) => {
      const turned = [...entries.slice(turn), ...entries.slice(0, turn)];
      const [a, b] = [entries, turned].map((each) => fold(each));
      expect([a?.mlLeft, a?.rollsDone]).toEqual([b?.mlLeft, b?.rollsDone]);
    }),
  );
});

test('more days with the cap off, or more of anything in it, never make a bottle better', () => {
  const rank = { good: 0, doubtful: 1, spent: 2 } as const;
  fc.assert(
    fc.property(fc.constantFrom(...INCIDENTS), fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }), (what, a, b) => {
      const [less, more] = [Math.min(a, b), Math.max(a, b)].map((n) =>
        fold([{ kind: 'incident', on: day(3), bottle: 'b', what, ml: n, days: n / 10 }]),
      );
      if (!less || !more) throw new Error('two folds');
      expect(rank[more.standing]).toBeGreaterThanOrEqual(rank[less.standing]);
      expect((more.goodUntil ?? '') <= (less.goodUntil ?? '')).toBe(true);
    }),
  );
});

test.each<[string, BottleEntry, string, RegExp]>([
  ['before the mixing', measured(500, -3), 'on', /mixed on 20 Oct 2026/],
  ['tomorrow', measured(500, 40), 'on', /still to come/],
  ['more than the bottle takes', measured(1400, 2), 'ml', /up to 1250 ml/],
  ['topped up over its rim', { kind: 'topped-up', on: day(2), bottle: 'b', ml: 300 }, 'ml', /up to 250 ml/],
  ['more out than in', { kind: 'poured-away', on: day(2), bottle: 'b', ml: 1001 }, 'ml', /only 1000 ml/],
  [
    'good until before it was mixed',
    { kind: 'good-until', on: day(2), bottle: 'b', until: '2026-01-01', reason: 'x' },
    'until',
    /at least until then/,
  ],
])('an entry %s is refused at its field, with what would be accepted', (_, entry, field, says) => {
  const faults = entryFaults(entry, [fold([])], '2026-11-25');
  expect(faults.map((fault) => fault.field)).toEqual([field]);
  expect(faults[0]?.message).toMatch(says);
});

test.each<[string, object, string, RegExp]>([
  ['more returned than drawn', { returnedMl: 501 }, 'returnedMl', /up to 500 ml/],
  ['more drawn than there is', { drawnMl: 1100 }, 'drawnMl', /Developer holds 1000 ml/],
  ['tomorrow', { on: day(40) }, 'on', /still to come; today is 25 Nov 2026/],
])('a run entered by hand with %s is refused at its field', (_, change, field, says) => {
  const faults = runByHandFaults({ on: day(2), rolls: 1, drawnMl: 500, returned: true, ...change }, [fold([])], '2026-11-25');
  expect(faults.map((fault) => fault.field)).toEqual([field]);
  expect(faults[0]?.message).toMatch(says);
});

test('an emptied bottle takes no entry until that is taken back', () => {
  const empty = fold([{ kind: 'emptied', on: day(5), bottle: 'b' }]);
  expect(empty).toMatchObject({ emptied: true, mlLeft: 0 });
  expect(entryFaults(measured(20, 6), [empty], '2026-11-25')[0]?.message).toMatch(/was emptied/);
  expect(entryFaults(measured(20, 6), [fold([])], '2026-11-25')).toEqual([]);
});
