import fc from 'fast-check';
import { fastest, practiceNowMs, readClock, SPEEDS, withSpeed, type ClockMark } from './practice-clock.ts';

test('its own clock goes on through every change of speed without a jump, and never back', () => {
  const changes = fc.array(fc.record({ afterMs: fc.integer({ min: 0, max: 100_000 }), speed: fc.constantFrom(...SPEEDS) }), {
    minLength: 1,
    maxLength: 20,
  });
  fc.assert(
    fc.property(changes, fc.integer({ min: 0, max: 100_000 }), (all, lastMs) => {
      let houseMs = 1_000_000;
      let marks: ClockMark[] = [{ houseMs, practiceMs: 5000, speed: 1 }];
      let expected = 5000;
      let speed = 1;
      for (const change of all) {
        houseMs += change.afterMs;
        expected += change.afterMs * speed;
        marks = withSpeed(marks, houseMs, change.speed);
        expect(practiceNowMs(marks, houseMs)).toBe(expected);
        speed = change.speed;
      }
      expect(practiceNowMs(marks, houseMs + lastMs)).toBe(expected + lastMs * speed);
      // A house clock that was set back holds it, and does not turn it.
      expect(practiceNowMs(marks, houseMs - 500)).toBe(expected);
      expect(fastest(marks)).toBe(Math.max(1, ...all.map((change) => change.speed)));
      expect(readClock(JSON.parse(JSON.stringify(marks)))).toEqual(marks);
    }),
  );
  expect(readClock([{ houseMs: 1 }, null, 'x'])).toEqual([]);
  expect(readClock({})).toEqual([]);
});
