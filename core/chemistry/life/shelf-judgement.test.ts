import { houseKit } from '../../kit/a-kit.fixture.ts';
import { runThrough } from '../ledger/a-run-entry.fixture.ts';
import type { BottleEntry } from '../ledger/bottle.ts';
import { foldLedger } from '../ledger/ledger.ts';
import { firstToUse, whatFollows } from '../ledger/what-follows.ts';
import { JUGS, jugOf } from '../safety/spent.ts';
import { paceOf, supplyOf } from './pace.ts';
import { shelfReminders } from './reminders.ts';
import { shelfToDo } from './shelf-to-do.ts';
import { snipResult, snipTest } from './snip-test.ts';
import { twoEnds, type Pace } from './two-ends.ts';
import { yieldTable } from './yield-table.ts';

const kit = houseKit();
const ON = '2026-11-25';
const WEEKLY: Pace = { rolls: 8, weeks: 8 };
function batch(entries: readonly BottleEntry[], mixedOn = '2026-11-09', pace: Pace | null = WEEKLY, waiting: readonly string[] = []) {
  const state = foldLedger({ kit, volumeMl: 1000, mixedOn }, entries, ON);
  const ends = twoEnds(kit, 1000, state, ON, pace);
  return { ...state, ends, follows: whatFollows({ on: ON, bottles: state.bottles, ends, waiting }) };
}
const rolls = (n: number) => runThrough({ on: '2026-11-10', rolls: n, drawnMl: 500, returned: true });
const dripped: BottleEntry = { kind: 'incident', on: '2026-11-22', bottle: 'developer', what: 'later-bath', ml: 1 };

describe('what follows: one sentence and one act, the most urgent first', () => {
  test.each<[string, ReturnType<typeof batch>, RegExp, string | null]>([
    [
      'bleach-fix in the developer',
      batch([dripped]),
      /^Developer, 22 Nov: bleach, fixer or bleach-fix got in/,
      'Test it with a snip, or pour it away',
    ],
    [
      'frozen',
      batch([{ kind: 'incident', on: '2026-11-22', bottle: 'bleach-fix', what: 'damage' }]),
      /^Bleach-fix, 22 Nov: frozen/,
      'Test it with a snip first',
    ],
    ['past its days', batch([], '2026-10-15'), /^Developer: past its time by 6 days\.$/, 'Test it with a snip, or pour it away'],
    ['twelve rolls done', batch(rolls(12)), /has done the rolls it is made for/, 'Pour it into the jugs'],
    ['spent goes before worn', batch([...rolls(12), dripped]), /got in/, 'Test it with a snip, or pour it away'],
    [
      'old before worn, nothing waits',
      batch(rolls(2)),
      /^Old on 14 Dec, before it is worn: 7\.3 rolls would be lost\. Mix half next time\.$/,
      null,
    ],
    [
      'old before worn, rolls wait',
      batch(rolls(2), '2026-11-09', WEEKLY, ['Glaze room', 'Night kiln', 'Yard']),
      /would be lost\.$/,
      'Plan Glaze room and Night kiln',
    ],
    ['and it is near', batch(rolls(2), '2026-10-28', WEEKLY, ['Glaze room']), /would be lost\.$/, 'Plan Glaze room this week'],
    ['worn before old', batch(rolls(10)), /^Ends worn on 9 Dec, not old: nothing will be lost\.$/, 'Mix the next one by 8 Dec'],
    ['no pace yet', batch([], '2026-11-09', null), /^Good until 14 Dec\.$/, null],
    ['everything emptied', batch([{ kind: 'emptied', on: '2026-11-20' }]), /^Every bottle is empty/, 'Put the batch away'],
  ])('%s', (_, { follows }, says, label) => {
    expect(follows.says).toMatch(says);
    expect(follows.does?.label ?? null).toBe(label);
  });

  test('nothing asks for an act on a day that is past', () => {
    const { follows } = batch(rolls(12 - 0.05));
    expect(follows.by).toBe(ON);
  });
});

