import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import type { Kit } from '../kit/kit.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import {
  batchesByFreshness,
  brokenRules,
  planEvening,
  type EveningBatch,
  type EveningQuestion,
  type EveningRoll,
  type EveningTank,
} from './evening.ts';
import { loadedTank } from '../packing/load.ts';
import { atPush } from '../timing/own-margin.ts';
import { eveningClock } from './session-clock.ts';
import { clockTime, wantedTime } from './wanted-time.ts';

const tank: EveningTank = { id: 'steel', method: 'inversion', volumeMl: 520, fillS: 8, drainS: 12, holds: { '135': 2, '120': 1 } };
const batch = (id: string, change: Partial<EveningBatch> = {}): EveningBatch => ({
  id,
  kit: houseKit(),
  volumeMl: 1000,
  rollsDone: 8,
  mixedOn: '2026-11-09',
  ...change,
});
const roll = (id: string, change: Partial<EveningRoll> = {}): EveningRoll => ({
  id,
  name: id,
  format: '135-36',
  process: 'C-41',
  pushStops: 0,
  treatment: 'normal',
  keeper: false,
  count: 1,
  ...change,
});
const ask = (change: Partial<EveningQuestion>): EveningQuestion => ({
  rolls: [],
  batches: [batch('b')],
  tanks: [tank],
  on: '2026-11-25',
  habits: {},
  temperaturesC: {},
  arrangement: null,
  ...change,
});
const e6 = batch('s', { kit: shippedKit('house-e6-three-bath') as Kit, rollsDone: 2 });

test('one-shot is by batch: its fillings are fresh, while the other is extended the same evening', () => {
  const slides = roll('s', { process: 'E-6' });
  const once = batch('once', { kit: shippedKit('house-e6-three-bath') as Kit, rollsDone: 0, volumeMl: 1200, solution: 'one-shot' });
  const rolls = [roll('a'), roll('b'), roll('c'), slides, roll('t', { process: 'E-6' }), roll('u', { process: 'E-6' })];
  const { runs } = planEvening(ask({ rolls, batches: [batch('b', { rollsDone: 2 }), once] }));
  const of = (id: string) => runs.filter((run) => run.batchId === id).map((run) => (run.plan.ok ? run.plan.value : null));
  expect(of('b').map((plan) => [plan?.oneShot, plan?.rollNumber])).toEqual([
    [false, 3],
    [false, 5],
  ]);
  expect(of('once').map((plan) => [plan?.oneShot, plan?.rollNumber])).toEqual([
    [true, 1],
    [true, 1],
  ]);
  // Said of the batch, it holds against the habit too.
  const returned = planEvening(
    ask({ rolls: [roll('a')], batches: [batch('b', { solution: 'returned' })], habits: { solution: 'one-shot' } }),
  );
  expect(returned.runs[0]?.plan.ok && returned.runs[0].plan.value.oneShot).toBe(false);
});

test('the puzzle: two keepers, one pushed, one slide film, four rolls of life left', () => {
  const rolls = [
    roll('k1', { keeper: true }),
    roll('k2', { keeper: true }),
    roll('m', { format: '120' }),
    roll('p', { pushStops: 1 }),
    roll('s', { process: 'E-6' }),
  ];
  const { runs, leftOut } = planEvening(ask({ rolls, batches: [batch('b'), e6] }));
  expect(runs.map((run) => [run.batchId, run.rollIds.join(' '), run.rollsBefore])).toEqual([
    ['b', 'k1 k2', 8],
    ['b', 'm', 10],
    ['b', 'p', 11],
    ['s', 's', 2],
  ]);
  expect(leftOut).toEqual([]);
  // Wear grows from run to run of one batch: rolls 10, 11 and 12; the other batch is at its third.
  expect(runs.map((run) => run.plan.ok && run.plan.value.rollNumber)).toEqual([10, 11, 12, 3]);
  const one = planEvening(ask({ rolls: [...rolls.slice(0, 4), roll('x')], batches: [batch('b')] }));
  expect(one.leftOut.map((left) => left.id)).toEqual(['x']);
});

