import fc from 'fast-check';
import { bathWithTopUps, toppedUp, type TopUpQuestion } from './top-ups.ts';

const bottle = (c: number, half: number) => ({
  id: String(c),
  ml: 1000,
  material: 'glass' as const,
  startC: 21,
  lowC: c - half,
  highC: c + half,
});
/** How far from its temperature each of three baths may be poured. */
const HALF = [0.5, 1, 2];
/** A nine-litre bucket filled at 43, three baths at 38, two runs an hour apart. */
const bucket = (more: Partial<TopUpQuestion> = {}): TopUpQuestion => ({
  tub: { litres: 9, startC: 43, ambientC: 21, lidded: false },
  bottles: [bottle(38, 0.5), bottle(38, 1), bottle(38, 2)],
  holds: [{ fromS: 0, c: 38 }],
  pours: [2700, 3600, 4200, 6600, 7500].map((atS, i) => ({
    atS,
    bottle: i % 3,
    lowC: 38 - (HALF[i % 3] ?? 0),
    highC: 38 + (HALF[i % 3] ?? 0),
  })),
  hotC: 54,
  coldC: 12,
  ...more,
});

test('a bucket of slides: each pour in its window, by as few top-ups as that takes, each with its litres', () => {
  const { topUps, pours } = toppedUp(bucket());
  expect(pours.every(({ inWindow }) => inWindow)).toBe(true);
  expect(topUps.length).toBeGreaterThan(2);
  expect(topUps.every(({ ml, toC }) => ml > 50 && ml < 9000 && toC > 37 && toC < 42)).toBe(true);
  // Left alone it is not so.
  const left: number[] = [];
  bathWithTopUps(
    bucket(),
    () => null,
    7500,
    10,
    (atS, state) => {
      if (atS === 7500) left.push(state[0] as number);
      return true;
    },
  );
  expect(left[0]).toBeLessThan(36);
});

test('two runs fifty minutes apart, a narrow developer: each hold is kept as suits its own pours, where no one way suits both', () => {
  const c = 38.6;
  const firstS = 1800;
  const { pours, topUps } = toppedUp({
    tub: { litres: 9, startC: 43, ambientC: 20, lidded: false },
    bottles: [
      { ...bottle(c, 0.3), startC: 20 },
      { ...bottle(37.5, 2.5), startC: 20 },
    ],
    holds: [
      { fromS: 0, c },
      { fromS: firstS + 1500, c },
    ],
    pours: [0, 3000].flatMap((againS) => [
      { atS: firstS + againS + 70, bottle: 0, lowC: c - 0.3, highC: c + 0.3 },
      { atS: firstS + againS + 600, bottle: 1, lowC: 35, highC: 40 },
    ]),
    hotC: 54,
    coldC: 14,
  });
  expect(pours.map(({ inWindow }) => inWindow)).toEqual([true, true, true, true]);
  expect(topUps.length).toBeGreaterThan(2);
});

test('from 38 to 41 by hot water, and back by cold: what is held changes, and nothing is overheated meanwhile', () => {
  const holds = [
    { fromS: 0, c: 38 },
    { fromS: 4500, c: 41 },
    { fromS: 9000, c: 38 },
  ];
  const pours = [
    { atS: 3600, bottle: 0, lowC: 37, highC: 39 },
    { atS: 7200, bottle: 1, lowC: 40, highC: 42 },
    { atS: 12_000, bottle: 0, lowC: 37, highC: 39 },
  ];
  const { topUps, pours: got } = toppedUp(bucket({ bottles: [bottle(38, 1), bottle(41, 1)], holds, pours }));
  expect(got.map(({ inWindow }) => inWindow)).toEqual([true, true, true]);
  expect(topUps.some((each) => each.with === 'cold' && each.atS >= 9000)).toBe(true);
});

test('a tap that is no warmer than the bath cannot do it, and that is said', () => {
  const { topUps, pours } = toppedUp(bucket({ hotC: 37 }));
  expect(topUps).toEqual([]);
  expect(pours.at(-1)?.inWindow).toBe(false);
});

test('whatever kitchen: what is promised is kept where the same top-ups are poured into a bath that is followed a second at a time', () => {
  const kitchen = fc.record({
    litres: fc.integer({ min: 6, max: 20 }),
    startC: fc.integer({ min: 38, max: 45 }),
    ambientC: fc.integer({ min: 14, max: 26 }),
    lidded: fc.boolean(),
  });
  fc.assert(
    fc.property(kitchen, (tub) => {
      const question = bucket({ tub });
      const { topUps, pours } = toppedUp(question);
      const left = [...topUps];
      const seen = pours.map(() => NaN);
      bathWithTopUps(
        question,
        (atS, tubC) => {
          const next = left[0];
          if (!next || next.atS > atS) return null;
          left.shift();
          // So much out, so much in.
          const share = next.ml / (tub.litres * 1000);
          return tubC * (1 - share) + (next.with === 'hot' ? question.hotC : question.coldC) * share;
        },
        7500,
        1,
        (atS, state) => {
          question.pours.forEach((pour, i) => {
            if (atS === pour.atS) seen[i] = state[pour.bottle + 1] as number;
          });
          return true;
        },
      );
      pours.forEach(({ c }, i) => expect(Math.abs((seen[i] as number) - c)).toBeLessThan(0.05));
    }),
    { numRuns: 25 },
  );
});
