import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { stepIds } from '../schedule/step-ids.ts';
import { timeRefusal } from './acts/act-time.ts';
import type { RunEvent } from './acts/event.ts';
import { refusalOf } from './acts/guard.ts';
import { outOfPlace } from './acts/out-of-place.ts';
import { readRunEvent } from './acts/read-event.ts';
import { housePlan } from './plan/a-run-plan.fixture.ts';
import { readRunPlan } from './plan/run-plan.ts';
import { lightOf } from './state/light.ts';
import { runNow } from './state/now.ts';
import { plannedAndActual } from './state/planned-and-actual.ts';
import { foldRun, newRun, withEvent } from './state/state.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
type Body = RunEvent extends infer E ? (E extends RunEvent ? Omit<E, 'id' | 'atMs'> : never) : never;
let count = 0;
/** Steps by their place here, as hands count them; an event names them by id. */
const S = (i: number) => plan.steps[i]?.id ?? `no step ${i}`;
const at = (second: number, body: Body): RunEvent => ({ id: `event-${++count}`, atMs: T + second * 1000, ...body });

const throughPrewash = [at(0, { kind: 'poured', step: S(0) }), at(60, { kind: 'step-ended', step: S(0) })];
const inDeveloper = [...throughPrewash, at(66, { kind: 'poured', step: S(1) })];

test('from the first pour to the next act, everything is a difference of instants', () => {
  const now = runNow(plan, foldRun(plan, inDeveloper));
  expect(now.act).toEqual({ kind: 'step-ended', step: S(1), label: 'I pour out' });
  // 200 × (1 + 0.018 × 7) = 225.2 s; the tank drains in 12.
  expect([now.running?.endsAtMs, now.running?.pourOutAtMs]).toEqual([T + (66 + 225) * 1000, T + (66 + 213) * 1000]);
  const between = runNow(plan, foldRun(plan, throughPrewash));
  expect(between.act?.label).toBe('Pour developer in');
  expect(between.nextPourAtMs).toBe(T + 65_000);
});

test('“I forgot to press”: a nudge moves the start, the end and every cue', () => {
  const state = foldRun(plan, [...inDeveloper, at(80, { kind: 'nudged', step: S(1), seconds: -5 })]);
  const now = runNow(plan, state);
  expect(now.running?.startMs).toBe(T + 61_000);
  expect(now.running?.cues.find((cue) => cue.kind === 'agitate')?.atMs).toBe(T + 91_000);
  expect(refusalOf(plan, state, at(81, { kind: 'nudged', step: S(1), seconds: 60 }))).toContain('future');
});

test('a cool reading moves the finish by dose, and the correction can be declined', () => {
  const cool = [...inDeveloper, at(66, { kind: 'reading', c: 37, shownC: 37.1, thermometer: 'stem' })];
  // 225.2 × (310/200)^(1/4) = 251.3 s.
  expect(runNow(plan, foldRun(plan, cool)).running?.finish).toMatchObject({ seconds: 251, byDoseS: 251 });
  const declined = foldRun(plan, [
    ...cool,
    at(90, { kind: 'correction', step: S(1), follow: false }),
    at(95, { kind: 'lengthened', step: S(1), seconds: 10 }),
  ]);
  expect(runNow(plan, declined).running?.finish).toMatchObject({ seconds: 235, byDoseS: 251 });
});

test('two presses count once, and the loser is told why', () => {
  const state = foldRun(plan, [...inDeveloper, at(280, { kind: 'step-ended', step: S(1) })]);
  const late = at(281, { kind: 'step-ended', step: S(1) });
  expect(refusalOf(plan, state, late)).toBe('Developer has already ended.');
  expect(withEvent(plan, state, late)).toBe(state);
  expect(refusalOf(plan, state, at(282, { kind: 'poured', step: S(4) }))).toBe('The next bath is Rinse.');
});

test.each<[string, RunEvent[], Body, RegExp]>([
  ['no pause with developer in the tank', inDeveloper, { kind: 'paused' }, /goes on/],
  ['no pause before the developer', throughPrewash, { kind: 'paused' }, /half-wet/],
  [
    'no pause with developer in the film',
    [...inDeveloper, at(280, { kind: 'step-ended', step: S(1) })],
    { kind: 'paused' },
    /Rinse or stop/,
  ],
  ['the developer is not skipped', throughPrewash, { kind: 'skipped', step: S(1) }, /cannot be skipped/],
  ['nor repeated', [...inDeveloper, at(290, { kind: 'step-ended', step: S(1) })], { kind: 'repeated', step: S(1) }, /over-develop/],
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
      return [at(start, { kind: 'poured', step: S(i) }), at(start + step.seconds, { kind: 'step-ended', step: S(i) })];
    }),
    at(2000, { kind: 'finished' }),
  ];
};

