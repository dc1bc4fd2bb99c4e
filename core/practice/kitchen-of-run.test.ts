import { withEvent } from '../run/state/state.ts';
import { practice, practised } from './a-practice.fixture.ts';
import { forgottenMs, kitchenAt } from './kitchen-of-run.ts';
import { later } from './kitchen.ts';

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

test('a practice that was left overnight, at twenty times the speed, costs no more than an afternoon, and is as warm as by the second', () => {
  const visits = (atMs: number, of = run) => {
    let seen = 0;
    const kitchen = kitchenAt(of, state, atMs, () => seen++);
    return { seen, kitchen };
  };
  const lastMs = state.endedAtMs ?? 0;
  const aWeek = visits(lastMs + 7 * 86_400_000);
  expect(aWeek.seen - visits(lastMs).seen).toBeLessThan(11_000);
  expect(aWeek.kitchen?.atS).toBeCloseTo((lastMs - run.sinceMs) / 1000 + 7 * 86_400, 3);
  // As an imported book may have it: begun before there were kitchens.
  const absurd = { ...run, sinceMs: -8e15 };
  expect(visits(lastMs, absurd).seen).toBeLessThan(30_000);

  const fiveHoursS = 5 * 3600;
  const setting = run.set.kitchen ?? raise();
  const by = (longestS?: number) => later(setting, kitchenAt(run, state, lastMs) ?? raise(), fiveHoursS, longestS);
  const [bySecond, byHalfMinute] = [by(), by(30)];
  expect(Math.abs(bySecond.tubC - byHalfMinute.tubC)).toBeLessThan(0.25);
  expect(Math.abs(bySecond.tankC - byHalfMinute.tankC)).toBeLessThan(0.25);
});
