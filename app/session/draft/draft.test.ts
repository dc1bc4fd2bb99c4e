import fc from 'fast-check';
import type { ArrangedRun } from '../../../core/evening/evening.ts';
import type { OwnMargin } from '../../../core/timing/own-margin.ts';
import { EMPTY_DRAFT, readDraftChange, readDraftDocument, withChange, type Draft, type DraftChange } from './draft.ts';
import { marginsOn } from './margins-on.ts';

const ROLLS = ['a', 'b', 'c', 'd', 'e'];
const RUNS: readonly ArrangedRun[] = [
  { tankId: 'steel', batchId: 'lane', rollIds: ['a', 'b'] },
  { tankId: 'steel', batchId: 'lane', rollIds: ['c'] },
  { tankId: 'three', batchId: 'marsh', rollIds: ['d', 'e'] },
];
const after = (draft: Draft, ...changes: DraftChange[]) => changes.reduce((before, change) => withChange(before, change), draft);
const rollsIn = (draft: Draft) => (draft.arrangement ?? []).flatMap((run) => run.rollIds);

test('a drag makes the arrangement the person’s own; the roll is in one run, and an empty run goes', () => {
  const moved = after(EMPTY_DRAFT, { kind: 'move', rollId: 'c', to: 0, runs: [...RUNS] });
  expect(moved.arrangement?.map((run) => run.rollIds)).toEqual([
    ['a', 'b', 'c'],
    ['d', 'e'],
  ]);
  const apart = after(moved, { kind: 'move', rollId: 'a', to: -1, runs: [...(moved.arrangement ?? [])] });
  expect(apart.arrangement?.map((run) => run.rollIds)).toEqual([['b', 'c'], ['d', 'e'], ['a']]);
  expect(apart.arrangement?.at(-1)).toMatchObject({ tankId: 'steel', batchId: 'lane' });
});

test('what changes who shares a tank is proposed anew; what does not leaves the arrangement', () => {
  const arranged = after(EMPTY_DRAFT, { kind: 'reorder', from: 2, to: 0, runs: [...RUNS] });
  expect(arranged.arrangement?.map((run) => run.tankId)).toEqual(['three', 'steel', 'steel']);
  const anew: DraftChange[] = [
    { kind: 'choose-batch', batchId: 'other' },
    { kind: 'choose-tanks', tankIds: ['three'] },
    { kind: 'push', rollIds: ['a'], stops: 1 },
    { kind: 'treatment', rollIds: ['a'], treatment: 'bleach-bypass' },
    { kind: 'roll-in', rollId: 'a' },
    { kind: 'propose' },
  ];
  for (const change of anew) expect([change.kind, withChange(arranged, change).arrangement]).toEqual([change.kind, null]);
  const kept: DraftChange[] = [
    { kind: 'temperature', batchId: 'lane', step: 'developer', tempC: 37 },
    { kind: 'margin', batchId: 'lane', kitId: 'kiln', bath: 'developer', own: { by: 'seconds', amount: 15, reason: '' } },
    { kind: 'school', school: 'first' },
    { kind: 'heat', school: 'pour-warmer' },
  ];
  for (const change of kept) expect([change.kind, withChange(arranged, change).arrangement]).toEqual([change.kind, arranged.arrangement]);
});

test('a margin of nought is no margin; schools of wear and push stand apart; back to the usual ones clears all three', () => {
  const own = (amount: number): OwnMargin => ({ by: 'percent', amount, reason: 'thin with this kit' });
  const margin = (amount: number): DraftChange => ({ kind: 'margin', batchId: 'lane', kitId: 'kiln', bath: 'developer', own: own(amount) });
  const batch = { id: 'lane', kit: { id: 'kiln' } };
  expect(marginsOn(after(EMPTY_DRAFT, margin(5), margin(-4)), batch)).toEqual({ developer: own(-4) });
  // It belongs to the kit: the next batch of it has it too, and another kit's has not.
  expect(marginsOn(after(EMPTY_DRAFT, margin(5)), { id: 'mixed later', kit: { id: 'kiln' } })).toEqual({ developer: own(5) });
  expect(marginsOn(after(EMPTY_DRAFT, margin(5)), { id: 'tern', kit: { id: 'saltmarsh' } })).toEqual({});
  // For one push it stands beside what holds for all of them, and goes by itself.
  const pushed = after(EMPTY_DRAFT, margin(5), { ...margin(20), push: 2 } as DraftChange);
  expect([marginsOn(pushed, batch), marginsOn(pushed, batch, 1), marginsOn(pushed, batch, 2)]).toEqual([
    { developer: own(5) },
    { developer: own(5) },
    { developer: own(20) },
  ]);
  expect(marginsOn(after(pushed, { ...margin(0), push: 2 } as DraftChange), batch, 2)).toEqual({ developer: own(5) });
  // One that was stored before margins had reasons still holds, and nought takes it off as well.
  const old = readDraftDocument({ ownS: { lane: { developer: 20 } } });
  expect(marginsOn(old, batch)).toEqual({ developer: { by: 'seconds', amount: 20, reason: '' } });
  expect(marginsOn(after(old, margin(0)), batch)).toEqual({});
  const schools = after(
    EMPTY_DRAFT,
    { kind: 'school', school: 'first' },
    { kind: 'school', school: 'rule-of-thumb' },
    { kind: 'heat', school: 'pour-warmer' },
  );
  expect(schools).toMatchObject({ wear: 'first', pushSchool: 'rule-of-thumb', habits: { temperature: 'pour-warmer' } });
  expect(after(schools, { kind: 'usual-habits' })).toEqual(EMPTY_DRAFT);
  // Tonight's own habits begin as the usual ones.
  expect(withChange(EMPTY_DRAFT, { kind: 'heat', school: 'wait-longer' }, { clock: 'tank-full' }).habits).toEqual({
    clock: 'tank-full',
    temperature: 'wait-longer',
  });
});

