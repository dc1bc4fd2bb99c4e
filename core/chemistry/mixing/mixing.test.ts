import fc from 'fast-check';
import type { Kit } from '../../kit/kit.ts';
import { SHIPPED_KITS } from '../../kit/shipped-kits.ts';
import { mixFaults, mixRecipes } from './mixing.ts';

const PARTS_KIT = {
  makesMl: 1000,
  baths: [
    {
      id: 'developer',
      kind: 'developer',
      name: 'Developer',
      nominalC: 38,
      time: { points: [{ c: 38, s: 200 }] },
      mix: {
        waterMl: 700,
        waterC: 40,
        stirS: 60,
        parts: [
          { name: 'Part A', ml: 100 },
          { name: 'Salts', g: 42 },
        ],
      },
    },
  ],
} as unknown as Kit;

test('half a kit is half of everything, topped up to what was asked, and half a powder says why it is unreliable', () => {
  const half = mixRecipes(PARTS_KIT, 500);
  if (!half.ok) throw new Error('refused');
  expect(half.value[0]).toMatchObject({
    waterMl: 350,
    waterC: 40,
    parts: [
      { name: 'Part A', amount: 50, unit: 'ml' },
      { name: 'Salts', amount: 21, unit: 'g' },
    ],
    topUpToMl: 500,
  });
  expect(half.value[0]?.cautions.join(' ')).toMatch(/powder bag is unreliable/);
  const whole = mixRecipes(PARTS_KIT, 1000);
  expect(whole.ok && whole.value[0]?.cautions.join(' ')).not.toMatch(/unreliable/);
});

test.each([0, -1, 1001, NaN])('a volume of %d is refused with what the kit makes', (volumeMl) => {
  expect(mixRecipes(PARTS_KIT, volumeMl)).toMatchObject({ ok: false, errors: [{ code: 'volume-outside-kit', path: '$.volumeMl' }] });
});

test('parts that exceed what the kit makes are said at the water, with the sum', () => {
  const full = structuredClone(PARTS_KIT) as unknown as { baths: { mix: { waterMl: number } }[] };
  (full.baths[0] as { mix: { waterMl: number } }).mix.waterMl = 950;
  expect(mixFaults(full as unknown as Kit)).toMatchObject([
    { path: '$.baths[0].mix.waterMl', message: expect.stringContaining('1050 ml together') as string },
  ]);
  expect(mixFaults(PARTS_KIT)).toEqual([]);
  for (const kit of SHIPPED_KITS) expect([kit.id, mixFaults(kit)]).toEqual([kit.id, []]);
});

test('any share of any kit keeps its ratios and fits its bottle', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SHIPPED_KITS), fc.double({ min: 0.05, max: 1, noNaN: true }), (kit, share) => {
      const [part, whole] = [mixRecipes(kit, kit.makesMl * share), mixRecipes(kit, kit.makesMl)];
      if (!part.ok || !whole.ok) throw new Error('refused');
      part.value.forEach((recipe, i) => {
        const of = whole.value[i];
        expect(Math.abs(recipe.waterMl - (of?.waterMl ?? NaN) * share)).toBeLessThanOrEqual(0.11);
        recipe.parts.forEach((each, p) => expect(Math.abs(each.amount - (of?.parts[p]?.amount ?? NaN) * share)).toBeLessThanOrEqual(0.11));
        const poured = recipe.waterMl + recipe.parts.reduce((sum, each) => sum + (each.unit === 'ml' ? each.amount : 0), 0);
        expect(poured).toBeLessThanOrEqual(recipe.topUpToMl + 1);
      });
    }),
  );
});