test('a whole run: light is safe after the bleach-fix, a pause fits the rinse, planned stands beside actual', () => {
  const events = wholeRun();
  expect(foldRun(plan, events).phase).toBe('finished');
  const safe = events.map((_, i) => runNow(plan, foldRun(plan, events.slice(0, i))).light.safe);
  expect(safe.indexOf(true)).toBe(events.findIndex((event) => event.kind === 'step-ended' && event.step === S(3)) + 1);
  expect(refusalOf(plan, foldRun(plan, events.slice(0, 6)), at(400, { kind: 'paused' }))).toBeNull();
  expect(plannedAndActual(plan, foldRun(plan, events)).map((step) => step.actualS)).toEqual(plan.steps.map((step) => step.seconds));
  expect(refusalOf(plan, foldRun(plan, events), at(2100, { kind: 'step-ended', step: S(5) }))).toContain('finished');
  expect(refusalOf(plan, foldRun(plan, events), at(2100, { kind: 'note', text: 'A little thin.' }))).toBeNull();
});

const anyBody: fc.Arbitrary<Body> = fc.oneof(
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'poured', step: S(step) })),
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'step-ended', step: S(step) })),
  fc.integer({ min: 0, max: 6 }).map((step): Body => ({ kind: 'skipped', step: S(step) })),
  fc.integer({ min: -9, max: 9 }).map((seconds): Body => ({ kind: 'nudged', step: S(1), seconds })),
  fc.double({ min: 30, max: 45, noNaN: true }).map((c): Body => ({ kind: 'reading', c, shownC: c, thermometer: null })),
  fc.constantFrom<Body[]>(
    { kind: 'paused' },
    { kind: 'resumed' },
    { kind: 'note', text: 'n' },
    { kind: 'finished' },
    { kind: 'repeated', step: S(2) },
  ),
  fc.integer({ min: 0, max: 30 }).map((i): Body => ({ kind: 'undone', event: `e-${i}-abcdefg` })),
);

test('folding one by one is folding together; undo restores the state before, without rewriting history', () => {
  fc.assert(
    fc.property(fc.array(anyBody, { maxLength: 40 }), (bodies) => {
      const events = bodies.map((body, i) => ({ id: `e-${i}-abcdefg`, atMs: T + i * 20_000, ...body }));
      let state = newRun(plan);
      // What the guard lets in is history; what it refuses never was.
      const accepted: RunEvent[] = [];
      for (const event of events) {
        const before = state;
        state = withEvent(plan, state, event);
        if (state === before) continue;
        accepted.push(event);
        if (event.kind === 'undone') continue;
        const back = withEvent(plan, state, at(9999, { kind: 'undone', event: event.id }));
        if (state.phase !== 'finished') expect(back).toEqual(before);
      }
      expect(foldRun(plan, accepted)).toEqual(state);
      expect(foldRun(plan, state.inForce)).toEqual(state);
    }),
    { numRuns: 200 },
  );
});

test('events from outside are checked: tampered ones are refused by field', () => {
  const good = at(0, { kind: 'reading', c: 37.4, shownC: 37.6, thermometer: null });
  expect(readRunEvent(JSON.parse(JSON.stringify(good)), plan).ok).toBe(true);
  const paths = (value: unknown) => {
    const read = readRunEvent(value, plan);
    return read.ok ? [] : read.errors.map((error) => error.path);
  };
  expect(paths({ ...good, c: 380 })).toEqual(['$.c']);
  expect(paths({ ...good, kind: 'constructor' })).toContain('$.kind');
  expect(paths({ ...good, admin: true })).toEqual(['$.admin']);
  for (const odd of [null, 7, [], 'x', { kind: 7 }]) expect(paths(odd).length).toBeGreaterThan(0);
});