test('a remedy sets the one habit it names, for tonight alone; what is no habit is none', () => {
  const pressed = (posted: object) => {
    const change = readDraftChange('habit', posted);
    if (!change) throw new Error(JSON.stringify(posted));
    return withChange(EMPTY_DRAFT, change, { clock: 'tank-full', oneTemperature: 'follow' }).habits;
  };
  expect(pressed({ temperature: 'pour-warmer' })).toEqual({ clock: 'tank-full', oneTemperature: 'follow', temperature: 'pour-warmer' });
  expect(pressed({ oneTemperature: 'hold' })).toEqual({ clock: 'tank-full', oneTemperature: 'hold' });
  expect(readDraftChange('habit', { temperature: 'guess' })).toBeNull();
});

const runIndex = fc.integer({ min: -1, max: 5 });
const change: fc.Arbitrary<(runs: readonly ArrangedRun[]) => DraftChange> = fc.oneof(
  fc
    .record({ rollId: fc.constantFrom(...ROLLS, 'gone'), to: runIndex })
    .map((move) => (runs: readonly ArrangedRun[]) => ({ kind: 'move' as const, ...move, runs: [...runs] })),
  fc
    .record({ from: fc.nat(5), to: fc.nat(5) })
    .map((way) => (runs: readonly ArrangedRun[]) => ({ kind: 'reorder' as const, ...way, runs: [...runs] })),
  fc
    .record({ run: fc.nat(5), tankId: fc.constantFrom('steel', 'three') })
    .map((way) => (runs: readonly ArrangedRun[]) => ({ kind: 'run-tank' as const, ...way, runs: [...runs] })),
);

test('however rolls are dragged and runs moved, no roll is lost, doubled or left in an empty run', () => {
  fc.assert(
    fc.property(fc.array(change, { maxLength: 30 }), (changes) => {
      let draft: Draft = { ...EMPTY_DRAFT, arrangement: RUNS };
      for (const make of changes) draft = withChange(draft, make(draft.arrangement ?? []));
      expect([...rollsIn(draft)].sort()).toEqual(ROLLS);
      expect(draft.arrangement?.every((run) => run.rollIds.length > 0)).toBe(true);
    }),
  );
});

test('a draft comes back from its document as it was; of any other document whatever can be read', () => {
  const draft = after(
    { ...EMPTY_DRAFT, arrangement: RUNS },
    { kind: 'push', rollIds: ['a', 'b'], stops: 1 },
    { kind: 'treatment', rollIds: ['c'], treatment: 'cross-process' },
    { kind: 'temperature', batchId: 'lane', step: 'developer', tempC: 37.2 },
    { kind: 'margin', batchId: 'lane', kitId: 'kiln', bath: 'developer', own: { by: 'percent', amount: 5, reason: 'thin' } },
    { kind: 'roll-out', rollId: 'e' },
  );
  expect(readDraftDocument(JSON.parse(JSON.stringify(draft)))).toEqual(draft);
  expect(
    readDraftDocument({ ...draft, arrangement: 'mine', pushStops: { a: 'one', b: 1 }, treatments: { c: 'boiled' }, wear: 'both' }),
  ).toMatchObject({
    arrangement: null,
    pushStops: { b: 1 },
    treatments: {},
    excluded: ['e'],
  });
  fc.assert(
    fc.property(fc.jsonValue(), (document) =>
      expect(readDraftDocument(document)).toMatchObject({ excluded: expect.any(Array) as string[] }),
    ),
  );
});

test.each<[string, object]>([
  ['temperature', { batchId: 'lane', step: 'developer', tempC: 'warm' }],
  ['push', { rollIds: ['a'], stops: 9 }],
  ['treatment', { rollIds: ['a'], treatment: 'boiled' }],
  ['margin', { batchId: 'lane', bath: 'developer', seconds: 1.5 }],
  ['move', { rollId: 'a', to: 100, runs: [] }],
  ['run-tank', { run: 0, tankId: '', runs: [] }],
  ['heat', { school: 'guess' }],
  ['__proto__', {}],
  ['toString', {}],
])('a change that makes no sense is none: %s', (kind, posted) => {
  expect(readDraftChange(kind, posted)).toBeNull();
});

test('figures arrive as text and are typed here', () => {
  expect(readDraftChange('push', { rollIds: ['a'], stops: '-1' })).toEqual({ kind: 'push', rollIds: ['a'], stops: -1 });
  expect(readDraftChange('roll-out', { rollId: 'a' })).toEqual({ kind: 'roll-out', rollId: 'a' });
});

test('a change is what it is about: what else the form brought is no part of it', () => {
  const posted = { batchId: 'lane', step: 'developer', tempC: '38', kitId: 'lane', treatment: '-1' };
  expect(readDraftChange('temperature', posted)).toEqual({ kind: 'temperature', batchId: 'lane', step: 'developer', tempC: 38 });
});

test('a draft that says little is read as one that says nothing of the rest', () => {
  for (const said of [{}, { format: 'steady-reel/draft@2' }, { ways: { a: { normal: [] } } }, { temperaturesC: null, own: 7 }])
    expect(readDraftDocument(said)).toEqual({ ...EMPTY_DRAFT, ways: readDraftDocument(said).ways });
});
