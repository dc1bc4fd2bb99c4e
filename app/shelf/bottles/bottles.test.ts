import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import type { BottleEntry } from '../../../core/chemistry/ledger/bottle.ts';
import { INCIDENTS, TEST_RESULTS } from '../../../core/chemistry/ledger/standing.ts';
import { storeDoneRun } from '../../run/acts/a-done-run.fixture.ts';
import { storeTank, throughBatch } from '../../server/shelf/a-shelf.fixture.ts';
import { addBatch, bottlesApart, findBatch, findBottle, setBatchRetired } from '../../server/shelf/batches.server.ts';
import { entriesOfBatch, moveBottle, undoEntry, writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { addDays, formatISO } from 'date-fns';
import { today } from '../../server/database/clock.server.ts';
import { sql } from '../../server/database/database.server.ts';
import { jugsNow } from '../../server/shelf/jugs.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { action as batchAction } from './batch.tsx';
import { action, loader } from './bottle.tsx';
import { loader as openLoader } from './open-bottle.ts';
import { shelfPage } from '../board/shelf-page.server.ts';
import { action as shelfAction } from '../board/shelf.tsx';
import { action as snipAction } from './test/snip-test.tsx';
import { action as spentAction } from '../spent/spent.tsx';

const KIT = 'house-c41-three-bath';
let mixings = 0;
/** A batch mixed some days ago, and its bottles by bath. */
function mixed(daysAgo = 5, id = `batch-${++mixings}`) {
  const mixedOn = formatISO(addDays(new Date(), -daysAgo), { representation: 'date' });
  addBatch({ id, kitId: KIT, name: id, volumeMl: 1000, mixedOn, priceCents: null, rollsDone: 0, note: '' }, 1);
  const bottle = (bath: string): ShelfBottle => {
    const found = findBatch(id)?.bottles.find((each) => each.bath === bath);
    if (!found) throw new Error(`no ${bath} in ${id}`);
    return found;
  };
  return { id, mixedOn, bottle };
}
const enter = (bottle: ShelfBottle, fields: Record<string, string>) => post(action, { on: today(), ...fields }, { bottle: bottle.code });

beforeEach(() => sql('UPDATE batches SET retired_at_ms = 1').run());

test('a drop of bleach-fix makes the developer spent at once; a snip that passes takes it back, and the history reads so', async () => {
  const { bottle } = mixed();
  const came = await enter(bottle('developer'), { intent: 'incident', what: 'later-bath', ml: '', note: 'The funnel.' });
  expect(came.to).toMatch(/^\/shelf\/bottles\/\d+\?kept=/);
  expect(bottle('developer')).toMatchObject({ standing: 'spent', sinceOn: today() });
  expect([bottle('bleach-fix').standing, bottle('stabiliser').standing]).toEqual(['good', 'good']);
  await post(snipAction, { intent: 'result', result: 'passed' }, { bottle: bottle('developer').code });
  expect(bottle('developer')).toMatchObject({ standing: 'good', why: [] });
  const page = load(loader, '/', { bottle: bottle('developer').code }) as ReturnType<typeof loader>;
  expect(page.history.map(({ says, note }) => [says.replace(/B\d+/, 'B'), note])).toEqual([
    ['Developer B: tested with a snip, passed.', ''],
    ['Developer B: bleach, fixer, bleach-fix or another later bath got in.', 'The funnel.'],
  ]);
});

test.each<[string, Record<string, string>, string, RegExp]>([
  ['stop bath without how much', { intent: 'incident', what: 'stop' }, 'ml', /How much got in decides/],
  ['a cap off for no time', { intent: 'incident', what: 'cap-off' }, 'days', /For how long/],
  ['nothing chosen', { intent: 'incident', what: '' }, 'what', /Choose what happened/],
  ['a day that does not exist', { intent: 'incident', what: 'damage', on: '2026-02-30' }, 'on', /A date such as/],
  ['a day before the mixing', { intent: 'incident', what: 'damage', on: '2020-01-01' }, 'on', /give a day from then to today/],
  ['a day to come', { intent: 'amount', kind: 'measured', ml: '900', on: '2100-01-01' }, 'on', /still to come/],
  ['no volume', { intent: 'amount', kind: 'measured', ml: 'a cup' }, 'ml', /A volume is from/],
  ['more than the bottle takes', { intent: 'amount', kind: 'topped-up', ml: '400' }, 'ml', /up to 250 ml/],
  ['a date of one’s own without why', { intent: 'written', stored: 'plain', until: '2027-01-01' }, 'reason', /Say why/],
])('%s is refused at its field, and the ledger is as it was', async (_, fields, field, says) => {
  const { id, bottle } = mixed();
  const came = await enter(bottle('developer'), fields);
  const reply = (came.data as { reply: { error: Record<string, string[]> } }).reply;
  expect(reply.error[field]?.join(' ')).toMatch(says);
  expect(entriesOfBatch(id)).toEqual([]);
});

test('a test whose button is pressed twice is one test', async () => {
  const { id, bottle } = mixed();
  const pressed = { intent: 'result', result: 'worn', once: 'one-press-of-it' };
  await post(snipAction, pressed, { bottle: bottle('developer').code });
  await post(snipAction, pressed, { bottle: bottle('developer').code });
  expect(entriesOfBatch(id)).toHaveLength(1);
});

test('a form posted twice is one entry', async () => {
  const { id, bottle } = mixed();
  const once = { intent: 'amount', kind: 'poured-away', ml: '50', once: 'the-same-form' };
  await enter(bottle('developer'), once);
  await enter(bottle('developer'), once);
  expect(entriesOfBatch(id)).toHaveLength(1);
  expect(bottle('developer').mlLeft).toBe(950);
});

test('cap, air and a date of one’s own are kept; what is taken back needs its reason and stays readable', async () => {
  const { id, bottle } = mixed();
  await enter(bottle('stabiliser'), {
    intent: 'written',
    cap: 'white',
    stored: 'squeezed',
    until: '2027-03-01',
    reason: 'Never seen one go off.',
  });
  expect(bottle('stabiliser')).toMatchObject({ cap: 'white', stored: 'squeezed', goodUntil: '2027-03-01' });
  const entry = entriesOfBatch(id).find((each) => each.entry.kind === 'good-until')?.id ?? '';
  expect(
    ((await enter(bottle('stabiliser'), { intent: 'undo', entry, reason: ' ' })).data as { refusal: { says: string } }).refusal.says,
  ).toMatch(/Say why/);
  await enter(bottle('stabiliser'), { intent: 'undo', entry, reason: 'Wrong bottle.' });
  expect(bottle('stabiliser').goodUntil).not.toBe('2027-03-01');
  expect(load(loader, '/', { bottle: bottle('stabiliser').code })).toMatchObject({ history: [{ undoneWhy: 'Wrong bottle.' }, {}] });
});

describe('a bottle outlives its batch', () => {
  test('taken into another it keeps its date, rolls and standing; what stood there stands apart; taken back, both are as before', async () => {
    const [old, fresh] = [mixed(40), mixed(1)];
    throughBatch(old.id, { on: today(), rolls: 4 });
    const kept = old.bottle('stabiliser');
    const replaced = fresh.bottle('stabiliser');
    await enter(kept, { intent: 'move', batchId: fresh.id });
    expect(fresh.bottle('stabiliser')).toMatchObject({ number: kept.number, mixedOn: old.mixedOn, rollsDone: 4, mlLeft: kept.mlLeft });
    expect(bottlesApart().map((bottle) => bottle.number)).toEqual([replaced.number]);
    expect(findBatch(old.id)?.bottles.map((bottle) => bottle.bath)).toEqual(['developer', 'bleach-fix']);
    // What goes through the batch from now on goes through it, and not through the one that stands apart or the batch it left.
    throughBatch(fresh.id, { on: today(), rolls: 2 });
    throughBatch(old.id, { on: today(), rolls: 1 });
    expect([findBottle(kept.number)?.rollsDone, findBottle(replaced.number)?.rollsDone]).toEqual([6, 0]);
    expect(fresh.bottle('developer').rollsDone).toBe(2);
    // Its ledger tells of both batches.
    expect(load(loader, '/', { bottle: kept.code })).toMatchObject({
      history: [{}, { says: expect.stringContaining('taken into this batch') as string }, {}],
    });

    const entry = entriesOfBatch(fresh.id).find((each) => each.entry.kind === 'moved' && each.entry.bath !== null)?.id ?? '';
    await enter(kept, { intent: 'undo', entry, reason: 'The other one.' });
    expect([old.bottle('stabiliser').number, fresh.bottle('stabiliser').number]).toEqual([kept.number, replaced.number]);
    // What was poured from it was poured from it, wherever it stands now.
    expect(findBottle(kept.number)?.rollsDone).toBe(6);
  });

  test('two moves are taken back in their order, or not at all; a bottle that is moved where it stands is not moved', async () => {
    const [one, two, three] = [mixed(1), mixed(1), mixed(1)];
    const [a, b, c] = [one, two, three].map((batch) => batch.bottle('developer')) as [ShelfBottle, ShelfBottle, ShelfBottle];
    await enter(a, { intent: 'move', batchId: two.id });
    await enter(c, { intent: 'move', batchId: two.id });
    await enter(c, { intent: 'move', batchId: two.id });
    const moves = entriesOfBatch(two.id).filter(({ entry }) => entry.kind === 'moved');
    expect(moves).toHaveLength(4);
    const stands = () => [a, b, c].map(({ number }) => findBottle(number)?.batchId);
    const before = stands();
    const back = (entry: string) => enter(c, { intent: 'undo', entry, reason: 'The other one.' });
    const refused = (await back(moves[0]?.id ?? '')).data as { refusal: { says: string } };
    expect(refused.refusal.says).toBe(`${c.code} stands there since. Take that back first, or move it away.`);
    expect(stands()).toEqual(before);
    await back(moves[2]?.id ?? '');
    await back(moves[0]?.id ?? '');
    expect(stands()).toEqual([one.id, two.id, three.id]);
  });

  test('while its batch is at the Bench a bottle stays where it stands: what is poured is counted for it', async () => {
    const [here, there] = [mixed(1), mixed(1)];
    storeTank('steel');
    storeDoneRun('poured-now', { batchId: here.id, tankId: 'steel', on: today() });
    sql("UPDATE runs SET state = 'live', ended_at_ms = NULL WHERE id = 'poured-now'").run();
    const bottles = () => findBatch(here.id)?.bottles.map(({ number }) => number);
    const before = bottles();
    for (const [bottle, batchId] of [
      [here.bottle('developer'), there.id],
      [there.bottle('developer'), here.id],
    ] as const)
      expect(((await enter(bottle, { intent: 'move', batchId })).data as { refusal: { says: string } }).refusal.says).toMatch(
        /is at the Bench. Move its bottles when the run has ended/,
      );
    expect(bottles()).toEqual(before);
    sql("UPDATE runs SET state = 'finished', ended_at_ms = 1 WHERE id = 'poured-now'").run();
    await enter(here.bottle('developer'), { intent: 'move', batchId: there.id });
    expect(bottles()).not.toEqual(before);
  });

  test('wherever bottles are moved, each stands in one place, and no bath of a batch has two', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(2), fc.nat(2), fc.constantFrom('developer', 'stabiliser')), { maxLength: 8 }), (moves) => {
        sql('UPDATE batches SET retired_at_ms = 1').run();
        const batches = [mixed(), mixed(), mixed()];
        const numbers = batches.flatMap(({ bottle }) => [bottle('developer').number, bottle('stabiliser').number]);
        for (const [from, to, bath] of moves) {
          const source = findBatch(batches[from]?.id ?? '');
          const target = findBatch(batches[to]?.id ?? '');
          const moving = source?.bottles.find((each) => each.bath === bath);
          if (!moving || !target || from === to) continue;
          const there = target.bottles.find((each) => each.bath === bath);
          moveBottle(moving.id, { batchId: target.id, bath, inItsPlace: there ? { number: there.id } : null }, today(), 1);
        }
        const all = numbers.map((number) => findBottle(number));
        const places = all.flatMap((bottle) => (bottle?.batchId ? [`${bottle.batchId} ${bottle.bath}`] : []));
        expect(new Set(places).size).toBe(places.length);
        const shown = [...batches.flatMap(({ id }) => findBatch(id)?.bottles ?? []), ...bottlesApart()].map((bottle) => bottle.number);
        for (const number of numbers) expect(shown.filter((each) => each === number)).toHaveLength(1);
      }),
      { numRuns: 25 },
    );
  });
});