const bodies = (events: readonly RunEvent[], ...more: Body[]) => [...events, ...more.map((body, i) => at(3000 + i, body))];
/** From the first pour to the end of step `last`, each step lasting what `lasts` says of it. */
const runUntil = (last: number, lasts: (i: number) => number): RunEvent[] => {
  let second = 0;
  return plan.steps.slice(0, last + 1).flatMap((_, i) => {
    const start = second;
    second += lasts(i) + 5;
    return [at(start, { kind: 'poured', step: S(i) }), at(start + lasts(i), { kind: 'step-ended', step: S(i) })];
  });
};
const planned = (i: number) => plan.steps[i]?.seconds ?? 0;
const BLEACH_FIX = 3;

test('a bleach-fix poured out after 0:36 keeps the film in the dark until it got the rest', () => {
  const short = runUntil(BLEACH_FIX, (i) => (i === BLEACH_FIX ? 36 : planned(i)));
  const after = runNow(plan, foldRun(plan, short));
  expect(after.light).toEqual({ safe: false, short: { step: BLEACH_FIX, gotS: 36, wantedS: planned(BLEACH_FIX) } });

  // Back in for what is left of its time, which is then enough.
  const again = bodies(short, { kind: 'repeated', step: S(BLEACH_FIX) }, { kind: 'poured', step: S(BLEACH_FIX) });
  const running = runNow(plan, foldRun(plan, again));
  expect(running.running?.finish.seconds).toBe(planned(BLEACH_FIX) - 36);
  expect(running.running?.cues.some((cue) => cue.kind === 'light-safe')).toBe(true);
  const left = planned(BLEACH_FIX) - 36;
  const whole = [...again, at(3001 + left, { kind: 'step-ended', step: S(BLEACH_FIX) })];
  expect(runNow(plan, foldRun(plan, whole)).light).toEqual({ safe: true, short: null });
  expect(plannedAndActual(plan, foldRun(plan, whole))[BLEACH_FIX]).toMatchObject({ actualS: planned(BLEACH_FIX), got: { share: 1 } });
});

test('light is safe from nine tenths of the bleaching on, never before, whatever the planned sequence says', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 4 }), (attempts) => {
      let second = 2000;
      const events = runUntil(BLEACH_FIX - 1, planned);
      attempts.forEach((lasts, i) => {
        if (i > 0) events.push(at(second, { kind: 'repeated', step: S(BLEACH_FIX) }));
        events.push(at(second, { kind: 'poured', step: S(BLEACH_FIX) }), at(second + lasts, { kind: 'step-ended', step: S(BLEACH_FIX) }));
        second += lasts + 5;
      });
      const got = attempts.reduce((sum, lasts) => sum + lasts, 0);
      expect(lightOf(plan, foldRun(plan, events)).safe).toBe(got >= 0.9 * planned(BLEACH_FIX));
    }),
  );
  const skipped = bodies(runUntil(BLEACH_FIX - 1, planned), { kind: 'skipped', step: S(BLEACH_FIX) });
  expect(lightOf(plan, foldRun(plan, skipped))).toMatchObject({ safe: false, short: { gotS: 0 } });
});

test('a press far too early asks for a second; in its place it does not', () => {
  const asked = (events: RunEvent[], second: number) => {
    const state = foldRun(plan, events);
    return outOfPlace(plan, state, runNow(plan, state), T + second * 1000);
  };
  // The developer, 225 s from 66 on, is poured out at 279.
  expect(asked(inDeveloper, 66 + 9)).toBe('3:24 early: press again to end it');
  expect([asked(inDeveloper, 279 - 16), asked(inDeveloper, 279 - 14), asked(inDeveloper, 400)]).toEqual([
    '0:16 early: press again to end it',
    null,
    null,
  ]);
  const inPrewash = throughPrewash.slice(0, 1);
  expect([asked(inPrewash, 20), asked(inPrewash, 40)]).toEqual(['0:28 early: press again to end it', null]);
  expect(asked(throughPrewash, 61)).toBeNull();
});

