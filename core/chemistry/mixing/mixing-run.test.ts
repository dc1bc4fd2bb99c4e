import fc from 'fast-check';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import type { Kit } from '../../kit/kit.ts';
import { costByMonth, costTogether, realCostPerRollCents } from '../cost/cost-over-time.ts';
import { boxUseBy, makesStillMl, partsLeft, shareOfPriceCents } from '../ledger/box.ts';
import { foldMixing, mixingPlan, type MixingAct, type MixingPlan } from './mixing-run.ts';
import { readKeptActs, readMixingPlan } from './read-mixing.ts';

const kit = houseKit();
const TAPS = { hotC: 52, coldC: 14 };
function plan(change: Partial<Parameters<typeof mixingPlan>[0]> = {}): MixingPlan {
  const answer = mixingPlan({ kit, batchName: 'Kiln Lane 5', volumeMl: 500, taps: TAPS, roomC: 20, ...change });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  return answer.value;
}
const developerOf = (of: MixingPlan) => of.steps.filter((step) => step.bath === 'developer');

test('half a developer: funnel rinsed, 350 ml of water mixed from the taps, its parts in order with half of each, topped up, cooled, labelled', () => {
  const steps = developerOf(plan());
  expect(steps.map((step) => step.kind)).toEqual(['rinse', 'water', 'part', 'stir', 'part', 'stir', 'part', 'stir', 'top-up', 'label']);
  expect(steps.map((step) => step.label)).toEqual(
    expect.arrayContaining(['350 ml of water at 40.0 °C', '50 ml of Part A into the water', 'Top up with water to 500 ml']) as string[],
  );
  // (40 − 14) ⁄ (52 − 14) of 350 ml is hot.
  expect(steps[1]?.hints[0]?.message).toBe('From the taps: 239 ml hot (52.0 °C) and 111 ml cold (14.0 °C).');
  expect(steps.find((step) => step.kind === 'stir')?.seconds).toBe(60);
});

test('one bottle is finished before the next is begun, and every bottle begins with a rinse and ends with its label', () => {
  const { steps } = plan();
  const order = steps.map((step) => step.bath);
  expect(order.filter((bath, i) => bath !== order[i - 1])).toEqual([...new Set(order)]);
  for (const bath of new Set(order)) {
    const own = steps.filter((step) => step.bath === bath);
    expect([own[0]?.kind, own.at(-1)?.kind]).toEqual(['rinse', 'label']);
  }
  expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length);
});

test('whatever volume is mixed: every part in the kit’s ratio, hot and cold make the water, and nothing is more than the bottle holds', () => {
  const amounts = (of: MixingPlan, kinds: readonly string[]) =>
    of.steps
      .filter((step) => kinds.includes(step.kind))
      .map((step) => step.said?.flatMap((part) => (typeof part === 'object' && 'volumeMl' in part ? part.volumeMl : []))[0] ?? 0);
  const whole = amounts(plan({ volumeMl: 1000 }), ['water', 'part']);
  fc.assert(
    fc.property(fc.integer({ min: 50, max: 1000 }), (volumeMl) => {
      const mixing = plan({ volumeMl });
      amounts(mixing, ['water', 'part']).forEach((ml, i) => expect(Math.abs(ml - ((whole[i] ?? 0) * volumeMl) / 1000)).toBeLessThan(0.051));
      for (const bath of new Set(mixing.steps.map((step) => step.bath))) {
        const own = { ...mixing, steps: mixing.steps.filter((step) => step.bath === bath) };
        const [inIt, water] = [amounts(own, ['water', 'part']).reduce((sum, ml) => sum + ml, 0), amounts(own, ['water'])[0] ?? 0];
        expect(inIt).toBeLessThanOrEqual(volumeMl + 0.3);
        const taps = own.steps.find((step) => step.kind === 'water')?.hints[0]?.said ?? [];
        const fromTaps = taps.reduce((sum, part) => sum + (typeof part === 'object' && 'volumeMl' in part ? part.volumeMl : 0), 0);
        if (fromTaps > 0) expect(fromTaps).toBeCloseTo(water, 6);
      }
    }),
  );
});

