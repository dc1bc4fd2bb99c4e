import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { pushedByRuleOfThumb } from '../timing/rule-of-thumb.ts';
import { withEachBatch } from './another-batch.ts';
import { planEvening, type EveningBatch, type EveningQuestion } from './evening.ts';

const batch = (id: string, rollsDone: number): EveningBatch => ({ id, kit: houseKit(), volumeMl: 1000, rollsDone, mixedOn: '2026-11-09' });
const evening = (rolls: number, inUse: EveningBatch): EveningQuestion => ({
  rolls: Array.from({ length: rolls }, (_, i) => ({
    id: `r${i}`,
    name: `Roll ${i}`,
    format: '135-36' as const,
    process: 'C-41' as const,
    pushStops: 0,
    treatment: 'normal' as const,
    keeper: i === 0,
    count: 1,
  })),
  batches: [inUse],
  tanks: [{ id: 'steel', method: 'inversion', volumeMl: 520, fillS: 8, drainS: 12, holds: { '135': 2 } }],
  on: '2026-11-25',
  habits: {},
  temperaturesC: {},
  arrangement: null,
});

test('each batch is compared by what the evening would really be with it, the one in use first', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 0, max: 14 }), fc.integer({ min: 0, max: 14 }), (n, a, b) => {
      const [inUse, other] = [batch('a', a), batch('b', b)];
      const rows = withEachBatch(evening(n, inUse), [other, inUse]);
      expect(rows.map((row) => [row.batchId, row.inUse])).toEqual([
        ['a', true],
        ['b', false],
      ]);
      for (const [row, used] of [
        [rows[0], inUse],
        [rows[1], other],
      ] as const) {
        const really = planEvening(evening(n, used));
        expect(row?.runs).toBe(really.runs.length);
        expect(row?.rollsOut).toBe(really.leftOut.length);
        expect(row?.rollsIn).toBe(n - really.leftOut.length);
      }
      // A less worn developer never takes longer over its first run.
      const [first, second] = [rows[0]?.developerS ?? 0, rows[1]?.developerS ?? 0];
      if (a < b && first > 0 && second > 0 && n % 2 === 0) expect(first).toBeLessThanOrEqual(second);
    }),
    { numRuns: 60 },
  );
});

test('a process with one batch on the shelf has nothing to compare', () => {
  expect(withEachBatch(evening(2, batch('a', 0)), [batch('a', 0)])).toEqual([]);
});

test('the rule of thumb replaces the leaflet’s push in the developer alone', () => {
  const kit = houseKit();
  const thumb = pushedByRuleOfThumb(kit);
  expect(thumb.baths.filter((bath, i) => bath !== kit.baths[i]).map((bath) => [bath.kind, bath.push])).toEqual([
    ['developer', { rule: 'factor', perStop: 1.3 }],
  ]);
});
