import fc from 'fast-check';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { runNow } from '../state/now.ts';
import { foldRun, newRun, pausedMs, withEvent, type RunState } from '../state/state.ts';
import { RUN_EVENT_KINDS, type RunEvent, type RunEventKind } from './event.ts';
import { lastUndoable, pauseRefusal, refusalOf, waitsIn } from './guard.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
let count = 0;
const event = (second: number, body: object): RunEvent => ({ id: `event-${++count}`, atMs: T + second * 1000, ...body }) as RunEvent;
const S = (i: number) => plan.steps[i]?.id ?? '';

/** So many acts, a minute apart, each end by itself as it can always be told. */
function pressed(presses: number): { state: RunState; events: RunEvent[] } {
  let state = newRun(plan);
  const events: RunEvent[] = [];
  for (let i = 0; i < presses; i++) {
    const { act } = runNow(plan, state);
    if (!act) break;
    const said =
      act.ends !== undefined
        ? { kind: 'step-ended', step: act.ends }
        : 'step' in act
          ? { kind: act.kind, step: act.step }
          : { kind: act.kind };
    const next = event(i * 60, said);
    events.push(next);
    state = withEvent(plan, state, next);
  }
  return { state, events };
}

const DEVELOPER = 1;
/** Phase by phase, which acts are taken: the steps in brackets are those that an act names. */
const MOMENTS = {
  'before the first pour': pressed(0),
  'developer in the tank': pressed(3),
  'developer poured out': pressed(4),
  'rinse is done': pressed(6),
  'bleach-fix in the tank': pressed(7),
  'everything done': pressed(2 * plan.steps.length),
  finished: pressed(2 * plan.steps.length + 1),
};

const TAKEN: Readonly<Record<keyof typeof MOMENTS, readonly RunEventKind[]>> = {
  'before the first pour': ['readied', 'poured', 'skipped', 'margin', 'reading', 'note', 'incident', 'given-up'],
  'developer in the tank': [
    'step-ended',
    'lengthened',
    'nudged',
    'agitated',
    'correction',
    'margin',
    'reading',
    'note',
    'incident',
    'given-up',
    'undone',
  ],
  // Developer left in the film goes on working: no pause. It got a third of its time: poured back for the rest, at once.
  'developer poured out': ['poured', 'skipped', 'repeated', 'margin', 'reading', 'note', 'incident', 'given-up', 'undone'],
  'rinse is done': ['poured', 'skipped', 'repeated', 'paused', 'margin', 'reading', 'note', 'incident', 'given-up', 'undone'],
  'bleach-fix in the tank': [
    'step-ended',
    'skipped',
    'lengthened',
    'nudged',
    'agitated',
    'correction',
    'margin',
    'reading',
    'note',
    'incident',
    'given-up',
    'undone',
  ],
  'everything done': ['finished', 'repeated', 'paused', 'reading', 'note', 'incident', 'given-up', 'undone'],
  finished: ['note', 'incident', 'undone'],
};

/** An event of each kind, made for the moment: at its own step, or for a repeat the one before. */
function made(kind: RunEventKind, { state, events }: { state: RunState; events: readonly RunEvent[] }): RunEvent {
  const step = S(kind === 'repeated' ? Math.max(0, state.step - 1) : Math.min(state.step, plan.steps.length - 1));
  const bodies: Readonly<Record<RunEventKind, object>> = {
    readied: { skipped: [] },
    poured: { step },
    'step-ended': { step },
    skipped: { step },
    repeated: { step },
    lengthened: { step, seconds: 30 },
    nudged: { step, seconds: -5 },
    margin: { step, by: 'percent', amount: 5, reason: '' },
    reading: { c: 37.5, shownC: 37.5, thermometer: null },
    correction: { step, follow: false },
    agitated: { step },
    note: { text: 'A note' },
    incident: { bath: 'bleach-fix', what: 'water', ml: 5 },
    paused: {},
    resumed: {},
    undone: { event: events.at(-1)?.id ?? 'nothing-yet' },
    finished: {},
    'given-up': { reason: '', countsRolls: false },
  };
  return event(events.length * 60 + 30, { kind, ...bodies[kind] });
}

test.each(Object.keys(MOMENTS) as (keyof typeof MOMENTS)[])(
  '%s: exactly these acts are taken, every other is refused in a sentence',
  (name) => {
    const moment = MOMENTS[name];
    const answers = RUN_EVENT_KINDS.map((kind) => [kind, refusalOf(plan, moment.state, made(kind, moment))] as const);
    expect(
      answers
        .filter(([, refusal]) => refusal === null)
        .map(([kind]) => kind)
        .sort(),
    ).toEqual([...TAKEN[name]].sort());
    for (const [, refusal] of answers) expect(refusal ?? 'Taken.').toMatch(/^[A-Z].*\.$/);
  },
);

test('the act button alone leads through the whole run, whatever it says it does', () => {
  const { state, events } = pressed(100);
  expect(state.phase).toBe('finished');
  expect(events).toHaveLength(2 * plan.steps.length + 1);
  expect(runNow(plan, state).act).toBeNull();
});