const powder = (waterC: number): Kit => ({
  ...kit,
  baths: kit.baths.map((bath) =>
    bath.id === 'developer'
      ? {
          ...bath,
          mix: {
            waterMl: 900,
            waterC,
            parts: [
              { name: 'Powder A', g: 40 },
              { name: 'Powder B', g: 12 },
            ],
            stirS: 120,
          },
        }
      : bath,
  ),
});

test('a powder must be clear before the next goes in; half a bag says why that is unreliable', () => {
  const steps = developerOf(plan({ kit: powder(45) }));
  expect(steps.map((step) => step.kind)).toEqual([
    'rinse',
    'water',
    'part',
    'stir',
    'clear',
    'part',
    'stir',
    'clear',
    'top-up',
    'cool',
    'label',
  ]);
  expect(steps[2]?.hints.map((hint) => hint.message).join(' ')).toMatch(/away from the dust.*Part of a powder bag is unreliable/);
  // 450 ml at 45 °C in 500: 42.5 °C, and a bottle nears a room of 20 °C by a hundredth a minute.
  const cool = steps.find((step) => step.kind === 'cool');
  expect(cool?.seconds).toBe(Math.round(6000 * Math.log(22.5 / 18.3)));
  expect(cool?.hints[0]?.message).toContain('about 42.5 °C');
});

test.each([
  [60, /hot tap gives 52\.0 °C at most/],
  [10, /cold tap gives 14\.0 °C/],
])('water at %i °C that no tap gives says what to do', (waterC, says) => {
  expect(developerOf(plan({ kit: powder(waterC) }))[1]?.hints[0]?.message).toMatch(says);
});

test('more than the kit makes, and a kit that does not say how, are refused in words', () => {
  const refused = (change: object) => {
    const answer = mixingPlan({ kit, batchName: 'x', volumeMl: 500, taps: TAPS, roomC: 20, ...change });
    return answer.ok ? [] : answer.errors.map((error) => error.code);
  };
  expect(refused({ volumeMl: 1500 })).toEqual(['volume-outside-kit']);
  expect(refused({ kit: { ...kit, baths: [] } })).toEqual(['nothing-to-mix']);
  // A bottle of which nothing is typed in is led through all the same: what was not mixed is not put on the shelf.
  const untold = mixingPlan({
    batchName: 'x',
    volumeMl: 1000,
    taps: TAPS,
    roomC: 20,
    kit: { ...kit, baths: kit.baths.map(({ mix, ...bath }) => (bath.id === 'developer' ? { ...bath, ...(mix ? { mix } : {}) } : bath)) },
  });
  const bottles = untold.ok ? untold.value.steps.filter((step) => step.kind === 'label').map((step) => step.bath) : [];
  expect(bottles).toEqual(['developer', 'bleach-fix', 'stabiliser']);
  expect(untold.ok && untold.value.steps.filter((step) => step.kind === 'by-leaflet').map((step) => step.label)).toEqual([
    'Mix bleach-fix by its leaflet, to 1000 ml',
    'Mix stabiliser by its leaflet, to 1000 ml',
  ]);
});

test('whatever is pressed on however many screens: steps are done one by one, undo takes back the last, nothing is skipped', () => {
  const mixing = plan();
  const anyAct = fc.oneof(
    fc.record({ kind: fc.constantFrom('done' as const, 'begun' as const), step: fc.constantFrom(...mixing.steps.map((step) => step.id)) }),
    fc.record({ kind: fc.constant('undone' as const) }),
    // What the screen's own button would send.
    fc.constant('press' as const),
  );
  fc.assert(
    fc.property(fc.array(anyAct, { maxLength: 80 }), (pressed) => {
      const acts: MixingAct[] = [];
      let before = foldMixing(mixing, acts);
      for (const [i, press] of pressed.entries()) {
        const body = press === 'press' ? { kind: 'done' as const, step: mixing.steps[before.done]?.id ?? '' } : press;
        acts.push({ id: `act-${i}`, atMs: i, ...body });
        const after = foldMixing(mixing, acts);
        expect(Math.abs(after.done - before.done)).toBeLessThanOrEqual(1);
        expect(after.over).toBe(after.done === mixing.steps.length);
        if (after.done !== before.done) expect(after.begunAtMs).toBeNull();
        before = after;
      }
    }),
  );
});

