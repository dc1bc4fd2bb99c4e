import type { TimedCue } from './cue-timer.worker.ts';

interface Scope {
  onmessage: ((message: { readonly data: readonly TimedCue[] }) => void) | null;
  readonly postMessage: (said: TimedCue & { readonly firedAtMs: number }) => void;
}

/** The worker in a scope of its own, on a clock that the test winds. */
function worker(): { readonly tell: (...cues: TimedCue[]) => void; readonly heard: (TimedCue & { firedAtMs: number })[] } {
  const heard: (TimedCue & { firedAtMs: number })[] = [];
  const scope: Scope = { onmessage: null, postMessage: (said) => void heard.push(said) };
  Object.assign(globalThis, { self: scope });
  jest.isolateModules(() => {
    // oxlint-disable-next-line typescript/no-require-imports
    require('./cue-timer.worker.ts');
  });
  return { tell: (...cues) => scope.onmessage?.({ data: cues }), heard };
}
const now = () => performance.timeOrigin + performance.now();
const inS = (id: string, seconds: number): TimedCue => ({ id, atMs: now() + seconds * 1000 });

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('each cue is said once, in order, at its instant, whatever the order in which they were told', () => {
  const { tell, heard } = worker();
  tell(inS('end', 12), inS('agitate', 5), inS('prepare', 10));
  jest.advanceTimersByTime(4990);
  expect(heard).toEqual([]);
  jest.advanceTimersByTime(8000);
  expect(heard.map(({ id }) => id)).toEqual(['agitate', 'prepare', 'end']);
  for (const { atMs, firedAtMs } of heard) expect(Math.abs(firedAtMs - atMs)).toBeLessThan(2);
});

test('a clock that is set anew just after a cue does not say it again', () => {
  const { tell, heard } = worker();
  const [first, second] = [inS('agitate', 5), inS('pour-out', 20)];
  tell(first, second);
  jest.advanceTimersByTime(5050);
  // The clock is found to be a tenth of a second off: all cues are told anew, the one that has just fired among them.
  tell({ ...first, atMs: first.atMs + 100 }, { ...second, atMs: second.atMs + 100 });
  jest.advanceTimersByTime(20_000);
  expect(heard.map(({ id }) => id)).toEqual(['agitate', 'pour-out']);
});

test('a nudge puts other cues in the place of the old ones, and those that lie behind it stay silent', () => {
  const { tell, heard } = worker();
  tell(inS('agitate@30', 30), inS('agitate@60', 60));
  jest.advanceTimersByTime(10_000);
  // The developer went in twenty-five seconds earlier than pressed: the first beat is long past.
  tell(inS('agitate@5', -5), inS('agitate@35', 25));
  jest.advanceTimersByTime(60_000);
  expect(heard.map(({ id }) => id)).toEqual(['agitate@35']);
});

test('cues at one instant are all said; a step that ended takes its cues with it', () => {
  const { tell, heard } = worker();
  tell(inS('light-safe', 3), inS('end', 3), inS('later', 60));
  jest.advanceTimersByTime(3001);
  expect(heard.map(({ id }) => id).sort()).toEqual(['end', 'light-safe']);
  tell();
  jest.advanceTimersByTime(120_000);
  expect(heard).toHaveLength(2);
});
