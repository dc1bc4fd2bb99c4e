import { practice, practised } from './a-practice.fixture.ts';
import { practiceReport } from './report.ts';
import { tapeOf } from './tape.ts';

test('the tape has where the tank truly was, what was read and which turns were made, and never more than a page can show', () => {
  const run = practice('cold-kitchen');
  const state = practised(run, { read: { afterS: 30, c: 36.2, thermometer: 'Practice thermometer' }, beatS: 1 });
  const { baths } = practiceReport(run, state, 1);
  const tape = tapeOf(run, state, baths);
  if (!tape) throw new Error('no tape');
  expect(tape.baths.map(({ id }) => id)).toEqual(run.plan.steps.map(({ id }) => id));
  expect([tape.fromMs, tape.toMs]).toEqual([tape.baths[0]?.startMs, tape.baths.at(-1)?.endMs]);
  expect(tape.trace.length).toBeLessThanOrEqual(245);
  expect(tape.trace.every(({ atMs }, i) => i === 0 || atMs > (tape.trace[i - 1]?.atMs ?? 0))).toBe(true);
  // Between two baths the tank is empty, and has no temperature of a solution.
  const inside = (ms: number) => tape.baths.some(({ startMs, endMs }) => ms > startMs + 1000 && ms < endMs);
  for (const { atMs, tankC } of tape.trace) if (inside(atMs)) expect(tankC).not.toBeNull();
  expect(tape.readings).toEqual([expect.objectContaining({ c: 36.2, of: 'tank' })]);
  expect(tape.beats.length).toBeGreaterThan(5);
  expect(tape.beats.every(({ kept }) => kept)).toBe(true);
});

test('in a real tank there is nothing to draw but the baths, and of nothing there is no tape', () => {
  const run = practice('water');
  const state = practised(run, { beatS: null });
  const tape = tapeOf(run, state, practiceReport(run, state, 1).baths);
  expect(tape?.trace).toEqual([]);
  expect(tape?.beats.some(({ kept }) => kept)).toBe(false);
  expect(tapeOf(run, { ...state, actual: state.actual.map(() => null) }, [])).toBeNull();
});
