import fc from 'fast-check';
import type { Roll } from '../../server/rolls.server.ts';
import { WITHIN_REACH, withinReach } from './within-reach.ts';

const roll = (n: number, keeper = false): Roll => ({ id: `r${n}`, state: 'waiting', keeper }) as Roll;

test('of twenty thousand waiting rolls keepers and the oldest are within reach, and what is arranged always is', () => {
  const all = Array.from({ length: 20_000 }, (_, n) => roll(n, n === 19_000));
  const within = withinReach(all, { arrangement: [{ tankId: 't', batchId: 'b', rollIds: ['r15000', 'gone'] }] });
  expect(within).toHaveLength(WITHIN_REACH);
  expect(within.map(({ id }) => id)).toEqual(expect.arrayContaining(['r0', 'r1', 'r15000', 'r19000']));
  // They stay in the order in which they wait.
  expect(within.at(-1)?.id).toBe('r19000');
});

test('no roll of an ordinary shelf is left out, and however many are arranged all of them stay', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 300 }), (waiting, arranged) => {
      const all = Array.from({ length: waiting }, (_, n) => roll(n));
      const rollIds = all.slice(0, arranged).map(({ id }) => id);
      const within = withinReach(all, { arrangement: [{ tankId: 't', batchId: 'b', rollIds }] });
      expect(within.length).toBe(waiting <= WITHIN_REACH ? waiting : Math.max(WITHIN_REACH, rollIds.length));
      for (const id of rollIds) expect(within.some((each) => each.id === id)).toBe(true);
    }),
  );
});
