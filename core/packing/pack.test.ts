import fc from 'fast-check';
import { FORMATS } from '../film/format.ts';
import { packRolls, type BatchToUse, type RollToPack, type TankToFill } from './pack.ts';

const steel: TankToFill = { id: 'steel', holds: { '135': 2, '120': 1 }, volumeMl: 520 };
const big: TankToFill = { id: 'big', holds: { '135': 4, '120': 2, '4x5': 6 }, volumeMl: 1200 };
const one: TankToFill = { id: 'one', holds: { '135': 1 }, volumeMl: 300 };
const roll = (id: string, change: Partial<RollToPack> = {}): RollToPack => ({
  id,
  format: '135-36',
  process: 'C-41',
  pushStops: 0,
  treatment: 'normal',
  keeper: false,
  count: 1,
  ...change,
});
const loads = (rolls: RollToPack[], tanks: TankToFill[], batches: BatchToUse[] | null = null) =>
  packRolls(rolls, tanks, batches).runs.map((run) => `${run.tank}: ${run.rolls.join(' ')}`);

test('pushes, treatments and processes never share a tank', () => {
  const rolls = [roll('a'), roll('b', { pushStops: 1 }), roll('c', { process: 'E-6' }), roll('d', { treatment: 'bleach-bypass' })];
  expect(loads(rolls, [steel])).toEqual(['steel: a', 'steel: b', 'steel: d', 'steel: c']);
});

test('fewest runs, then keepers first, then small runs early, then the smallest tank that fits', () => {
  expect(loads([roll('a'), roll('b'), roll('k', { keeper: true })], [steel, one])).toEqual(['one: k', 'steel: a b']);
  expect(loads([roll('a'), roll('k', { keeper: true }), roll('b'), roll('l', { keeper: true })], [steel])).toEqual([
    'steel: k l',
    'steel: a b',
  ]);
  expect(loads([roll('a'), roll('m', { format: '120' }), roll('b')], [big])).toEqual(['big: a m b']);
  expect(loads([roll('p', { pushStops: 1, keeper: true }), roll('a'), roll('b')], [steel])).toEqual(['steel: p', 'steel: a b']);
});

test('capacity leaves out the last added, keepers last of all, and says why', () => {
  const rolls = [roll('a'), roll('b'), roll('c'), roll('k', { keeper: true })];
  const packing = packRolls(rolls, [steel], [{ process: 'C-41', rollsLeft: 2 }]);
  expect(packing.runs.flatMap((run) => run.rolls).sort()).toEqual(['a', 'k']);
  expect(packing.leftOut.map((left) => left.id)).toEqual(['b', 'c']);
  expect(packRolls([roll('s', { process: 'E-6' })], [steel], [{ process: 'C-41', rollsLeft: 9 }]).leftOut[0]?.why).toContain('E-6');
  // Two batches with one roll left each: a run is poured from one batch, so the pair is parted.
  expect(
    packRolls(
      [roll('a'), roll('b')],
      [steel],
      [
        { process: 'C-41', rollsLeft: 1 },
        { process: 'C-41', rollsLeft: 1 },
      ],
    ).runs.map((run) => run.batch),
  ).toEqual([0, 1]);
  expect(
    packRolls([roll('x', { format: '8x10' }), roll('y', { format: '4x5', count: 9 })], [big], null).unplaceable.map((left) => left.id),
  ).toEqual(['x', 'y']);
});

/** Fewest runs by trying every way to put each roll into each open run. */
function bruteForce(rolls: readonly RollToPack[], tanks: readonly TankToFill[]): number {
  let best = rolls.length;
  const families = (some: readonly RollToPack[]) =>
    tanks.some(
      (tank) =>
        some.reduce((sum, r) => sum + r.count / (tank.holds[FORMATS.find((f) => f.id === r.format)?.family ?? '135'] ?? 0), 0) <= 1 + 1e-9,
    );
  const place = (i: number, runs: RollToPack[][]) => {
    if (runs.length >= best) return;
    const next = rolls[i];
    if (!next) best = runs.length;
    else {
      runs.forEach((run, r) => {
        if (families([...run, next])) place(i + 1, runs.with(r, [...run, next]));
      });
      place(i + 1, [...runs, [next]]);
    }
  };
  place(0, []);
  return best;
}

const anyRoll = fc.record({
  format: fc.constantFrom('135-36' as const, '135-24' as const, '120' as const, '220' as const, '4x5' as const),
  keeper: fc.boolean(),
  count: fc.constantFrom(1, 1, 2, 3),
  pushStops: fc.constantFrom(0, 0, 1),
});
const anyTank = fc.record({
  '135': fc.integer({ min: 3, max: 8 }),
  '120': fc.integer({ min: 3, max: 5 }),
  '4x5': fc.integer({ min: 3, max: 12 }),
});

test('nothing is split or lost, and no way of loading beats it', () => {
  fc.assert(
    fc.property(fc.array(anyRoll, { minLength: 1, maxLength: 8 }), fc.array(anyTank, { minLength: 1, maxLength: 2 }), (films, holds) => {
      const rolls = films.map((film, i) => roll(`r${i}`, film));
      const tanks = holds.map((hold, i) => ({ id: `t${i}`, holds: hold, volumeMl: 500 + i }));
      const packing = packRolls(rolls, tanks, null);
      expect(packing.runs.flatMap((run) => run.rolls).sort()).toEqual(rolls.map((r) => r.id).sort());
      for (const run of packing.runs)
        expect(
          bruteForce(
            run.rolls.map((id) => rolls.find((r) => r.id === id) as RollToPack),
            tanks,
          ),
        ).toBe(1);
      const least = [0, 1].reduce(
        (sum, stops) =>
          sum +
          bruteForce(
            rolls.filter((r) => r.pushStops === stops),
            tanks,
          ),
        0,
      );
      expect(packing.runs).toHaveLength(least);
      const keeperRuns = packing.runs.map((run) => run.rolls.some((id) => rolls.find((r) => r.id === id)?.keeper));
      expect(keeperRuns.lastIndexOf(true)).toBeLessThan(keeperRuns.includes(false) ? keeperRuns.indexOf(false) : Infinity);
    }),
    { numRuns: 200 },
  );
});