test('batches are taken within their age first, with life left, the least worn first', () => {
  const shelf = [
    batch('worn', { rollsDone: 9 }),
    batch('old', { rollsDone: 0, mixedOn: '2026-08-01' }),
    batch('spent', { rollsDone: 12 }),
    batch('fresh', { rollsDone: 1 }),
    e6,
  ];
  expect(batchesByFreshness(shelf, 'C-41', '2026-11-25').map((one) => one.id)).toEqual(['fresh', 'worn', 'spent', 'old']);
});

test('remjet does not go into a kit that does not remove it, unless that treatment is chosen', () => {
  const cine = roll('Ferryman', { process: 'ECN-2' });
  expect(planEvening(ask({ rolls: [cine] })).leftOut[0]?.why).toContain('No ECN-2 batch');
  expect(brokenRules([cine], batch('b'), tank).join()).toContain('remjet');
  const treated = planEvening(ask({ rolls: [{ ...cine, treatment: 'cine-in-c41' }] }));
  expect(treated.runs[0]?.plan.ok && treated.runs[0].plan.value.batchAfter.seenRemjet).toBe(true);
  expect(brokenRules([{ ...cine, treatment: 'cine-in-c41' }], batch('b'), tank)).toEqual([]);
});

test('an arrangement of one’s own says each rule it breaks', () => {
  const rolls = [roll('a'), roll('b', { pushStops: 1 }), roll('c', { treatment: 'bleach-bypass' }), roll('s', { process: 'E-6' })];
  const { runs } = planEvening(ask({ rolls, arrangement: [{ tankId: 'steel', batchId: 'b', rollIds: ['a', 'b', 'c', 's'] }] }));
  expect(runs[0]?.broken).toHaveLength(4);
  expect(runs[0]?.broken.join(' ')).toMatch(/E-6 film.*different amounts.*different treatments.*200 %/s);
  expect(planEvening(ask({ rolls, arrangement: [{ tankId: 'gone', batchId: 'b', rollIds: ['a'] }] })).runs).toEqual([]);
});

test('on the evening’s clock nothing is poured before it is loaded and warm, and one pair of hands does one thing at a time', () => {
  const run = fc.record({
    totalS: fc.integer({ min: 300, max: 4000 }),
    loadS: fc.integer({ min: 0, max: 1800 }),
    warmS: fc.integer({ min: 0, max: 5000 }),
    tankId: fc.constantFrom('steel', 'three'),
    reelSets: fc.constantFrom(1, 2),
  });
  const habit = fc.record({ dryReelsS: fc.integer({ min: 0, max: 3600 }), hangS: fc.integer({ min: 0, max: 900 }) });
  fc.assert(
    fc.property(
      fc.array(run, { minLength: 1, maxLength: 6 }),
      habit,
      fc.constantFrom('start' as const, 'first-pour' as const, 'finish' as const),
      (runs, habits, kind) => {
        const clock = eveningClock(runs, habits, { kind, atMs: 1_000_000_000 });
        clock.forEach((times, i) => {
          const asked = runs[i] ?? { totalS: 0, loadS: 0, warmS: 0, tankId: '', reelSets: 1 };
          expect(times.firstPourMs - times.loadFromMs).toBe(asked.loadS * 1000);
          expect(times.firstPourMs - times.warmFromMs).toBe(asked.warmS * 1000);
          expect(times.endMs - times.firstPourMs).toBe(asked.totalS * 1000);
          const before = clock[i - 1];
          if (before) expect(times.loadFromMs).toBeGreaterThanOrEqual(before.hungMs);
          // A set of reels that is wet waits; another tank, or a second set, does not.
          const uses = runs.flatMap((other, k) => (k < i && other.tankId === asked.tankId ? [clock[k]?.hungMs ?? 0] : []));
          const wet = uses.at(-asked.reelSets);
          if (wet !== undefined) expect(times.loadFromMs - wet).toBeGreaterThanOrEqual(habits.dryReelsS * 1000);
        });
        if (kind === 'first-pour') expect(clock[0]?.firstPourMs).toBe(1_000_000_000);
        if (kind === 'finish') expect(clock.at(-1)?.hungMs).toBe(1_000_000_000);
      },
    ),
  );
});