test('a pause is for water and what is fixed, never for a developer, and each refusal says what to do', () => {
  const words = (presses: number) => pauseRefusal(plan, pressed(presses).state);
  expect(words(0)).toMatch(/nothing to pause/);
  expect(words(2)).toMatch(/developer is still to come/);
  expect(words(3)).toMatch(/Development goes on/);
  expect(words(4)).toMatch(/Rinse or stop it first/);
  // The rinse may wait as long as it likes, and so may the wash that a bleach-fix is told to wait for.
  expect(words(5)).toBeNull();
  expect(words(7)).toMatch(/pause in the wash that follows/);
  expect([words(6), words(8), words(9), words(10)]).toEqual([null, null, null, null]);
});

test('a pause in the wash goes on with the wash; one between two baths asks for water, and nothing is overdue after it', () => {
  const paused = (presses: number) => withEvent(plan, pressed(presses).state, event(presses * 60, { kind: 'paused' }));
  const resumed = (presses: number) => withEvent(plan, paused(presses), event(presses * 60 + 1200, { kind: 'resumed' }));
  expect(waitsIn(plan, paused(9))).toBe('The film waits in the wash water, which does it no harm.');
  expect([resumed(9).phase, resumed(9).step]).toEqual(['running', 4]);
  expect(waitsIn(plan, paused(8))).toMatch(/^Fill the tank with water .* must not dry\.$/);
  // Twenty minutes later the next pour is due now, not twenty minutes ago.
  expect(runNow(plan, resumed(8)).nextPourAtMs).toBe(T + (8 * 60 + 1200 + plan.changeoverS) * 1000);
  expect(pausedMs(resumed(8), T, T + 10_000_000)).toBe(1_200_000);
});

test('after a stop bath the film may wait', () => {
  const stopped = { ...plan, steps: plan.steps.map((step) => (step.kind === 'rinse' ? { ...step, kind: 'stop' as const } : step)) };
  expect(pauseRefusal(stopped, pressed(6).state)).toBeNull();
});

test('a developer is neither skipped nor repeated, nor reached by repeating what comes before it', () => {
  const between = pressed(6).state;
  expect(refusalOf(plan, pressed(2).state, event(200, { kind: 'skipped', step: S(DEVELOPER) }))).toMatch(/cannot be skipped/);
  expect(refusalOf(plan, between, event(400, { kind: 'repeated', step: S(DEVELOPER) }))).toMatch(/over-develop/);
  expect(refusalOf(plan, between, event(400, { kind: 'repeated', step: S(0) }))).toMatch(/would come again/);
});

/** Anything a screen may send, sensible or not. */
const anyEvents = fc.array(
  fc.record({
    kind: fc.constantFrom(...RUN_EVENT_KINDS),
    step: fc.nat(plan.steps.length - 1),
    seconds: fc.integer({ min: -120, max: 120 }),
    gapS: fc.integer({ min: 1, max: 400 }),
    follow: fc.boolean(),
    undo: fc.nat(5),
  }),
  { maxLength: 60 },
);

test('whatever is pressed in whatever order: what the guard takes folds, the fold is the same from the start, and undo undoes', () => {
  fc.assert(
    fc.property(anyEvents, (presses) => {
      let state = newRun(plan);
      const taken: RunEvent[] = [];
      let second = 0;
      for (const { kind, step, seconds, gapS, follow, undo } of presses) {
        second += gapS;
        const id = S(step);
        const body = {
          kind,
          ...(['poured', 'step-ended', 'skipped', 'repeated', 'lengthened', 'nudged', 'correction'].includes(kind) ? { step: id } : {}),
          ...(kind === 'lengthened' || kind === 'nudged' ? { seconds } : {}),
          ...(kind === 'correction' ? { follow } : {}),
          ...(kind === 'reading' ? { c: 37, shownC: 37, thermometer: null } : {}),
          ...(kind === 'note' ? { text: 'n' } : {}),
          ...(kind === 'readied' ? { skipped: [] } : {}),
          ...(kind === 'given-up' ? { reason: '', countsRolls: follow } : {}),
          ...(kind === 'undone' ? { event: state.inForce.at(-1 - undo)?.id ?? 'nothing-yet' } : {}),
        };
        const next = event(second, body);
        if (refusalOf(plan, state, next) !== null) {
          expect(withEvent(plan, state, next)).toBe(state);
          continue;
        }
        state = withEvent(plan, state, next);
        taken.push(next);
        expect(state.step).toBeLessThanOrEqual(plan.steps.length);
        expect(state.phase === 'running' && state.actual[state.step]?.endMs !== null).toBe(false);
      }
      expect(foldRun(plan, taken)).toEqual(state);
      const last = lastUndoable(state);
      if (!last || refusalOf(plan, state, event(second + 1, { kind: 'undone', event: last.id }))) return;
      const without = withEvent(plan, state, event(second + 1, { kind: 'undone', event: last.id }));
      expect(without.inForce.map(({ id }) => id)).toEqual(state.inForce.filter((each) => each !== last).map(({ id }) => id));
    }),
    { numRuns: 300 },
  );
});