describe('what a step got, in words', () => {
  const got = (step: number, lasts: number, c: number | null = null) => {
    const events = runUntil(step, (i) => (i === step ? lasts : planned(i)));
    const end = events.pop() as RunEvent;
    const reading =
      c === null ? [] : [{ ...at(0, { kind: 'reading', c, shownC: c, thermometer: null }), atMs: (events.at(-1)?.atMs ?? 0) + 5000 }];
    return plannedAndActual(plan, foldRun(plan, [...events, ...reading, end]))[step]?.got;
  };
  test('a developer ended 2:53 early is a pull, one that ran 12:02 is a push', () => {
    // The kit's table: −1 is 0.8, +1 is 1.25, +2 is 1.55; beyond it the last rows go on.
    expect(got(1, 225)).toMatchObject({ verdict: 'on-time', words: 'on time' });
    expect(got(1, 52)?.words).toBe('as a pull of more than three stops: negatives come out thinner and flatter');
    expect(got(1, 180)).toMatchObject({ verdict: 'less', words: expect.stringContaining('as a pull of 1.0 stop:') as string });
    expect(got(1, 722)?.words).toMatch(/^as a push of more than three stops: negatives come out denser/);
  });
  test('by what was read, not by the clock: 225 s at 36 °C is a pull', () => {
    expect(got(1, 225, 38)?.verdict).toBe('on-time');
    // C(36) = √(310 × 200) = 249 s: 0.8 of the dose.
    expect(got(1, 225, 36)).toMatchObject({ verdict: 'less', pushStops: expect.closeTo(-0.98, 1) as number });
  });
  test('bleach-fix, wash and the rest', () => {
    expect(got(BLEACH_FIX, 36)).toMatchObject({
      verdict: 'incomplete',
      words: expect.stringContaining('keep the tank shut until then') as string,
    });
    expect(got(BLEACH_FIX, 5000)).toMatchObject({ verdict: 'as-planned', words: '' });
    expect(got(4, 100)).toMatchObject({ verdict: 'wash-again', words: 'wash again' });
    expect(got(0, 5)).toMatchObject({ verdict: 'as-planned' });
  });
});

test('golden: events and plans of the first version give the run that they were', () => {
  const old = JSON.parse(readFileSync('core/run/samples/run-v1.json', 'utf8')) as { plan: unknown; events: unknown[]; ended: unknown };
  const stored = readRunPlan(old.plan);
  const events = old.events.map((event) => {
    const read = readRunEvent(event, stored);
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    return read.value;
  });
  const state = foldRun(stored, events);
  expect(plannedAndActual(stored, state).map(({ name, actualS, skipped }) => [name, actualS, skipped])).toEqual(old.ended);
  expect(state).toMatchObject({ phase: 'finished', skippedChecks: ['gloves'], notes: [{ text: 'Kitchen was cold' }] });
  expect(stored.steps.map((step) => step.id)).toEqual(['prewash', 'developer', 'rinse', 'bleach-fix', 'wash', 'stabiliser']);
  expect(stored.advice).toEqual([{ message: 'An old word of advice.' }]);
  // Two washes of one run are told apart.
  expect(stepIds(['wash', 'developer', 'wash', 'wash'])).toEqual(['wash', 'developer', 'wash-2', 'wash-3']);
});

test('accepted once, folded always: what a stricter guard would refuse today still counts', () => {
  // A developer repeated, as an earlier guard might have let through.
  const odd = [...inDeveloper, at(290, { kind: 'step-ended', step: S(1) }), at(291, { kind: 'repeated', step: S(1) })];
  expect(refusalOf(plan, foldRun(plan, odd.slice(0, -1)), odd.at(-1) as RunEvent)).toContain('over-develop');
  expect(foldRun(plan, odd)).toMatchObject({ phase: 'between', step: 1 });
});

test('an act lies within its run: not in 1970, not before the act before it, not in the future', () => {
  const state = foldRun(plan, inDeveloper);
  const why = (second: number, body: Body, nowS = 500) => timeRefusal(state, at(second, body), T + nowS * 1000, T - 10_000);
  const end: Body = { kind: 'step-ended', step: S(1) };
  const note: Body = { kind: 'note', text: 'door bell' };
  expect([why(280, end), why(65, end), why(20, note)]).toEqual([null, null, null]);
  expect(why(60, end)).toContain('before the one before it');
  expect(why(-200, note)).toContain('before its run');
  expect(timeRefusal(state, { ...at(0, end), atMs: 0 }, T, T)).toContain('before its run');
  expect(why(600, note)).toContain('future');
});

test('ten thousand notes fold in about a hundred times the work of a hundred, not ten thousand times', () => {
  const notes = (n: number) => [...inDeveloper, ...Array.from({ length: n }, () => at(100, { kind: 'note', text: 'n' }))];
  const state = foldRun(plan, notes(10_000));
  expect(state.notes).toHaveLength(10_000);
  // Copies would show as a new array a note: the fold makes one.
  const copies = jest.spyOn(Array.prototype, 'slice');
  foldRun(plan, notes(1000));
  expect(copies.mock.calls.length).toBeLessThan(20);
  copies.mockRestore();
});
