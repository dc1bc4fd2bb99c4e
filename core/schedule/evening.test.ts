import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import type { Kit } from '../kit/kit.ts';
import {
  batchesByFreshness,
  brokenRules,
  planEvening,
  type EveningBatch,
  type EveningQuestion,
  type EveningRoll,
  type EveningTank,
} from './evening.ts';
import { eveningClock } from './session-clock.ts';

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
          const asked = runs[i] ?? { totalS: 0, loadS: 0, warmS: 0 };
          expect(times.firstPourMs - times.loadFromMs).toBe(asked.loadS * 1000);
          expect(times.firstPourMs - times.warmFromMs).toBe(asked.warmS * 1000);
          expect(times.endMs - times.firstPourMs).toBe(asked.totalS * 1000);
          const before = clock[i - 1];
          if (before) expect(times.loadFromMs - before.hungMs).toBeGreaterThanOrEqual(habits.dryReelsS * 1000);
        });
        if (kind === 'first-pour') expect(clock[0]?.firstPourMs).toBe(1_000_000_000);
        if (kind === 'finish') expect(clock.at(-1)?.hungMs).toBe(1_000_000_000);
      },
    ),
  );
});
