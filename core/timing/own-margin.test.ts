import fc from 'fast-check';
import { MOST_OWN, ownLabel, ownSeconds, parseOwnMargin, showOwnMargin, type OwnMargin } from './own-margin.ts';

test.each<[string, ReturnType<typeof parseOwnMargin>]>([
  ['+10', { by: 'seconds', amount: 10 }],
  ['10 s', { by: 'seconds', amount: 10 }],
  ['−0:05', { by: 'seconds', amount: -5 }],
  ['1:30', { by: 'seconds', amount: 90 }],
  [' 5 %', { by: 'percent', amount: 5 }],
  ['-2,5%', { by: 'percent', amount: -2.5 }],
  ['0', { by: 'seconds', amount: 0 }],
  ['-0', { by: 'seconds', amount: 0 }],
  ['51 %', null],
  ['9999', null],
  ['a bit', null],
  ['1e3', null],
  ['', null],
])('what a person types for a margin: %s', (text, read) => {
  expect(parseOwnMargin(text)).toEqual(read);
});

test('what is shown is read back as it was', () => {
  const margin = fc.oneof(
    fc.record({ by: fc.constant('seconds' as const), amount: fc.integer({ min: -599, max: 599 }) }),
    fc.record({ by: fc.constant('percent' as const), amount: fc.integer({ min: -MOST_OWN.percent, max: MOST_OWN.percent }) }),
  );
  fc.assert(fc.property(margin, (own) => expect(parseOwnMargin(showOwnMargin(own))).toEqual(own)));
});

test('a percentage takes off as many seconds as it adds, and follows the bath it is taken of', () => {
  const percent = (amount: number): OwnMargin => ({ by: 'percent', amount, reason: '' });
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 50 }), fc.integer({ min: 1, max: 3600 }), (amount, seconds) => {
      const more = ownSeconds(percent(amount), seconds);
      expect(ownSeconds(percent(-amount), seconds)).toBe(more === 0 ? -0 : -more);
      expect(Math.abs(more - (amount * seconds) / 100)).toBeLessThanOrEqual(0.5 + 1e-6);
    }),
  );
  expect(ownSeconds(null, 200)).toBe(0);
});

test('its line in the working says how much and why', () => {
  expect(ownLabel({ by: 'seconds', amount: 10, reason: 'thin with this kit' })).toBe('Your own margin: thin with this kit');
  expect(ownLabel({ by: 'percent', amount: -5, reason: '' })).toBe('Your own margin, −5 %');
});
