import fc from 'fast-check';
import { answerOfStrips } from './strips-answer.ts';

const DOSES = [0.88, 0.92, 0.95, 0.98, 1, 1.02, 1.06, 1.1];
const line = (scatter = 0) => DOSES.map((dose, i) => ({ dose, range: 1.7 + 1.2 * Math.log(dose) + (i % 2 === 0 ? scatter : -scatter) }));
const newest = { range: 1.7, dose: 1, seconds: 240 };

test('on a straight line the answer is the line turned round: so much more dose, so much longer', () => {
  // 1.2·ln(dose) is 0.12 short: e^0.1 − 1 of 240 s.
  expect(answerOfStrips(line(), { ...newest, range: 1.58 })).toEqual({ extraS: Math.round(240 * (Math.exp(0.1) - 1)), plusMinusS: 0 });
  expect(answerOfStrips(line(), newest)).toEqual({ extraS: 0, plusMinusS: 0 });
  // A strip that got more than its dose and is right would have been thin at the plain time.
  expect(answerOfStrips(line(), { ...newest, range: 1.7, dose: 1.05 })).toMatchObject({ extraS: Math.round(240 * 0.05) });
});

test('it says why it does not tell', () => {
  expect(answerOfStrips(line().slice(0, 5), newest)).toEqual({ missing: 3 });
  expect(answerOfStrips(line(), { ...newest, range: 1.3 })).toEqual({ beyond: true });
  expect(answerOfStrips(line(0.2), newest)).toEqual({ unclear: true });
  const alike = DOSES.map((_, i) => ({ dose: 1 + i * 0.004, range: 1.7 + i * 0.01 }));
  expect(answerOfStrips(alike, newest)).toEqual({ unclear: true });
  expect(
    answerOfStrips(
      line().map(({ dose, range }) => ({ dose, range: 3.4 - range })),
      newest,
    ),
  ).toEqual({ unclear: true });
});

test('more scatter is less certain, a thinner strip asks for more, and the order of strips is nothing', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.001, max: 0.012, noNaN: true }),
      fc.double({ min: 1.55, max: 1.8, noNaN: true }),
      fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7], { minLength: 8 }),
      (scatter, range, order) => {
        const [calm, rough] = [
          answerOfStrips(line(scatter), { ...newest, range }),
          answerOfStrips(line(scatter * 2), { ...newest, range }),
        ];
        const thinner = answerOfStrips(line(scatter), { ...newest, range: range - 0.02 });
        if (!('extraS' in calm) || !('extraS' in rough) || !('extraS' in thinner)) return;
        expect(rough.plusMinusS).toBeGreaterThanOrEqual(calm.plusMinusS);
        expect(thinner.extraS).toBeGreaterThan(calm.extraS);
        const strips = line(scatter);
        expect(
          answerOfStrips(
            order.map((i) => strips[i] as (typeof strips)[number]),
            { ...newest, range },
          ),
        ).toEqual(calm);
      },
    ),
  );
});
