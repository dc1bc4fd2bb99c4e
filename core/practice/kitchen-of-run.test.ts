import { withEvent } from '../run/state.ts';
import { practice, practised } from './a-practice.fixture.ts';
import { forgottenMs, kitchenAt } from './kitchen-of-run.ts';

const run = practice('calm');
const state = practised(run, {});
const poured = (id: string) => state.actual[run.plan.steps.findIndex((step) => step.id === id)]?.startMs ?? 0;

test('what was pressed is what was poured: each bath is in the tank between its pour and its end, and its bottle has the rest', () => {
  for (const [i, step] of run.plan.steps.entries()) {
    const { startMs = 0, endMs = 0 } = state.actual[i] ?? {};
    const inside = kitchenAt(run, state, startMs + 1000);
    expect(inside?.holds?.what).toBe(step.bottle === null ? 'water' : step.bath);
    if (step.bottle !== null) expect(inside?.bottles[step.bath]?.ml).toBe(500);
    expect(kitchenAt(run, state, (endMs ?? 0) + 1000)?.holds ?? null).toBeNull();
  }
});

test('a pour that is taken back never was, and what was read of it is the kitchen’s own business', () => {
  const first = state.inForce.find((event) => event.kind === 'poured');
  const begun = withEvent(run.plan, { ...practised(run, {}), inForce: [], phase: 'ready', step: 0 }, first ?? raise());
  expect(kitchenAt(run, begun, poured('prewash') + 5000)?.holds).not.toBeNull();
  const undone = withEvent(run.plan, begun, { id: 'undo-0001', atMs: poured('prewash') + 2000, kind: 'undone', event: first?.id ?? '' });
  expect(kitchenAt(run, undone, poured('prewash') + 5000)?.holds).toBeNull();
});
function raise(): never {
  throw new Error('nothing was poured');
}

test('a forgotten start lies before its press, only for the first developer, and never before the bath that came out', () => {
  const forgotten = practice('forgotten-start');
  const pressed = practised(forgotten, {});
  const developer = pressed.actual[forgotten.plan.steps.findIndex((step) => step.critical)];
  const pressMs = developer?.startMs ?? 0;
  expect(forgottenMs(forgotten.plan, forgotten.set, 'developer')).toBe(forgotten.set.forgottenS * 1000);
  expect(forgottenMs(forgotten.plan, forgotten.set, 'bleach-fix')).toBe(0);
  // Five seconds lie between the prewash and the press: the developer cannot have gone in before the water was out.
  expect(kitchenAt(forgotten, pressed, pressMs - 1000)?.holds?.what).toBe('developer');
  expect(kitchenAt(forgotten, pressed, pressMs - 6000)?.holds?.what).toBe('water');
});

test('asked for one moment or led there second by second, a kitchen is the same; a real tank has none', () => {
  const atMs = poured('bleach-fix') + 90_500;
  const seen: number[] = [];
  const led = kitchenAt(run, state, atMs, (_, ms) => seen.push(ms));
  expect(led).toEqual(kitchenAt(run, state, atMs));
  expect(seen).toEqual([...seen].sort((a, b) => a - b));
  expect(kitchenAt(practice('water'), state, atMs)).toBeNull();
});
