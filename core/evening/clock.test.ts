import fc from 'fast-check';
import { eveningClock, type EveningAnchor, type RunLength } from './session-clock.ts';
import { clockTime, wantedTime } from './wanted-time.ts';

const AT = Date.UTC(2026, 10, 25, 18);
const PACE = { dryReelsS: 40 * 60, hangS: 5 * 60 };
const run = (part: Partial<RunLength> = {}): RunLength => ({ totalS: 1200, loadS: 600, warmS: 600, tankId: 'steel', reelSets: 1, ...part });

test('one tank, one set of reels: the second load waits until they are dry; with a second set it does not', () => {
  const start: EveningAnchor = { kind: 'start', atMs: AT };
  const minutes = (reelSets: number, tankId = 'steel') =>
    eveningClock([run({ reelSets }), run({ reelSets, tankId })], PACE, start).map((each) => (each.firstPourMs - AT) / 60_000);
  // 10 loading, 20 in the baths, 5 hanging: 35. Then 40 of drying and 10 of loading, or 10 at once.
  expect(minutes(1)).toEqual([10, 85]);
  expect(minutes(2)).toEqual([10, 45]);
  expect(minutes(1, 'three')).toEqual([10, 45]);
});

test('loading is as late as the pour allows, and warming goes on beside it', () => {
  const [first] = eveningClock([run({ warmS: 3600 })], PACE, { kind: 'start', atMs: AT });
  expect(first).toMatchObject({ warmFromMs: AT, firstPourMs: AT + 3_600_000, loadFromMs: AT + 3_000_000 });
});

const runs = fc.array(
  fc.record({
    totalS: fc.integer({ min: 60, max: 7200 }),
    loadS: fc.integer({ min: 0, max: 1800 }),
    warmS: fc.integer({ min: 0, max: 5400 }),
    tankId: fc.constantFrom('steel', 'three'),
    reelSets: fc.integer({ min: 1, max: 3 }),
  }),
  { minLength: 1, maxLength: 8 },
);

test('forwards, from a first pour or back from an end it is the same evening; hands do one thing at a time, reels are dry', () => {
  fc.assert(
    fc.property(runs, (lengths) => {
      const from = (anchor: EveningAnchor) => eveningClock(lengths, PACE, anchor);
      const clock = from({ kind: 'start', atMs: AT });
      const relative = (of: typeof clock) => of.map((each) => Object.values(each).map((ms) => (ms as number) - (of[0]?.firstPourMs ?? 0)));
      const pour = from({ kind: 'first-pour', atMs: AT });
      const end = from({ kind: 'finish', atMs: AT });
      expect([pour[0]?.firstPourMs, end.at(-1)?.hungMs]).toEqual([AT, AT]);
      expect([relative(pour), relative(end)]).toEqual([relative(clock), relative(clock)]);
      lengths.forEach((length, i) => {
        const [here, before] = [clock[i], clock[i - 1]];
        if (!here) throw new Error('no clock');
        expect(here.firstPourMs - here.warmFromMs).toBe(length.warmS * 1000);
        expect(here.endMs - here.firstPourMs).toBe(length.totalS * 1000);
        if (before) expect(here.loadFromMs).toBeGreaterThanOrEqual(before.hungMs);
        // The set of reels it needs was hung up long enough ago.
        const uses = lengths.flatMap((each, k) => (k < i && each.tankId === length.tankId ? [clock[k]?.hungMs ?? 0] : []));
        const wet = uses.at(-length.reelSets);
        if (wet !== undefined) expect(here.loadFromMs - wet).toBeGreaterThanOrEqual(PACE.dryReelsS * 1000);
      });
    }),
  );
});

test('the hour that is missing is asked about, and so is the one that comes twice', () => {
  // In Berlin clocks go from 02:00 to 03:00 on 29 March 2026, and from 03:00 back to 02:00 on 25 October.
  const zone = 'Europe/Berlin';
  const spring = wantedTime('02:30', Date.UTC(2026, 2, 29, 0), zone);
  expect(spring.kind).toBe('never');
  const autumn = wantedTime('02:30', Date.UTC(2026, 9, 25, 0), zone);
  if (autumn.kind !== 'twice') throw new Error(autumn.kind);
  expect(autumn.secondMs - autumn.firstMs).toBe(3_600_000);
  expect([clockTime(autumn.firstMs, zone), clockTime(autumn.secondMs, zone)]).toEqual(['02:30 GMT+2', '02:30 GMT+1']);
  expect(clockTime(Date.UTC(2026, 9, 25, 12), zone)).toBe('13:00');
});

test.each([
  ['half past midnight, asked at ten in the evening, is tonight', '00:30', 22, 2.5],
  ['half past nine, asked at ten, is half an hour late', '21:30', 22, -0.5],
  ['eight, asked at nine in the morning, is an hour ago', '08:00', 9, -1],
  ['one in the morning, asked at two in the afternoon, is tonight', '01:00', 14, 11],
])('%s', (_, time, hour, inHours) => {
  const now = Date.UTC(2026, 10, 25, hour);
  expect(wantedTime(time, now, 'UTC')).toEqual({ kind: 'once', atMs: now + inHours * 3_600_000 });
});

test('whatever the zone and the hour: a time that is there says itself, and lies within twelve hours back and a day on', () => {
  const zones = ['UTC', 'Europe/Berlin', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Chatham'];
  fc.assert(
    fc.property(fc.constantFrom(...zones), fc.integer({ min: 0, max: 365 * 24 * 4 }), fc.nat(23), fc.nat(59), (zone, quarter, h, m) => {
      const now = Date.UTC(2026, 0, 1) + quarter * 900_000;
      const time = `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
      const wanted = wantedTime(time, now, zone);
      const instants = wanted.kind === 'once' ? [wanted.atMs] : wanted.kind === 'twice' ? [wanted.firstMs, wanted.secondMs] : [];
      for (const atMs of instants) {
        expect(clockTime(atMs, zone).slice(0, 5)).toBe(time);
        expect(atMs - now).toBeGreaterThanOrEqual(-13 * 3_600_000);
        expect(atMs - now).toBeLessThanOrEqual(25 * 3_600_000);
      }
    }),
    { numRuns: 500 },
  );
});