test('whatever was entered: taking any one of it back is as though it had never been, and rolls done are the runs’ sum', () => {
  const day = fc.integer({ min: 0, max: 4 }).map((n) => formatISO(addDays(new Date(), -n), { representation: 'date' }));
  const which = fc.constantFrom('developer', 'bleach-fix');
  const any = fc.oneof(
    fc.record({
      kind: fc.constant('a run' as const),
      on: day,
      rolls: fc.integer({ min: 0, max: 4 }),
      drawnMl: fc.integer({ min: 0, max: 600 }),
      oneShot: fc.boolean(),
    }),
    fc.record({
      kind: fc.constantFrom('topped-up' as const, 'poured-away' as const, 'measured' as const),
      on: day,
      bottle: which,
      ml: fc.integer({ min: 0, max: 900 }),
    }),
    fc.record({
      kind: fc.constant('incident' as const),
      on: day,
      bottle: which,
      what: fc.constantFrom(...INCIDENTS),
      ml: fc.integer({ min: 0, max: 90 }),
    }),
    fc.record({ kind: fc.constant('test' as const), on: day, bottle: which, result: fc.constantFrom(...TEST_RESULTS) }),
    fc.record({ kind: fc.constant('emptied' as const), on: day, bottle: which }),
  );
  const state = (id: string) => {
    const batch = findBatch(id);
    return [
      batch?.rollsDone,
      batch?.bottles.map(({ mlLeft, rollsDone, standing, goodUntil, emptied, why }) => ({
        mlLeft,
        rollsDone,
        standing,
        goodUntil,
        emptied,
        why,
      })),
    ];
  };
  type Anything = Exclude<BottleEntry, { kind: 'run' }> | { kind: 'a run'; on: string; rolls: number; drawnMl: number; oneShot: boolean };
  /** Writes it, and gives the entries that it became. */
  const write = (id: string, bottle: (bath: string) => ShelfBottle, entry: Anything): string[] => {
    if (entry.kind === 'a run') return throughBatch(id, entry);
    return [
      writeEntry({
        batchId: id,
        atMs: 1,
        entry: 'bottle' in entry && entry.bottle ? { ...entry, bottle: bottle(entry.bottle).id } : entry,
      }),
    ];
  };
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 8 }), fc.nat(7), (entries, at) => {
      const gone = at % entries.length;
      // What a run draws depends on what is there: such an entry is taken back while no run stands on it.
      const amounts = ['incident', 'test'].includes(entries[gone]?.kind ?? '') ? [] : entries.slice(gone + 1);
      fc.pre(amounts.every((entry) => entry.kind !== 'a run'));
      const [all, without] = [mixed(10), mixed(10)];
      const ids = entries.map((entry) => write(all.id, all.bottle, entry));
      const runs = entries.reduce((sum, entry) => sum + (entry.kind === 'a run' ? entry.rolls : 0), 0);
      expect(findBatch(all.id)?.rollsDone).toBe(runs);
      for (const bottle of findBatch(all.id)?.bottles ?? []) expect(bottle.mlLeft).toBeGreaterThanOrEqual(0);
      for (const id of ids[gone] ?? []) undoEntry(id, today(), 2, 'a slip');
      for (const id of ids[gone] ?? []) undoEntry(id, today(), 3, 'again');
      entries.forEach((entry, i) => i !== gone && write(without.id, without.bottle, entry));
      expect(state(all.id)).toEqual(state(without.id));
    }),
    { numRuns: 40 },
  );
});

