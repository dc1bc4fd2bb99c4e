import fc from 'fast-check';
import { ServerClock } from './server-clock.ts';

/** A browser and a server as a test has them: their clocks, and how long a question takes each way. */
let browser = { wallMs: 0, monotonicMs: 0 };
let server = { aheadMs: 0, speed: 1, thereMs: [] as number[], backMs: [] as number[], up: true };
const pass = (ms: number) => {
  browser = { wallMs: browser.wallMs + ms, monotonicMs: browser.monotonicMs + ms };
};
const trueServerMs = () => browser.monotonicMs * server.speed + server.aheadMs;

beforeEach(() => {
  browser = { wallMs: 1_700_000_000_000, monotonicMs: 50_000 };
  server = { aheadMs: 1_800_000_000_000, speed: 1, thereMs: [], backMs: [], up: true };
  jest.spyOn(performance, 'now').mockImplementation(() => browser.monotonicMs);
  jest.spyOn(Date, 'now').mockImplementation(() => browser.wallMs);
  globalThis.fetch = () => {
    if (!server.up) return Promise.reject(new Error('no network'));
    pass(server.thereMs.shift() ?? 5);
    const nowMs = trueServerMs();
    pass(server.backMs.shift() ?? 5);
    return Promise.resolve(Response.json({ nowMs, speed: server.speed }));
  };
});
afterEach(() => jest.restoreAllMocks());

const awayMs = (clock: ServerClock) => Math.abs(clock.nowMs() - trueServerMs());

test('however slow and uneven the network, the clock is no further off than half its quickest question', async () => {
  const trips = fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 5, maxLength: 5 });
  await fc.assert(
    fc.asyncProperty(trips, trips, fc.integer({ min: -86_400_000, max: 86_400_000 }), async (there, back, wrongByMs) => {
      server.thereMs = [...there];
      server.backMs = [...back];
      const clock = new ServerClock({ nowMs: trueServerMs() + wrongByMs, speed: 1 });
      expect(await clock.synchronise()).toBe(true);
      const quickest = Math.min(...there.map((ms, i) => ms + (back[i] ?? 0)));
      expect(awayMs(clock)).toBeLessThanOrEqual(quickest / 2 + 1e-6);
    }),
    { numRuns: 60 },
  );
});

test('a phone whose clock is put five minutes wrong in the middle of a run shows the same second', async () => {
  const clock = new ServerClock({ nowMs: trueServerMs(), speed: 1 });
  await clock.synchronise();
  browser = { ...browser, wallMs: browser.wallMs - 300_000 };
  pass(60_000);
  expect(awayMs(clock)).toBeLessThan(1);
  clock.catchUp();
  expect(awayMs(clock)).toBeLessThan(1);
});

test('after sleep the wall clock tells how long it was, server or no server', () => {
  const clock = new ServerClock({ nowMs: trueServerMs(), speed: 1 });
  // A sleeping machine: the monotonic clock stands still, the wall clock and the server go on.
  browser = { ...browser, wallMs: browser.wallMs + 240_000 };
  server.aheadMs += 240_000;
  expect(awayMs(clock)).toBeGreaterThan(200_000);
  clock.catchUp();
  expect(awayMs(clock)).toBeLessThan(1);
});

test('without an answer nothing is believed, and the listeners hear of every new setting once', async () => {
  const clock = new ServerClock({ nowMs: trueServerMs(), speed: 1 });
  let heard = 0;
  const stop = clock.onChange(() => heard++);
  server.up = false;
  const before = clock.nowMs();
  expect(await clock.synchronise()).toBe(false);
  expect([clock.nowMs(), heard]).toEqual([before, 0]);
  server.up = true;
  await clock.synchronise();
  expect(heard).toBe(1);
  stop();
  await clock.synchronise();
  expect(heard).toBe(1);
});

test('a cue’s server instant falls on the scale that page and worker share, whatever the speed', () => {
  server.speed = 60;
  const clock = new ServerClock({ nowMs: trueServerMs(), speed: 60 });
  const inAMinute = clock.nowMs() + 60_000;
  expect(clock.monotonicAt(inAMinute) - performance.timeOrigin).toBeCloseTo(browser.monotonicMs + 1000, 6);
  pass(1000);
  expect(clock.nowMs()).toBeCloseTo(inAMinute, 6);
});

test.each([1, 30])('a page opened from its copy goes by the last contact, at speed %i; a fresh one by what it came with', async (speed) => {
  const store = new Map<string, string>();
  const localStorage = {
    getItem: (name: string) => store.get(name) ?? null,
    setItem: (name: string, text: string) => void store.set(name, text),
  };
  Object.assign(globalThis, { localStorage });
  server = { ...server, speed, aheadMs: 1_800_000_000_000 };
  const page = { nowMs: trueServerMs(), speed };
  await new ServerClock(page).synchronise();
  pass(120_000);
  server.up = false;
  // The time a page brings is late by its loading: it takes the place of nothing that was measured.
  const measured = store.get('steady-reel-clock');
  new ServerClock({ nowMs: trueServerMs() - 3000 * speed, speed }).rememberRoughly();
  expect(store.get('steady-reel-clock')).toBe(measured);
  const old = new ServerClock(page);
  old.recall();
  expect(awayMs(old)).toBeLessThan(10 * speed);
  // This screen's own clock was set wrong since: what comes fresh from the server is believed, not the reckoning over it.
  browser = { ...browser, wallMs: browser.wallMs - 300_000 };
  const fresh = new ServerClock({ nowMs: trueServerMs(), speed });
  fresh.recall();
  expect(awayMs(fresh)).toBeLessThan(1);
  for (const odd of ['{"offsetMs":5,"speed":1}', 'null', '{', '{"serverMs":"x"}']) {
    store.set('steady-reel-clock', odd);
    const before = fresh.nowMs();
    fresh.recall();
    expect(fresh.nowMs()).toBe(before);
  }
  // The laptop was set to another hour since: what was measured before is nothing any more.
  const set = { nowMs: trueServerMs() + 3_600_000, speed };
  new ServerClock(set).rememberRoughly();
  expect(JSON.parse(store.get('steady-reel-clock') ?? '{}')).toMatchObject({ serverMs: set.nowMs });
  Reflect.deleteProperty(globalThis, 'localStorage');
});

test('a clock that is slowed is never ahead of the server, and one that the server has not answered goes on without a jump', () => {
  const clock = new ServerClock({ nowMs: 1000, speed: 20 }, '/practice/x/clock');
  pass(100);
  expect(clock.nowMs()).toBe(3000);
  clock.goAt(1);
  expect(clock.nowMs()).toBe(3000);
  pass(500);
  expect([clock.nowMs(), clock.speed]).toEqual([3500, 1]);
});

test('a practice asks its own clock, and leaves what is known of the house’s alone', async () => {
  const asked: string[] = [];
  const answer = globalThis.fetch;
  globalThis.fetch = async (address) => {
    asked.push(String(address));
    return answer(address);
  };
  const remembered = jest.fn<void, [string, string]>();
  Object.defineProperty(globalThis, 'localStorage', { value: { setItem: remembered, getItem: () => null }, configurable: true });
  const clock = new ServerClock({ nowMs: trueServerMs(), speed: 1 }, '/practice/x/clock');
  expect(await clock.synchronise()).toBe(true);
  clock.recall();
  expect(new Set(asked)).toEqual(new Set(['/practice/x/clock']));
  expect(remembered.mock.calls.map(([name]) => name)).toEqual(['steady-reel-clock /practice/x/clock']);
});
