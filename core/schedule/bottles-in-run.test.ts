import type { BottleEntry, BottleNow } from '../chemistry/ledger/bottle.ts';
import { foldLedger } from '../chemistry/ledger/ledger.ts';
import { batchesByFreshness, planEvening, type EveningBatch } from '../evening/evening.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';

const kit = houseKit();
const ON = '2026-11-25';
const on = '2026-11-20';
const TANK = {
  id: 'steel',
  name: 'Steel',
  method: 'inversion' as const,
  volumeMl: 520,
  fillS: 8,
  drainS: 12,
  holds: { '135': 2 },
  heatJK: null,
  coolingPerMin: null,
  coolingInBathPerMin: null,
  material: 'steel' as const,
};
const roll = (id: string, keeper = false) => ({
  id,
  name: id,
  format: '135-36' as const,
  process: 'C-41' as const,
  pushStops: 0,
  treatment: 'normal' as const,
  keeper,
  count: 1,
});
function shelf(
  entries: readonly BottleEntry[],
  change: (bottles: readonly BottleNow[]) => readonly BottleNow[] = (same) => same,
): EveningBatch {
  const state = foldLedger({ kit, volumeMl: 1000, mixedOn: '2026-11-09' }, entries, ON);
  return { id: 'lane', kit, volumeMl: 1000, mixedOn: '2026-11-09', ...state, bottles: change(state.bottles), mlLeft: 1000 };
}
const evening = (batch: EveningBatch, rolls = [roll('a'), roll('b', true)], arranged = true) =>
  planEvening({
    rolls,
    batches: [batch],
    tanks: [TANK],
    on: ON,
    habits: {},
    temperaturesC: {},
    arrangement: arranged ? [{ tankId: 'steel', batchId: 'lane', rollIds: rolls.map((each) => each.id) }] : null,
  });
function told(batch: EveningBatch) {
  const [run] = evening(batch).runs;
  if (!run?.plan.ok) throw new Error('no plan');
  return { broken: run.broken, warnings: run.plan.value.warnings.map((warning) => warning.message), steps: run.plan.value.steps };
}
const dripped: BottleEntry = { kind: 'incident', on, bottle: 'developer', what: 'later-bath', ml: 1 };

test('a spent bottle refuses its run and keeps the rolls out of the proposal, with what would let them in', () => {
  expect(told(shelf([dripped])).broken).toEqual([
    expect.stringMatching(/^Developer is spent: .*Test it with a snip on the Shelf, or choose another batch\.$/),
  ]);
  const proposed = evening(shelf([dripped]), undefined, false);
  expect([proposed.runs, proposed.leftOut.map(({ id }) => id)]).toEqual([[], ['a', 'b']]);
  // A test that passes lets it in again.
  expect(told(shelf([dripped, { kind: 'test', on, bottle: 'developer', result: 'passed' }])).broken).toEqual([]);
});

test('a doubtful one warns, and names the films that matter', () => {
  const { broken, warnings } = told(shelf([{ kind: 'incident', on, bottle: 'bleach-fix', what: 'damage' }]));
  expect(broken).toEqual([]);
  expect(warnings).toEqual([expect.stringMatching(/^Bleach-fix is doubtful: frozen, .* Test it with a snip before b\.$/)]);
});

test('an empty bottle and one that stands elsewhere cannot be poured', () => {
  expect(told(shelf([{ kind: 'emptied', on, bottle: 'stabiliser' }])).broken).toEqual([expect.stringContaining('was emptied')]);
  expect(told(shelf([], (bottles) => bottles.filter((bottle) => bottle.bath !== 'bleach-fix'))).broken).toEqual([
    expect.stringMatching(/^Bleach-fix: no bottle of it stands in this batch/),
  ]);
});

test('bottles shrink in the course of an evening: the run whose tank they no longer fill is told', () => {
  const rolls = ['a', 'b', 'c', 'd'].map((id) => roll(id));
  const planned = planEvening({
    rolls,
    batches: [shelf([{ kind: 'measured', on, bottle: 'developer', ml: 530 }])],
    tanks: [TANK],
    on: ON,
    habits: {},
    temperaturesC: {},
    arrangement: [rolls.slice(0, 2), rolls.slice(2)].map((run) => ({
      tankId: 'steel',
      batchId: 'lane',
      rollIds: run.map((each) => each.id),
    })),
  });
  // Two rolls keep 21 ml: 530 are enough, 509 are not.
  expect(planned.runs.map((run) => run.plan.ok && run.plan.value.warnings.map(({ code, bath }) => [code, bath]))).toEqual([
    [],
    [['volume-short', 'developer']],
  ]);
});

test('a bath that is thrown away after use is gone by the tank’s volume, the others by what film and tank keep', () => {
  const rolls = ['a', 'b'].map((id) => roll(id));
  const thrown = { ...kit, baths: kit.baths.map((bath) => (bath.id === 'stabiliser' ? { ...bath, after: 'discard' as const } : bath)) };
  const planned = planEvening({
    rolls,
    batches: [{ ...shelf([]), kit: thrown }],
    tanks: [TANK],
    on: ON,
    habits: {},
    temperaturesC: {},
    arrangement: rolls.map((each) => ({ tankId: 'steel', batchId: 'lane', rollIds: [each.id] })),
  });
  // Of a litre of stabiliser 480 ml are left after the first run; of the others 987.
  expect(planned.runs.map((run) => run.plan.ok && run.plan.value.warnings.map(({ code, bath }) => [code, bath]))).toEqual([
    [],
    [['volume-short', 'stabiliser']],
  ]);
});

test('a bottle that was taken over is as worn and as old as it is, not as its new neighbours are', () => {
  const fresh = told(shelf([]));
  const takenOver = told(
    shelf([], (bottles) =>
      bottles.map((bottle) => (bottle.bath === 'bleach-fix' ? { ...bottle, wornRolls: 6, goodUntil: '2026-11-20' } : bottle)),
    ),
  );
  const seconds = (of: typeof fresh, bath: string) => of.steps.find((step) => step.bath === bath)?.seconds ?? 0;
  // Six rolls at six percent each on 400 s; the developer is fresh.
  expect(seconds(takenOver, 'bleach-fix') - seconds(fresh, 'bleach-fix')).toBe(Math.round(400 * 0.06 * 6));
  expect(seconds(takenOver, 'developer')).toBe(seconds(fresh, 'developer'));
  expect(takenOver.warnings).toEqual([expect.stringContaining('Bleach-fix: it was good until 20 Nov 2026')]);
});

test('of two batches the one whose bottles may be poured comes first', () => {
  const [good, spent] = [
    { ...shelf([]), id: 'good', rollsDone: 8 },
    { ...shelf([dripped]), id: 'spent' },
  ];
  const doubtful = { ...shelf([{ kind: 'incident', on, bottle: 'bleach-fix', what: 'damage' }]), id: 'doubtful' };
  expect(batchesByFreshness([spent, doubtful, good], 'C-41', ON).map(({ id }) => id)).toEqual(['good', 'doubtful', 'spent']);
});