test('runs that wait count for what is planned after them', () => {
  const rolls = [roll('a'), roll('b')];
  const alone = planEvening(ask({ rolls }));
  const after = planEvening(ask({ rolls, batches: [batch('b', { waiting: { rolls: 2, wears: 2, entries: [] } })] }));
  expect([alone, after].map(({ runs }) => runs[0]?.plan.ok && runs[0].plan.value.rollNumber)).toEqual([10, 12]);
  // Twelve rolls of life: eight done, two waiting, so three more do not fit.
  const three = planEvening(ask({ rolls: [...rolls, roll('c')], batches: [batch('b', { waiting: { rolls: 2, wears: 2, entries: [] } })] }));
  expect(three.leftOut).toHaveLength(1);
});

test('a pull that the kit cannot time is left out by name, and holds up nobody else', () => {
  const rolls = [roll('a'), roll('far', { pushStops: -3 }), roll('b')];
  const { runs, leftOut } = planEvening(ask({ rolls }));
  expect(runs.flatMap((run) => run.rollIds)).toEqual(['a', 'b']);
  expect(leftOut).toEqual([{ id: 'far', why: expect.stringMatching(/push table runs from -1 to 2 stops/) as string }]);
  expect(runs.every((run) => run.plan.ok)).toBe(true);
  // Arranged by hand it stays where it was put, and says why it cannot be done.
  const mine = planEvening(ask({ rolls, arrangement: [{ tankId: 'steel', batchId: 'b', rollIds: ['far'] }] }));
  expect(mine.runs[0]?.plan.ok).toBe(false);
});

test('one-shot: a batch that has done rolls is refused with the reason; a fresh one lasts as long as its volume', () => {
  const habits = { solution: 'one-shot' } as const;
  const used = planEvening(ask({ rolls: [roll('a')], habits }));
  expect(used.leftOut[0]?.why).toMatch(/this batch has done 8 rolls.*returned and extended, or take a fresh batch/);
  const rolls = [roll('a'), roll('b', { pushStops: 1 }), roll('c', { pushStops: 2 })];
  // One-shot runs of earlier evenings took their solution with them: what is left is fresh.
  const fresh = batch('b', { rollsDone: 1, wornRolls: 0, mlLeft: 1100, volumeMl: 1000 });
  const evening = planEvening(ask({ rolls, batches: [fresh], habits }));
  expect(evening.runs.map((run) => run.plan.ok && run.plan.value.rollNumber)).toEqual([1, 1]);
  expect(evening.leftOut).toEqual([{ id: 'c', why: expect.stringContaining('enough fresh solution') as string }]);
});

test('cine film goes through a C-41 developer last; moved before others, their plan says what to do', () => {
  const rolls = [roll('cine', { process: 'ECN-2', treatment: 'cine-in-c41', keeper: true }), roll('a')];
  const proposed = planEvening(ask({ rolls, batches: [batch('b', { rollsDone: 0 })] })).runs;
  expect(proposed.map((run) => run.rollIds[0])).toEqual(['a', 'cine']);
  const said = (runs: typeof proposed) =>
    runs.map((run) => run.plan.ok && run.plan.value.advice.some(({ message }) => message.includes('filter')));
  expect(said(proposed)).toEqual([false, false]);
  const turned = [...proposed].reverse().map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds }));
  expect(said([...planEvening(ask({ rolls, batches: [batch('b', { rollsDone: 0 })], arrangement: turned })).runs])).toEqual([false, true]);
  expect(said([...planEvening(ask({ rolls: [roll('a')], batches: [batch('b', { seenRemjet: true })] })).runs])).toEqual([true]);
});

