import type { Bath } from '../../kit/kit.ts';
import { byTheLitre, doseInWords, isMadeAtUse } from './made-at-use.ts';

const last: Bath = {
  id: 'final-rinse',
  kind: 'final-rinse',
  name: 'Last bath',
  nominalC: 20,
  time: { points: [{ c: 20, s: 75 }] },
  mix: { waterMl: 0, at: 'use', parts: [{ name: 'wetting agent', mlPerLitre: 3 }] },
};

test.each([
  [520, '1.6 ml wetting agent (about 31 drops)'],
  [310, '0.9 ml wetting agent (about 19 drops)'],
  [2000, '6 ml wetting agent'],
])('three millilitres a litre for a tank of %d ml: %s', (ml, says) => {
  expect(doseInWords(last, ml)).toBe(says);
});

test('what its leaflet gives for a whole bottle is reckoned by the litre; what stands in a bottle has no dose', () => {
  const half = {
    ...last,
    mix: {
      waterMl: 500,
      at: 'use' as const,
      parts: [
        { name: 'soda', g: 7.5 },
        { name: 'drops', ml: 1 },
      ],
    },
  };
  expect(doseInWords(byTheLitre(half, 500), 520)).toBe('7.8 g soda, 1 ml drops (about 21 drops)');
  expect(isMadeAtUse({ ...last, mix: { waterMl: 900, parts: [] } })).toBe(false);
  expect(doseInWords({ mix: { waterMl: 900, parts: [] } }, 520)).toBeNull();
});