test('a batch that is used once each filling says how many are left; put back to the habit, it says rolls', async () => {
  storeTank('steel');
  const fresh = mixed(1);
  const fillings = () => shelfPage().batches.find(({ id }) => id === fresh.id)?.fillings;
  expect(fillings()).toBeNull();
  await post(batchAction, { intent: 'solution', solution: 'one-shot' }, { batchId: fresh.id });
  expect([findBatch(fresh.id)?.solution, fillings()]).toEqual(['one-shot', { count: 1, ml: 520 }]);
  await post(batchAction, { intent: 'solution', solution: '' }, { batchId: fresh.id });
  expect([findBatch(fresh.id)?.solution, fillings()]).toEqual([null, null]);
});

describe('emptied, and taken away', () => {
  const ml = (jug: string) => jugsNow().find((each) => each.jug === jug)?.ml ?? 0;
  test('a batch that is emptied by two presses comes back with what was in its bottles', async () => {
    const batch = mixed(1);
    const left = () => findBatch(batch.id)?.bottles.map(({ mlLeft, emptied }) => [mlLeft, emptied]);
    const before = left();
    for (const intent of ['empty-all', 'empty-all', 'retire', 'empty-all']) await post(batchAction, { intent }, { batchId: batch.id });
    expect(left()?.every(([, emptied]) => emptied)).toBe(true);
    await post(batchAction, { intent: 'take-back' }, { batchId: batch.id });
    expect([left(), findBatch(batch.id)?.retiredAtMs]).toEqual([before, null]);
  });

  test('a batch poured out fills the jugs of its classes; handed over they are empty; taken back they are full again', async () => {
    const before = { dev: ml('developers'), silver: ml('silver-bearing') };
    const { id, bottle } = mixed();
    await enter(bottle('developer'), { intent: 'amount', kind: 'measured', ml: '880' });
    await post(batchAction, { intent: 'empty-all' }, { batchId: id });
    expect([ml('developers') - before.dev, ml('silver-bearing') - before.silver].map(Math.round)).toEqual([880, 1000]);
    expect(findBatch(id)).toMatchObject({ retiredAtMs: expect.any(Number) as number, mlLeft: 0 });
    const held = ml('developers');
    const gone = { jug: 'developers', on: today(), note: 'By the slipway.', once: 'one-hand-over' };
    expect((await post(spentAction, gone)).to).toBe('/shelf/spent');
    expect(ml('developers')).toBe(0);
    expect((await post(spentAction, { ...gone, once: 'another-one-x' })).data).toMatchObject({
      says: expect.stringContaining('empty') as string,
    });
    await post(spentAction, { intent: 'undo', handOver: 'one-hand-over' });
    expect(ml('developers')).toBe(held);
    expect((await post(spentAction, { ...gone, on: '2100-01-01', once: 'in-the-future' })).data).toMatchObject({ jug: 'developers' });
  });

  test('emptied by mistake, one press has the batch on the shelf again with what was in its bottles', async () => {
    const { id, bottle } = mixed();
    await enter(bottle('developer'), { intent: 'amount', kind: 'measured', ml: '880' });
    // One of them had been emptied before, and stays so.
    await enter(bottle('stabiliser'), { intent: 'empty' });
    const before = [ml('developers'), ml('silver-bearing'), ml('others')];
    const { to } = await post(batchAction, { intent: 'empty-all' }, { batchId: id });
    await post(shelfAction, { away: new URL(`http://s${to}`).searchParams.get('away') ?? '' });
    expect(findBatch(id)?.retiredAtMs).toBeNull();
    expect(findBatch(id)?.bottles.map((each) => [each.bath, each.mlLeft])).toEqual([
      ['developer', 880],
      ['bleach-fix', 1000],
      ['stabiliser', 0],
    ]);
    expect([ml('developers'), ml('silver-bearing'), ml('others')]).toEqual(before);
  });

  test('one-shot runs go into the jugs too, and returned ones do not', async () => {
    const { id, bottle } = mixed();
    const before = ml('developers');
    const run = { intent: 'run', rolls: '2', drawnMl: '500', on: today(), solution: 'one-shot', returnedMl: '' };
    await post(batchAction, { ...run, once: 'a-run-by-hand' }, { batchId: id });
    expect([ml('developers') - before, bottle('developer').mlLeft, bottle('developer').rollsDone]).toEqual([500, 500, 2]);
    await post(batchAction, { ...run, solution: 'returned', returnedMl: '470', once: 'a-second-run' }, { batchId: id });
    expect([ml('developers') - before, bottle('developer').mlLeft]).toEqual([500, 470]);
    const refused = await post(batchAction, { ...run, solution: 'returned', returnedMl: '600', drawnMl: '400' }, { batchId: id });
    expect((refused.data as { reply: { error: object } }).reply.error).toMatchObject({
      returnedMl: [expect.stringContaining('up to 400 ml')],
    });
    setBatchRetired(id, 1);
    const away = await post(batchAction, run, { batchId: id });
    expect((away.data as { reply: { error: object } }).reply.error).toMatchObject({ rolls: [expect.stringContaining('put away')] });
  });
});

test('a code leads to its bottle, typed in any way; one that is none is said', () => {
  const { bottle } = mixed();
  const { number } = bottle('developer');
  const led = (code: string) => {
    try {
      openLoader({ params: { code }, request: new Request('http://s/') } as never);
    } catch (thrown) {
      return (thrown as Response).headers.get('Location');
    }
    return null;
  };
  for (const typed of [`B${number}`, ` b ${number}`, String(number), `b0${number}`]) expect(led(typed)).toBe(`/shelf/bottles/${number}`);
  for (const typed of ['B', 'B99999999', 'kiln', '-1', '1e3', 'B1.5', ''])
    expect(led(typed)).toBe(`/shelf?no-bottle=${encodeURIComponent(typed)}`);
  expect(load(loader, '/', { bottle: 'B99999999' })).toBe(404);
});
