import fc from 'fast-check';
import { pushOfRoll } from './develop-at.ts';

const roll = { boxSpeed: 200, exposedSpeed: 100, developSpeed: null, expiredYear: null };

test('film in date is developed as it was exposed; eleven years in a drawer, nothing is pulled unasked', () => {
  expect(pushOfRoll(roll)).toBe(-1);
  expect(pushOfRoll({ ...roll, expiredYear: 2015 })).toBe(0);
  // The person's own word goes before both.
  expect(pushOfRoll({ ...roll, expiredYear: 2015, developSpeed: 400 })).toBe(1);
  expect(pushOfRoll({ ...roll, developSpeed: 200 })).toBe(0);
});

test('however much light old film got, its development asks for no push until somebody does', () => {
  const speed = fc.integer({ min: 6, max: 6400 });
  fc.assert(
    fc.property(speed, speed, fc.integer({ min: 1960, max: 2026 }), (boxSpeed, exposedSpeed, expiredYear) =>
      expect(pushOfRoll({ boxSpeed, exposedSpeed, developSpeed: null, expiredYear })).toBe(0),
    ),
  );
});
