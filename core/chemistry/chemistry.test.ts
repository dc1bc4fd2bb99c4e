import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { capacityOfVolume, rollsLeft } from '../kit/capacity.ts';
import type { Kit } from '../kit/kit.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import { costPerRollCents } from './cost/cost.ts';
import { eveningCost } from './cost/evening-cost.ts';
import { ageInDays, pastShelfLife } from './life/shelf-life.ts';
import { mixRecipes } from './mixing/mixing.ts';

test('half a kit holds half the rolls, and none are left below zero', () => {
  expect(capacityOfVolume(houseKit(), 500)).toBe(6);
  expect(rollsLeft(houseKit(), { volumeMl: 500, rollsDone: 5.34 })).toBe(0.66);
  expect(rollsLeft(houseKit(), { volumeMl: 500, rollsDone: 9 })).toBe(0);
  expect(rollsLeft(shippedKit('reference-c41') as Kit, { volumeMl: 1000, rollsDone: 90 })).toBeNull();
});

test('a developer mixed on 9 November that keeps 35 days is good to 14 December and not a day longer', () => {
  const developer = { keepsDays: 35 };
  expect(['2026-12-14', '2026-12-15'].map((on) => pastShelfLife(developer, ageInDays('2026-11-09', on)))).toEqual([false, true]);
  expect(pastShelfLife({}, 5000)).toBe(false);
});

test('any part of a kit keeps its ratios; part of a powder says that it is unreliable, and why', () => {
  fc.assert(
    fc.property(fc.integer({ min: 50, max: 1000 }), (volumeMl) => {
      const mixed = mixRecipes(houseKit(), volumeMl);
      if (!mixed.ok) throw new Error('refused');
      for (const recipe of mixed.value) {
        const whole = houseKit().baths.find((bath) => bath.id === recipe.bath)?.mix;
        recipe.parts.forEach((part, i) =>
          expect(Math.abs(part.amount / volumeMl - (whole?.parts[i]?.ml ?? 0) / 1000)).toBeLessThan(0.06 / volumeMl),
        );
        expect(recipe.waterMl + recipe.parts.reduce((sum, part) => sum + part.amount, 0)).toBeLessThanOrEqual(volumeMl + 0.5);
      }
    }),
  );
  const powder = houseKit({ mix: { waterMl: 800, parts: [{ name: 'Powder A', g: 40 }] } });
  const half = mixRecipes(powder, 500);
  expect(half.ok && half.value[0]?.parts).toEqual([{ name: 'Powder A', amount: 20, unit: 'g' }]);
  expect(half.ok && half.value[0]?.cautions.join(' ')).toContain('settle apart');
  const whole = mixRecipes(powder, 1000);
  expect(whole.ok && whole.value[0]?.cautions).toHaveLength(1);
  expect([mixRecipes(powder, 0).ok, mixRecipes(powder, 1500).ok]).toEqual([false, false]);
});

test('a roll costs its share of the batch: 34.50 over 12 rolls is 2.88, less once it has done more', () => {
  const cost = (rollsDone: number, priceCents: number | null = 3450) =>
    costPerRollCents(houseKit(), { volumeMl: 1000, rollsDone, priceCents });
  expect([cost(0), cost(12), cost(15), cost(3, null)]).toEqual([288, 288, 230, null]);
});

test('the evening’s cost by hand: each roll carries its batch’s share, and the laboratory’s price is set against all', () => {
  const kit = { makesMl: 1000, capacityRolls: 12 };
  const batch = (name: string, priceCents: number | null, rolls: number, rollsDone = 0) => ({
    name,
    kit,
    volumeMl: 1000,
    rollsDone,
    priceCents,
    rolls,
  });
  // 34.50 for 12 rolls is 2.875, so 2.88; 52.00 over the 13 it has really done is 4.00.
  // Four at 2.88 and one at 4.00 are 15.52, or 3.10 a roll; five at 9.50 are 47.50.
  const cost = eveningCost([batch('A', 3450, 4), batch('B', 5200, 1, 13), batch('unpriced', null, 2), batch('unused', 900, 0)], 950);
  expect(cost).toEqual({
    perRoll: '3.10',
    saved: '31.98',
    working: [
      { what: 'A', sum: '34.50 ⁄ 12 rolls', figure: '2.88' },
      { what: 'B', sum: '52.00 ⁄ 13 rolls', figure: '4.00' },
      { what: 'Tonight', sum: '(4 × 2.88 + 1 × 4.00) ⁄ 5', figure: '3.10' },
      { what: 'Left of the laboratory’s', sum: '5 × 9.50 − 15.52', figure: '31.98' },
    ],
  });
  expect(eveningCost([batch('unpriced', null, 2)], 950)).toBeNull();
});