test('of two batches the one that would grow old with rolls in it goes first, and only if it may be poured', () => {
  const asked = (name: string, { ends }: ReturnType<typeof batch>, worst: 'good' | 'doubtful' = 'good') => ({
    id: name,
    name,
    ends,
    worst,
  });
  const [fresh, ageing] = [batch([]), batch(rolls(4), '2026-10-28')];
  expect(firstToUse(asked('Fresh', fresh), [asked('Ageing', ageing)])).toEqual({
    id: 'Ageing',
    why: 'Ageing is old on 2 Dec and would lose 7 rolls; Fresh keeps until 14 Dec.',
  });
  expect(firstToUse(asked('Fresh', fresh), [asked('Ageing', ageing, 'doubtful')])).toBeNull();
  expect(firstToUse(asked('Ageing', ageing), [asked('Fresh', fresh)])).toBeNull();
});

describe('pace and supply', () => {
  const run = (on: string, n = 1) => ({ on, rolls: n });
  test.each<[string, { on: string; rolls: number }[], Pace | null]>([
    ['none before the first roll', [], null],
    ['a roll today is a roll in a week, not seven', [run(ON, 2)], { rolls: 2, weeks: 1 }],
    ['over what there is', [run('2026-11-12', 3), run('2026-11-20')], { rolls: 4, weeks: 2 }],
    ['over eight weeks once there is more', [run('2026-01-01', 40), run('2026-10-01'), run('2026-11-01', 8)], { rolls: 9, weeks: 8 }],
    ['nothing lately is no pace', [run('2026-01-01', 40)], { rolls: 0, weeks: 8 }],
  ])('%s', (_, runs, pace) => expect(paceOf(runs, ON)).toEqual(pace));

  test('what lasts until when: lost rolls do not count, boxes do', () => {
    const batches = [
      { rollsLeft: 8, rollsLost: 3 },
      { rollsLeft: null, rollsLost: null },
    ];
    expect(supplyOf(batches, [{ rolls: 6 }], WEEKLY, ON)).toEqual({ rollsInBottles: 5, rollsInBoxes: 6, lastsUntil: '2027-02-10' });
    expect(supplyOf([], [], WEEKLY, ON).lastsUntil).toBe(ON);
    expect(supplyOf(batches, [], null, ON).lastsUntil).toBeNull();
  });
});

test('after six weeks: what to use, to test, to pour away and to buy', () => {
  const named = (id: string, { bottles, ends }: ReturnType<typeof batch>, process = 'C-41') => ({
    id,
    name: id,
    process,
    ends,
    bottles: bottles.map((bottle) => ({ ...bottle, id: `${id} ${bottle.id}`, code: 'B1' })),
  });
  const shelf = [
    named('fresh', batch([])),
    named('ageing', batch([], '2026-10-28')),
    named('dripped', batch([dripped])),
    named('old', batch([], '2026-10-15')),
    named('done', batch(rolls(12)), 'E-6'),
  ];
  const supply = (lastsUntil: string | null) => ({ rollsInBottles: 0, rollsInBoxes: 0, lastsUntil });
  const toDo = shelfToDo(
    shelf,
    new Map([
      ['C-41', supply('2026-12-30')],
      ['E-6', supply(ON)],
      ['ECN-2', supply(null)],
    ]),
    ON,
  );
  expect(toDo.use).toEqual([{ process: 'C-41', id: 'ageing', name: 'ageing' }]);
  expect(toDo.test.map((bottle) => bottle.id)).toEqual(['old developer']);
  expect(toDo.pour.map((bottle) => bottle.id)).toEqual(['dripped developer', 'done developer', 'done bleach-fix', 'done stabiliser']);
  expect(toDo.buy).toEqual([
    { process: 'E-6', by: null },
    { process: 'C-41', by: '2026-12-30' },
  ]);
});

