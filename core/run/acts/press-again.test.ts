import fc from 'fast-check';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { foldRun } from '../state/state.ts';
import type { RunEvent } from './event.ts';
import { attemptOf, pressAgain, PRESS_AGAIN_WITHIN_MS, TWICE_MS, type Asked } from './press-again.ts';

const plan = housePlan();
const SAYS = '3:24 early: press again to end it';
/** What each press of a series came to, one after the other. */
function presses(...at: readonly (readonly [of: string, ms: number])[]): boolean[] {
  let asked: Asked | null = null;
  return at.map(([of, ms]) => {
    const press = pressAgain(asked, of, SAYS, ms);
    asked = press.asked;
    return press.counts;
  });
}

test('one press asks, a deliberate second one counts', () => {
  expect(presses(['developer', 0], ['developer', 1500])).toEqual([false, true]);
  expect(pressAgain(null, 'developer', SAYS, 10)).toEqual({ counts: false, asked: { says: SAYS, atMs: 10, of: 'developer' } });
});

test('two presses of one wet glove are one; the deliberate one after them counts', () => {
  expect(presses(['developer', 0], ['developer', 90], ['developer', 1500])).toEqual([false, false, true]);
});

test('an answer after four seconds is a new question', () => {
  expect(presses(['developer', 0], ['developer', 4001], ['developer', 5500])).toEqual([false, false, true]);
});

test('a question about the rinse is no question about the bleach-fix that followed it', () => {
  // The rinse was asked about, came into its time and ended; two seconds later the bleach-fix must ask for itself.
  expect(presses(['rinse', 0], ['bleach-fix', 2000], ['bleach-fix', 3000])).toEqual([false, false, true]);
});

test('what was answered is no longer asked: a bath that goes in again asks again', () => {
  expect(presses(['bleach-fix', 0], ['bleach-fix', 1000], ['bleach-fix', 2000])).toEqual([false, true, false]);
});

test('a bath repeated within the four seconds is another attempt, and a reading is not', () => {
  let n = 0;
  const event = (second: number, body: object): RunEvent =>
    ({ id: `event-${++n}`, atMs: 1_795_000_000_000 + second * 1000, ...body }) as RunEvent;
  const [prewash] = plan.steps;
  const step = prewash?.id;
  const first = [event(0, { kind: 'poured', step })];
  const read = [...first, event(1, { kind: 'reading', c: 37, shownC: 37, thermometer: null })];
  const again = [
    ...first,
    event(2, { kind: 'step-ended', step }),
    event(3, { kind: 'repeated', step }),
    event(4, { kind: 'poured', step }),
  ];
  const of = (events: readonly RunEvent[]) => attemptOf(foldRun(plan, events));
  expect(of(read)).toBe(of(first));
  expect(of(again)).not.toBe(of(first));
});

test('whatever is pressed whenever: nothing counts without a question about the same attempt, meant and in time', () => {
  const press = fc.tuple(fc.constantFrom('developer', 'rinse', 'bleach-fix'), fc.integer({ min: 1, max: 6000 }));
  fc.assert(
    fc.property(fc.array(press, { maxLength: 40 }), (series) => {
      let asked: Asked | null = null;
      let ms = 0;
      for (const [of, gap] of series) {
        ms += gap;
        const answer = pressAgain(asked, of, SAYS, ms);
        if (answer.counts) {
          expect(asked?.of).toBe(of);
          expect(ms - (asked?.atMs ?? NaN)).toBeGreaterThanOrEqual(TWICE_MS);
          expect(ms - (asked?.atMs ?? NaN)).toBeLessThanOrEqual(PRESS_AGAIN_WITHIN_MS);
          expect(answer.asked).toBeNull();
        } else expect(answer.asked?.of).toBe(of);
        asked = answer.asked;
      }
    }),
  );
});
