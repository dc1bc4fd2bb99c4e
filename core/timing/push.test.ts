import fc from 'fast-check';
import type { PushRule } from '../kit/kit.ts';
import { pushEffect, pushEquivalent, tableReach } from './push.ts';

const TABLE: PushRule = {
  rule: 'table',
  factors: [
    { stops: -1, factor: 0.8 },
    { stops: 1, factor: 1.25 },
    { stops: 2, factor: 1.55 },
  ],
};
const RULES: readonly PushRule[] = [TABLE, { rule: 'factor', perStop: 1.3 }, { rule: 'add', secondsPerStop: 45 }];
const NOMINAL_S = 200;

test('each rule by hand, and between the rows of a table the logarithm is straight', () => {
  expect(pushEffect(TABLE, 1)).toEqual({ factor: 1.25, addS: 0 });
  // Half-way between 1 and 1.25: their geometric mean.
  expect(pushEffect(TABLE, 0.5)?.factor).toBeCloseTo(Math.sqrt(1.25), 12);
  expect(pushEffect({ rule: 'factor', perStop: 1.3 }, -2)?.factor).toBeCloseTo(1 / 1.69, 12);
  expect(pushEffect({ rule: 'add', secondsPerStop: 45 }, 1.5)).toEqual({ factor: 1, addS: 67.5 });
  expect(pushEffect(undefined, 3)).toEqual({ factor: 1, addS: 0 });
});

test('a table ends where its rows end', () => {
  expect(tableReach([{ stops: 1 }, { stops: 2 }])).toEqual({ from: 0, to: 2 });
  expect([pushEffect(TABLE, 2.1), pushEffect(TABLE, -1.01)]).toEqual([null, null]);
  expect(pushEffect(TABLE, 2)).not.toBeNull();
});

test('what a dose amounts to is the push that would have given it: there and back for every rule', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...RULES),
      fc.double({ min: -1, max: 2, noNaN: true }),
      fc.double({ min: -0.5, max: 1, noNaN: true }),
      (rule, stops, plannedStops) => {
        const secondsAt = (s: number) => {
          const effect = pushEffect(rule, s);
          return effect ? NOMINAL_S * effect.factor + effect.addS : NaN;
        };
        const nominalS = secondsAt(plannedStops);
        const share = secondsAt(stops) / nominalS;
        fc.pre(Number.isFinite(share) && share > 0.05);
        expect(pushEquivalent(rule, nominalS, share, plannedStops)).toBeCloseTo(stops - plannedStops, 6);
      },
    ),
  );
});

test('without a rule of the kit’s own three tenths are a stop; nothing at all is no pull', () => {
  expect(pushEquivalent(undefined, NOMINAL_S, 1.3)).toBeCloseTo(1, 12);
  expect(pushEquivalent(null, NOMINAL_S, 1 / 1.3)).toBeCloseTo(-1, 12);
  expect(pushEquivalent(TABLE, NOMINAL_S, 1)).toBeCloseTo(0, 12);
  expect(pushEquivalent(TABLE, NOMINAL_S, 0)).toBeNull();
});

test('more dose is more push, whatever the rule and however far beyond its table', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...RULES),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      fc.double({ min: 1.001, max: 1.5, noNaN: true }),
      (rule, share, more) => {
        expect(pushEquivalent(rule, NOMINAL_S, share * more) ?? NaN).toBeGreaterThan(pushEquivalent(rule, NOMINAL_S, share) ?? NaN);
      },
    ),
  );
});