describe('a wanted clock time, in summer time and out of it', () => {
  const ZONE = 'Europe/Berlin';
  const utc = (text: string) => Date.parse(`${text}Z`);
  test('half past midnight asked at ten is tonight; half past nine is half an hour ago', () => {
    expect(wantedTime('00:30', utc('2026-11-25T21:00'), ZONE)).toEqual({ kind: 'once', atMs: utc('2026-11-25T23:30') });
    expect(wantedTime('21:30', utc('2026-11-25T21:00'), ZONE)).toEqual({ kind: 'once', atMs: utc('2026-11-25T20:30') });
  });
  test('an hour that is missing, and one that comes twice', () => {
    expect(wantedTime('02:30', utc('2026-03-28T22:00'), ZONE)).toEqual({ kind: 'never', nearestMs: utc('2026-03-29T01:30') });
    expect(wantedTime('02:30', utc('2026-10-24T22:00'), ZONE)).toEqual({
      kind: 'twice',
      firstMs: utc('2026-10-25T00:30'),
      secondMs: utc('2026-10-25T01:30'),
    });
    expect(wantedTime('03:30', utc('2026-10-24T22:00'), ZONE).kind).toBe('once');
  });
  test('in the hour that comes twice a time says which one it is', () => {
    const [first, second] = [clockTime(utc('2026-10-25T00:23'), ZONE), clockTime(utc('2026-10-25T01:04'), ZONE)];
    expect([first.slice(0, 5), second.slice(0, 5)]).toEqual(['02:23', '02:04']);
    expect(first.slice(5)).not.toBe(second.slice(5));
    expect(clockTime(utc('2026-10-25T02:04'), ZONE)).toBe('03:04');
  });
});

test('with one reel alone a tank for two takes less: of the bottles, and of their warmth; with two it takes all', () => {
  const two = { ...tank, volumeOneMl: 310 };
  const heat = { roomC: 16, start: 'room', stands: 'air', school: 'pour-warmer' } as const;
  const of = (rolls: EveningRoll[]) => planEvening(ask({ rolls, batches: [batch('b')], tanks: [two], heat })).runs[0];
  const [one, both] = [of([roll('1')]), of([roll('1'), roll('2')])];
  const pour = (run: typeof one) => (run?.plan.ok ? (run.plan.value.steps.find(({ critical }) => critical)?.pourC ?? NaN) : NaN);
  // Less solution has less warmth to give: it must go in warmer.
  expect(pour(one)).toBeGreaterThan(pour(both) + 0.3);
  expect(loadedTank(two, [{ format: '135-36', count: 1 }]).volumeMl).toBe(310);
  expect(loadedTank(two, [{ format: '120', count: 1 }]).volumeMl).toBe(520);
  expect(loadedTank(two, [{ format: { areaCm2: 100 }, count: 1 }]).volumeMl).toBe(520);
});

test('a margin for one push touches no roll at box speed, and comes on top of nothing of the kit’s', () => {
  const own = (amount: number) => ({ developer: { by: 'seconds' as const, amount, reason: 'thin' } });
  const rolls = [roll('box'), roll('pushed', { pushStops: 2 })];
  const asked = (margins: EveningQuestion['own']) =>
    planEvening(ask({ rolls, batches: [batch('b')], tanks: [tank], ...(margins ? { own: margins } : {}) })).runs.map((run) => {
      const developer = run.plan.ok ? run.plan.value.steps.find(({ critical }) => critical) : undefined;
      return [run.pushStops, developer?.working.find(({ what }) => what === 'own')?.seconds ?? 0];
    });
  expect(asked(undefined)).toEqual([
    [0, 0],
    [2, 0],
  ]);
  expect(asked({ [atPush('b', 2)]: own(20) })).toEqual([
    [0, 0],
    [2, 20],
  ]);
  expect(asked({ b: own(5), [atPush('b', 2)]: own(20), [atPush('b', 1)]: own(99) })).toEqual([
    [0, 5],
    [2, 20],
  ]);
});
