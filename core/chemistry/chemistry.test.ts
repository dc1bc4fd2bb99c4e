import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import type { Kit } from '../kit/kit.ts';
import { capacityOfVolume, rollsLeft } from './capacity.ts';
import { costPerRollCents } from './cost.ts';
import { mixRecipes } from './mixing.ts';
import { ageInDays, daysLeft, goodUntil, pastShelfLife } from './shelf-life.ts';

test('half a kit holds half the rolls, and none are left below zero', () => {
  expect(capacityOfVolume(houseKit(), 500)).toBe(6);
  expect(rollsLeft(houseKit(), { volumeMl: 500, rollsDone: 5.34 })).toBe(0.66);
  expect(rollsLeft(houseKit(), { volumeMl: 500, rollsDone: 9 })).toBe(0);
  expect(rollsLeft(shippedKit('reference-c41') as Kit, { volumeMl: 1000, rollsDone: 90 })).toBeNull();
});

test('a developer mixed on 9 November that keeps 35 days is good to 14 December and not a day longer', () => {
  const developer = { keepsDays: 35 };
  expect(goodUntil(developer, '2026-11-09')).toBe('2026-12-14');
  expect([daysLeft(developer, '2026-11-09', '2026-11-25'), daysLeft(developer, '2026-11-09', '2026-12-20')]).toEqual([19, -6]);
  expect(['2026-12-14', '2026-12-15'].map((on) => pastShelfLife(developer, ageInDays('2026-11-09', on)))).toEqual([false, true]);
  expect([goodUntil({}, '2026-11-09'), daysLeft({}, '2026-11-09', '2030-01-01'), pastShelfLife({}, 5000)]).toEqual([null, null, false]);
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
