import { isDeveloper } from '../../kit/kind.ts';
import { housePlan } from '../plan/a-run-plan.fixture.ts';
import { runNow } from '../state/now.ts';
import { foldRun, newRun, withEvent, type RunState } from '../state/state.ts';
import type { RunEvent } from './event.ts';
import { lastUndoable, refusalOf } from './guard.ts';
import { endsWithTheNextPour, pressed } from './one-act.ts';
import { outOfPlace } from './out-of-place.ts';

const plan = housePlan();
const T = 1_795_000_000_000;
const id = (i: number) => plan.steps[i]?.id ?? '';

/** One glove on one button: waits until the act is due, presses, and does so to the end. */
function gloved(until: (state: RunState, presses: number) => boolean = () => false) {
  let state = newRun(plan);
  let nowMs = T;
  const events: RunEvent[] = [];
  const labels: string[] = [];
  while (state.phase !== 'finished' && !until(state, events.length)) {
    const now = runNow(plan, state);
    if (!now.act || events.length > 40) throw new Error('no way on');
    nowMs = Math.max(nowMs, now.running?.endsAtMs ?? now.nextPourAtMs ?? nowMs);
    // The next bath goes in when the hands have emptied and filled.
    if (now.act.kind === 'poured' && now.act.ends !== undefined) nowMs += plan.changeoverS * 1000;
    expect(outOfPlace(plan, state, now, nowMs)).toBeNull();
    labels.push(now.act.label);
    const event = { id: `e${events.length}`, atMs: nowMs, ...pressed(plan, state, now.act, { confirmed: false, nowMs }) } as RunEvent;
    expect(refusalOf(plan, state, event)).toBeNull();
    state = withEvent(plan, state, event);
    events.push(event);
  }
  return { state, events, labels, nowMs };
}

test('six baths in eight presses: every end that nothing is judged after goes with the next pour, the last with hanging up', () => {
  const { state, events, labels } = gloved();
  expect(plan.steps).toHaveLength(6);
  expect(events).toHaveLength(8);
  expect(labels).toEqual([
    'Pour prewash water in',
    'Prewash out: pour developer in',
    'I pour out',
    'Pour rinse water in',
    'Rinse out: pour bleach-fix in',
    'Bleach-fix out: pour wash water in',
    'Wash out: pour stabiliser in',
    'Out and hung up: finish',
  ]);
  // Pressed on time, every bath got its time and every gap is the hands' own, as if each end had been pressed.
  plan.steps.forEach((step, i) => {
    const actual = state.actual[i];
    expect([step.name, ((actual?.endMs ?? 0) - (actual?.startMs ?? 0)) / 1000]).toEqual([step.name, step.seconds]);
    const next = state.actual[i + 1];
    if (next) expect((next.startMs - (actual?.endMs ?? 0)) / 1000).toBe(plan.changeoverS);
  });
  expect(foldRun(plan, events)).toEqual(state);
});

test('no developer’s end is ever part of another act', () => {
  plan.steps.forEach((step, i) => {
    if (isDeveloper(step.kind)) expect(endsWithTheNextPour(plan, i)).toBe(false);
  });
  const { state } = gloved((now) => now.phase === 'running' && now.step === 1);
  const pourRinse = { id: 'x', atMs: T + 9e6, kind: 'poured', step: id(2) } as RunEvent;
  expect(refusalOf(plan, state, pourRinse)).toBe('Developer is in the tank. Pour it out first.');
});

test('taken back, the water is in the tank again as if nothing had been pressed', () => {
  const before = gloved((now) => now.phase === 'running' && now.step === 2);
  const now = runNow(plan, before.state);
  if (!now.act || !now.running) throw new Error('the rinse');
  const nowMs = now.running.endsAtMs + 10_000;
  const poured = { id: 'p', atMs: nowMs, ...pressed(plan, before.state, now.act, { confirmed: false, nowMs }) } as RunEvent;
  const after = withEvent(plan, before.state, poured);
  expect([after.phase, after.step]).toEqual(['running', 3]);
  expect(lastUndoable(after)?.id).toBe('p');
  expect(withEvent(plan, after, { id: 'u', atMs: nowMs + 900, kind: 'undone', event: 'p' })).toEqual(before.state);
});

test('an end that is meant though it is far too early is the end alone, and so is a bleach-fix that has not got its time', () => {
  const { state } = gloved((now) => now.phase === 'running' && now.step === 3);
  const now = runNow(plan, state);
  if (!now.act || !now.running) throw new Error('bleach-fix');
  const at = (share: number) => (now.running?.startMs ?? 0) + share * (plan.steps[3]?.seconds ?? 0) * 1000;
  expect(outOfPlace(plan, state, now, at(0.5))).toMatch(/early: press again to end it$/);
  const kinds = (share: number, confirmed: boolean) =>
    pressed(plan, state, now.act as NonNullable<typeof now.act>, { confirmed, nowMs: at(share) });
  expect(kinds(0.5, true)).toEqual({ kind: 'step-ended', step: id(3) });
  // Nobody asks at three quarters, and the film stays in the dark all the same.
  expect(outOfPlace(plan, state, now, at(0.75))).toBeNull();
  expect(kinds(0.75, false)).toEqual({ kind: 'step-ended', step: id(3) });
  expect(kinds(0.95, false)).toEqual({ kind: 'poured', step: id(4) });
});

test('a spent bottle is asked about before it goes in, and the press that is meant pours it', () => {
  const { state } = gloved((now) => now.phase === 'running' && now.step === 2);
  const now = runNow(plan, state);
  if (!now.act || !now.running) throw new Error('the rinse');
  const nowMs = now.running.endsAtMs;
  const bath = plan.steps[3]?.bath ?? '';
  expect(outOfPlace(plan, state, now, nowMs, [{ bath, standing: 'spent' }])).toBe(
    'Bleach-fix is spent: press again to pour it all the same',
  );
  expect(pressed(plan, state, now.act, { confirmed: true, nowMs })).toEqual({ kind: 'poured', step: id(3) });
});

test('hung up minutes after the last bath, that bath has its time and not the minutes', () => {
  const { state } = gloved((now) => now.phase === 'running' && now.step === 5);
  const startMs = state.actual[5]?.startMs ?? 0;
  const hung = withEvent(plan, state, { id: 'f', atMs: startMs + 600_000, kind: 'finished' });
  expect([hung.phase, hung.endedAtMs, (hung.actual[5]?.endMs ?? 0) - startMs]).toEqual([
    'finished',
    startMs + 600_000,
    (plan.steps[5]?.seconds ?? 0) * 1000,
  ]);
});