test('a snip: a developer darkens it within its time, a fixer clears it within half of its own', () => {
  const developer = snipTest({ kind: 'developer' }, 200);
  const fixer = snipTest({ kind: 'bleach-fix' }, 400);
  if (!developer || !fixer) throw new Error('both are tested');
  expect([0, 200, 201, null].map((s) => snipResult(developer, s))).toEqual(['passed', 'passed', 'failed', 'failed']);
  expect([200, 201, 400, 401, null].map((s) => snipResult(fixer, s))).toEqual(['passed', 'worn', 'worn', 'failed', 'failed']);
  expect([snipTest({ kind: 'stabiliser' }, 60), snipTest({ kind: 'bleach' }, 60)]).toEqual([null, null]);
});

test('every bath has a jug; those that bleach or fix are the silver-bearing ones', () => {
  expect((['developer', 'first-developer', 'bleach', 'fixer', 'bleach-fix', 'stop', 'stabiliser'] as const).map(jugOf)).toEqual([
    JUGS[0],
    JUGS[0],
    JUGS[1],
    JUGS[1],
    JUGS[1],
    JUGS[2],
    JUGS[2],
  ]);
});

test('what a litre gives one-shot: fillings of the tank, times what it holds', () => {
  expect(
    yieldTable({ makesMl: 1000 }, [
      { name: 'Steel', volumeMl: 520, holds: { '135': 2, '120': 1 } },
      { name: 'Small', volumeMl: 250, holds: { '135': 1 } },
      { name: 'Drum', volumeMl: 1200, holds: { '135': 5 } },
    ]).map(({ tank, family, runs, rolls: n }) => [tank, family, runs, n]),
  ).toEqual([
    ['Steel', '120', 1, 1],
    ['Steel', '135', 1, 2],
    ['Small', '135', 4, 4],
    ['Drum', '135', 0, 0],
  ]);
});

test('reminders: what is urgent tomorrow, what ends on its day, a full jug within a week', () => {
  const view = (id: string, { follows }: ReturnType<typeof batch>) => ({ id, name: id, follows });
  expect(
    shelfReminders(
      {
        batches: [view('dripped', batch([dripped])), view('worn', batch(rolls(10))), view('quiet', batch([], '2026-11-09', null))],
        boxes: [
          { id: 'b', name: 'Reedbed', useBy: '2026-12-03' },
          { id: 'gone', name: 'Old', useBy: '2026-01-01' },
        ],
        jugs: [
          { jug: 'silver-bearing', ml: 2400 },
          { jug: 'others', ml: 100 },
        ],
      },
      ON,
      'US fl oz',
    ).map(({ on, says, why }) => [on, says, ...(says.includes('jug:') ? [why] : [])]),
  ).toEqual([
    ['2026-11-26', 'dripped: test it with a snip, or pour it away'],
    ['2026-12-02', 'Hand over the jug: silver-bearing', '81.2 US fl oz. Your local rules decide what goes where.'],
    ['2026-12-03', 'Use up the box of Reedbed'],
    ['2026-12-08', 'Mix the next one after worn'],
    ['2026-12-14', 'Use quiet up'],
  ]);
});

test('where each filling is used once, a batch lasts for its fillings, whatever its kit is made for', () => {
  const state = foldLedger({ kit, volumeMl: 1000, mixedOn: '2026-11-09' }, [], ON);
  const usedAgain = twoEnds(kit, 1000, state, ON, WEEKLY);
  const once = twoEnds(kit, 1000, state, ON, WEEKLY, 4);
  expect([usedAgain.rollsLeft, once.rollsLeft]).toEqual([12, 4]);
  // A roll a week: four fillings end in four weeks, and are not lost to age.
  expect(once).toMatchObject({ wornOn: '2026-12-23', rollsLost: 4 - 19 / 7 });
});