test('a stored mixing is read by its version; what a screen kept by itself is looked over', () => {
  const stored: unknown = JSON.parse(JSON.stringify({ ...plan(), takes: { stabiliser: 3 } }));
  expect(readMixingPlan(stored)).toEqual({ ...plan(), takes: { stabiliser: 3 } });
  expect(() => readMixingPlan({ ...(stored as object), format: 'steady-reel/mixing@9' })).toThrow('mixing@9');
  for (const damaged of [null, {}, { steps: 'x' }]) expect(() => readMixingPlan(damaged)).toThrow('damaged');
  const kept = { id: 'a-kept-act', kind: 'done', step: 'developer-rinse', atMs: 5 };
  expect(readKeptActs([kept, null, 7, { ...kept, step: 4 }, { ...kept, kind: 'danced' }, { kind: 'undone' }])).toEqual([kept]);
  expect([readKeptActs('x'), readKeptActs(null)]).toEqual([[], []]);
});

describe('boxes', () => {
  const box = { openedOn: '2026-10-22', goodUntil: '2027-04-30', priceCents: 3450, mixedMl: 500 };
  test('what is left of a box: volume, parts in ml, its share of the price, and by when', () => {
    expect(makesStillMl(kit, box)).toBe(500);
    expect(partsLeft(kit, box).find((part) => part.name === 'Part A')).toMatchObject({ amount: 50, unit: 'ml' });
    expect([500, 1000, 250].map((ml) => shareOfPriceCents(kit, box, ml))).toEqual([1725, 3450, 863]);
    expect(shareOfPriceCents(kit, { priceCents: null }, 500)).toBeNull();
    expect(boxUseBy({ keepsOpenedDays: 42 }, box)).toBe('2026-12-03');
    expect(boxUseBy({}, box)).toBe('2027-04-30');
    expect(boxUseBy({ keepsOpenedDays: 42 }, { ...box, openedOn: null })).toBe('2027-04-30');
  });
  test('however it is mixed, what was mixed and what is left come to a kit', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 5 }), (volumes) => {
        const mixedMl = volumes.reduce((sum, ml) => sum + ml, 0);
        const left = makesStillMl(kit, { mixedMl });
        expect(left).toBe(Math.max(0, kit.makesMl - mixedMl));
        for (const part of partsLeft(kit, { mixedMl })) expect(part.amount).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('what a roll really cost', () => {
  const batches = [
    { id: 'lost', name: 'Put away half used', priceCents: 3000, rollsDone: 6, rollsToCome: 0 },
    { id: 'going', name: 'In use', priceCents: 3600, rollsDone: 4, rollsToCome: 8 },
    { id: 'given', name: 'A present', priceCents: null, rollsDone: 3, rollsToCome: 2 },
  ];
  test('rolls that were lost are paid by those that were not; months without a roll are there', () => {
    expect(batches.map(realCostPerRollCents)).toEqual([500, 300, null]);
    const months = costByMonth(
      batches,
      [
        { batchId: 'lost', on: '2026-09-12', rolls: 6 },
        { batchId: 'going', on: '2026-11-01', rolls: 4 },
        { batchId: 'given', on: '2026-11-02', rolls: 3 },
      ],
      '2026-12-01',
    );
    expect(months).toEqual([
      { month: '2026-09', rolls: 6, pricedRolls: 6, cents: 3000 },
      { month: '2026-10', rolls: 0, pricedRolls: 0, cents: 0 },
      { month: '2026-11', rolls: 7, pricedRolls: 4, cents: 1200 },
      { month: '2026-12', rolls: 0, pricedRolls: 0, cents: 0 },
    ]);
    expect(costTogether(months, 750)).toMatchObject({ rolls: 13, cents: 4200, savedCents: 750 * 10 - 4200, perRollCents: 420 });
    expect(costTogether([], 750).perRollCents).toBeNull();
  });
  test('over the years a month follows the next', () => {
    const months = costByMonth([], [{ batchId: 'x', on: '2024-11-30', rolls: 1 }], '2026-02-01').map(({ month }) => month);
    expect([months.length, months[1], months[2]]).toEqual([16, '2024-12', '2025-01']);
  });
});
