import fc from 'fast-check';
import { housePlan } from './a-run-plan.fixture.ts';
import { readRunEvent, type RunEvent } from './event.ts';
import { refusalOf } from './guard.ts';
import { runNow } from './now.ts';
import { plannedAndActual } from './planned-and-actual.ts';
import { foldRun, newRun, withEvent } from './state.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
type Body = RunEvent extends infer E ? (E extends RunEvent ? Omit<E, 'id' | 'atMs'> : never) : never;
let count = 0;
const at = (second: number, body: Body): RunEvent => ({ id: `event-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;

const throughPrewash = [at(0, { kind: 'poured', step: 0 }), at(60, { kind: 'step-ended', step: 0 })];
const inDeveloper = [...throughPrewash, at(66, { kind: 'poured', step: 1 })];

test('from the first pour to the next act, everything is a difference of instants', () => {
  const now = runNow(plan, foldRun(plan, inDeveloper));
  expect(now.act).toEqual({ kind: 'step-ended', step: 1, label: 'Pour out now' });
  // 200 × (1 + 0.018 × 7) = 225.2 s; the tank drains in 12.
  expect([now.running?.endsAtMs, now.running?.pourOutAtMs]).toEqual([T + (66 + 225) * 1000, T + (66 + 213) * 1000]);
  const between = runNow(plan, foldRun(plan, throughPrewash));
  expect(between.act?.label).toBe('Pour developer in');
  expect(between.nextPourAtMs).toBe(T + 65_000);
});

test('“I forgot to press”: a nudge moves the start, the end and every cue', () => {
  const state = foldRun(plan, [...inDeveloper, at(80, { kind: 'nudged', step: 1, seconds: -5 })]);
  const now = runNow(plan, state);
  expect(now.running?.startMs).toBe(T + 61_000);
  expect(now.running?.cues.find((cue) => cue.kind === 'agitate')?.atMs).toBe(T + 91_000);
  expect(refusalOf(plan, state, at(81, { kind: 'nudged', step: 1, seconds: 60 }))).toContain('future');
});

test('a cool reading moves the finish by dose, and the correction can be declined', () => {
  const cool = [...inDeveloper, at(66, { kind: 'reading', c: 37, shownC: 37.1, thermometer: 'stem' })];
  // 225.2 × (310/200)^(1/4) = 251.3 s.
  expect(runNow(plan, foldRun(plan, cool)).running?.finish).toMatchObject({ seconds: 251, byDoseS: 251 });
  const declined = foldRun(plan, [
    ...cool,
    at(90, { kind: 'correction', step: 1, follow: false }),
    at(95, { kind: 'lengthened', step: 1, seconds: 10 }),
  ]);
  expect(runNow(plan, declined).running?.finish).toMatchObject({ seconds: 235, byDoseS: 251 });
});

test('two presses count once, and the loser is told why', () => {
  const state = foldRun(plan, [...inDeveloper, at(280, { kind: 'step-ended', step: 1 })]);
  const late = at(281, { kind: 'step-ended', step: 1 });
  expect(refusalOf(plan, state, late)).toBe('Developer has already ended.');
  expect(withEvent(plan, state, late)).toBe(state);
  expect(refusalOf(plan, state, at(282, { kind: 'poured', step: 4 }))).toBe('The next bath is Rinse.');
});

test.each<[string, RunEvent[], Body, RegExp]>([
  ['no pause with developer in the tank', inDeveloper, { kind: 'paused' }, /goes on/],
  ['no pause before the developer', throughPrewash, { kind: 'paused' }, /half-wet/],
  ['no pause with developer in the film', [...inDeveloper, at(280, { kind: 'step-ended', step: 1 })], { kind: 'paused' }, /Rinse or stop/],
  ['the developer is not skipped', throughPrewash, { kind: 'skipped', step: 1 }, /cannot be skipped/],
  ['nor repeated', [...inDeveloper, at(280, { kind: 'step-ended', step: 1 })], { kind: 'repeated', step: 1 }, /over-develop/],
  ['not finished with baths to come', inDeveloper, { kind: 'finished' }, /still to come/],
])('chemistry says no: %s', (_, events, body, reason) => {
  expect(refusalOf(plan, foldRun(plan, events), at(300, body))).toMatch(reason);
});

const wholeRun = (): RunEvent[] => {
  let second = 0;
  return [
    ...plan.steps.flatMap((step, i) => {
      const start = second;
      second += step.seconds + 10;
      return [at(start, { kind: 'poured', step: i }), at(start + step.seconds, { kind: 'step-ended', step: i })];
    }),
    at(2000, { kind: 'finished' }),
  ];
};

test('a whole run: light is safe after the bleach-fix, a pause fits the rinse, planned stands beside actual', () => {
  const events = wholeRun();
  expect(foldRun(plan, events).phase).toBe('finished');
  const safe = events.map((_, i) => runNow(plan, foldRun(plan, events.slice(0, i))).lightSafe);
  expect(safe.indexOf(true)).toBe(events.findIndex((event) => event.kind === 'step-ended' && event.step === 3) + 1);
  expect(refusalOf(plan, foldRun(plan, events.slice(0, 6)), at(400, { kind: 'paused' }))).toBeNull();
  expect(plannedAndActual(plan, foldRun(plan, events)).map((step) => step.actualS)).toEqual(plan.steps.map((step) => step.seconds));
  expect(refusalOf(plan, foldRun(plan, events), at(2100, { kind: 'step-ended', step: 5 }))).toContain('finished');
  expect(refusalOf(plan, foldRun(plan, events), at(2100, { kind: 'note', text: 'A little thin.' }))).toBeNull();
});

const anyBody: fc.Arbitrary<Body> = fc.oneof(
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'poured', step })),
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'step-ended', step })),
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'skipped', step })),
  fc.integer({ min: -9, max: 9 }).map((seconds): Body => ({ kind: 'nudged', step: 1, seconds })),
  fc.double({ min: 30, max: 45, noNaN: true }).map((c): Body => ({ kind: 'reading', c, shownC: c, thermometer: null })),
  fc.constantFrom<Body[]>(
    { kind: 'paused' },
    { kind: 'resumed' },
    { kind: 'note', text: 'n' },
    { kind: 'finished' },
    { kind: 'repeated', step: 2 },
  ),
  fc.integer({ min: 0, max: 30 }).map((i): Body => ({ kind: 'undone', event: `e-${i}-abcdefg` })),
);

test('folding one by one is folding together; undo restores the state before, without rewriting history', () => {
  fc.assert(
    fc.property(fc.array(anyBody, { maxLength: 40 }), (bodies) => {
      const events = bodies.map((body, i) => ({ id: `e-${i}-abcdefg`, atMs: T + i * 20_000, ...body }) as RunEvent);
      let state = newRun(plan);
      for (const event of events) {
        const before = state;
        state = withEvent(plan, state, event);
        if (state !== before && event.kind !== 'undone') {
          const back = withEvent(plan, state, at(9999, { kind: 'undone', event: event.id }));
          if (state.phase !== 'finished') expect(back).toEqual(before);
        }
      }
      expect(foldRun(plan, events)).toEqual(state);
      expect(foldRun(plan, state.inForce)).toEqual(state);
    }),
    { numRuns: 200 },
  );
});

test('events from outside are checked: tampered ones are refused by field', () => {
  const good = at(0, { kind: 'reading', c: 37.4, shownC: 37.6, thermometer: null });
  expect(readRunEvent(JSON.parse(JSON.stringify(good))).ok).toBe(true);
  const paths = (value: unknown) => {
    const read = readRunEvent(value);
    return read.ok ? [] : read.errors.map((error) => error.path);
  };
  expect(paths({ ...good, c: 380 })).toEqual(['$.c']);
  expect(paths({ ...good, kind: 'constructor' })).toContain('$.kind');
  expect(paths({ ...good, admin: true })).toEqual(['$.admin']);
  for (const odd of [null, 7, [], 'x', { kind: 7 }]) expect(paths(odd).length).toBeGreaterThan(0);
});
