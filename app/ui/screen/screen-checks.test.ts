import fc from 'fast-check';
import { screenChecks, type ScreenFacts } from './screen-checks.ts';

const best: ScreenFacts = { secure: true, awake: 'lock', sound: 'on', alone: 'kept', clock: { sureToMs: 4, ownAheadMs: 30 } };

test('a screen that can do everything says so, and asks for nothing', () => {
  expect(screenChecks(best)).toEqual([
    { id: 'awake', good: true, says: 'Stays awake', todo: null },
    { id: 'sound', good: true, says: 'Sound plays', todo: null },
    { id: 'alone', good: true, says: 'Goes on, and opens again, without the laptop', todo: null },
    { id: 'clock', good: true, says: 'Goes by the laptop’s clock, to 0.01 s', todo: null },
  ]);
});

test.each<[string, Partial<ScreenFacts>, string, RegExp]>([
  ['over plain http without any means', { secure: false, awake: 'no' }, 'awake', /own settings\. By the safe way it stays awake by itself/],
  ['over plain http with a film to play', { secure: false, awake: 'press' }, 'awake', /Press “Keep it awake”/],
  ['before a press', { sound: 'press' }, 'sound', /Try the sound/],
  [
    'over plain http, once open',
    { secure: false, alone: 'no' },
    'alone',
    /Do not reload or close .* By the safe way it opens all the same/,
  ],
  ['in a private window of the safe way', { alone: 'no' }, 'alone', /until it is back\.$/],
  ['before a run was opened', { alone: 'unopened' }, 'alone', /Open the Bench once/],
  ['on a slow network', { clock: { sureToMs: 900, ownAheadMs: 0 } }, 'clock', /nearer to the router/],
  ['without an answer', { clock: null }, 'clock', /asked again/],
])('%s: what it costs and what to do', (_, facts, id, todo) => {
  const found = screenChecks({ ...best, ...facts }).filter(({ good }) => !good);
  expect(found.map((each) => each.id)).toEqual([id]);
  expect(found[0]?.todo).toMatch(todo);
});

test.each([
  [300_000, '5 min ahead'],
  [-90_000, '90 s behind'],
  [7_200_000 * 4, '8 hours ahead'],
])('a phone whose own clock is %i ms off is told that it changes nothing', (ownAheadMs, words) => {
  const clock = screenChecks({ ...best, clock: { sureToMs: 20, ownAheadMs } })[3];
  expect(clock?.says).toBe(`Goes by the laptop’s clock, to 0.02 s; this screen’s own is ${words}, which changes nothing`);
  expect(clock?.good).toBe(true);
});

test('whatever was found, every point is said once, and what is not good says what to do', () => {
  fc.assert(
    fc.property(
      fc.record<ScreenFacts>({
        secure: fc.boolean(),
        awake: fc.constantFrom('lock', 'film', 'press', 'trying', 'no'),
        sound: fc.constantFrom('on', 'press', 'none'),
        alone: fc.constantFrom('kept', 'not-yet', 'unopened', 'no'),
        clock: fc.option(fc.record({ sureToMs: fc.double({ min: 0, max: 1e5, noNaN: true }), ownAheadMs: fc.integer() })),
      }),
      (facts) => {
        const checks = screenChecks(facts);
        expect(checks.map(({ id }) => id)).toEqual(['awake', 'sound', 'alone', 'clock']);
        expect(checks.every(({ good, todo, says }) => good === (todo === null) && says !== '' && !says.includes('NaN'))).toBe(true);
        // Nobody who is there already is sent to the safe way.
        if (facts.secure) expect(JSON.stringify(checks)).not.toContain('safe way');
      },
    ),
  );
});
