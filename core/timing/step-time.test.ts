import fc from 'fast-check';
import { houseDeveloper } from '../kit/a-kit.fixture.ts';
import type { Bath, ExhaustionRule, PushRule } from '../kit/kit.ts';
import { shippedKit } from '../kit/shipped-kits.ts';
import { rollNumber } from './roll-number.ts';
import { stepTime, type StepConditions } from './step-time.ts';

const fresh: StepConditions = { tempC: 38, pushStops: 0, rollNumber: 1, process: 'C-41' };

function secondsOf(bath: Bath, conditions: Partial<StepConditions> = {}): number {
  const answer = stepTime(bath, { ...fresh, ...conditions });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  return answer.value.seconds;
}
function refusalOf(bath: Bath, conditions: Partial<StepConditions>) {
  const answer = stepTime(bath, { ...fresh, ...conditions });
  return answer.ok ? null : answer.errors.map((error) => error.code);
}

test('public standards: C-41 3:15, E-6 6:00 and 6:00, ECN-2 3:00 at nominal (domain.md 3)', () => {
  const at = (kit: string, bath: string) => {
    const found = shippedKit(kit)?.baths.find((candidate) => candidate.id === bath) as Bath;
    return secondsOf(found, { tempC: found.nominalC });
  };
  expect([
    at('reference-c41', 'developer'),
    at('reference-e6', 'first-developer'),
    at('reference-e6', 'colour-developer'),
    at('reference-ecn2', 'developer'),
  ]).toEqual([195, 360, 360, 180]);
});

test('a worn, pushed, cool developer, worked by hand line by line', () => {
  const answer = stepTime(houseDeveloper(), { ...fresh, tempC: 37.2, pushStops: 1, rollNumber: 8 });
  // leaflet at 38: 200. Wear: 200 × (1 + 0.018 × 7) = 225.2. Push: 225.2 × 1.25 = 281.5.
  // 37.2 °C: C = 310 × (200/310)^(3.2/4) = 218.325; 281.5 × 218.325/200 = 307.29.
  expect(answer.ok && answer.value.working.map((line) => line.seconds)).toEqual([200, 25, 57, 25]);
  expect(answer.ok && answer.value.seconds).toBe(307);
});

test.each<[string, Partial<Bath>, Partial<StepConditions>, number]>([
  ['ln(time) is linear between points: √(310 × 200) at the middle', {}, { tempC: 36 }, 249],
  ['half a degree beyond the end: 145 × (145/200)^(0.5/3) = 137.4', {}, { tempC: 41.5 }, 137],
  ['a factor per stop works for thirds: 200 × 1.3^(1/3) = 218.3', { push: { rule: 'factor', perStop: 1.3 } }, { pushStops: 1 / 3 }, 218],
  ['a table between its rows: 200 × √(1 × 1.25) = 223.6', {}, { pushStops: 0.5 }, 224],
  ['seconds per stop, pulled: 200 − 40 = 160', { push: { rule: 'add', secondsPerStop: 40 } }, { pushStops: -1 }, 160],
  ['seconds every third roll: N 7 → 200 + 2 × 12', { exhaustion: { rule: 'add', seconds: 12, everyRolls: 3 } }, { rollNumber: 7 }, 224],
  [
    'a ladder gives the whole time: row from roll 4, pushed 1.25 → 268.75',
    {
      exhaustion: {
        rule: 'ladder',
        rows: [
          { fromRoll: 1, s: 200 },
          { fromRoll: 4, s: 215 },
        ],
      },
    },
    { rollNumber: 6, pushStops: 1 },
    269,
  ],
  [
    'halves go up, binary noise or not: 310 × 1.05 = 325.5',
    { nominalC: 34, exhaustion: { rule: 'percent', perRoll: 5 } },
    { tempC: 34, rollNumber: 2 },
    326,
  ],
  ['one printed temperature is held', { time: { points: [{ c: 38, s: 200 }] } }, { tempC: 36 }, 200],
  // 200 × e^(0.11 × 2) = 249.2; cine film's rule is 0.08: 234.7.
  ['or followed by the rule of thumb', { time: { points: [{ c: 38, s: 200 }] } }, { tempC: 36, oneTemperature: 'follow' }, 249],
  [
    'which is another for cine film',
    { time: { points: [{ c: 38, s: 200 }] } },
    { tempC: 36, oneTemperature: 'follow', process: 'ECN-2' },
    235,
  ],
  ['what is not critical has one time', { critical: false, time: { points: [{ c: 38, s: 200 }] } }, { tempC: 30 }, 200],
])('%s', (_, bath, conditions, seconds) => {
  expect(secondsOf(houseDeveloper(bath), conditions)).toBe(seconds);
});

test('what the leaflet does not cover is refused with what it does, and warnings never stop', () => {
  expect(refusalOf(houseDeveloper(), { tempC: 42, pushStops: 3 })).toEqual(['temperature-outside-leaflet', 'push-outside-leaflet']);
  expect(refusalOf(houseDeveloper({ push: { rule: 'add', secondsPerStop: 60 } }), { pushStops: -4 })).toEqual(['push-outside-leaflet']);
  // Found by the fuzz test: next to no volume means endless wear, and endless cues.
  expect(refusalOf(houseDeveloper(), { rollNumber: Infinity })).toEqual(['step-too-long']);
  const cold = stepTime(houseDeveloper(), { ...fresh, tempC: 29 });
  expect(!cold.ok && cold.errors[0]?.message).toContain('30.0 °C to 41.0 °C');
  const codes = (bath: Bath, tempC: number) => {
    const answer = stepTime(bath, { ...fresh, tempC });
    return answer.ok ? answer.value.warnings.map((warning) => warning.code) : 'refused';
  };
  expect(codes(houseDeveloper(), 41.4)).toEqual(['extrapolated', 'off-nominal']);
  expect(codes(houseDeveloper(), 39)).toEqual([]);
  expect(codes(houseDeveloper({ time: { points: [{ c: 38, s: 110 }] } }), 38.5)).toEqual(['short-developer', 'off-leaflet-temperature']);
  const once = houseDeveloper({ time: { points: [{ c: 38, s: 200 }] } });
  expect([35, 41, 34.9, 41.1].map((tempC) => refusalOf(once, { tempC }))).toEqual([
    null,
    null,
    ['temperature-outside-leaflet'],
    ['temperature-outside-leaflet'],
  ]);
});

test('roll numbers scale to the kit’s full volume, by the last roll or the first', () => {
  const n = (rollsDone: number, runRolls: number, volumeMl: number, wear: 'last' | 'first') =>
    rollNumber({ rollsDone, runRolls, volumeMl, makesMl: 1000, wear });
  // Half a kit that has done 3 is as worn as a whole one that has done 6.
  expect([
    n(6, 2, 1000, 'last'),
    n(6, 2, 1000, 'first'),
    n(3, 1, 500, 'last'),
    n(0, 0.25, 1000, 'last'),
    n(0.67 * 3, 0.99, 1000, 'last'),
  ]).toEqual([8, 7, 8, 1, 3]);
});

const wear = fc.oneof<fc.Arbitrary<ExhaustionRule>[]>(
  fc.constant({ rule: 'none' }),
  fc.record({ rule: fc.constant('percent'), perRoll: fc.double({ min: 0, max: 12, noNaN: true }) }),
  fc.record({ rule: fc.constant('add'), seconds: fc.integer({ min: 0, max: 60 }), everyRolls: fc.integer({ min: 1, max: 6 }) }),
  fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 6 }).map((steps) => {
    let [fromRoll, s] = [1 - (steps[0] as number), 180];
    return {
      rule: 'ladder' as const,
      rows: steps.map((step, i) => ({ fromRoll: (fromRoll += i === 0 ? step : Math.ceil(step / 8)), s: (s += step) })),
    };
  }),
);
const push = fc.oneof<fc.Arbitrary<PushRule | undefined>[]>(
  fc.constant(undefined),
  fc.record({ rule: fc.constant('factor'), perStop: fc.double({ min: 1, max: 2, noNaN: true }) }),
  fc.record({ rule: fc.constant('add'), secondsPerStop: fc.integer({ min: 0, max: 80 }) }),
  fc.constant({
    rule: 'table',
    factors: [
      { stops: -1, factor: 0.7 },
      { stops: 2, factor: 1.9 },
    ],
  }),
);
const anyDeveloper = fc
  .record({ exhaustion: wear, push, falls: fc.array(fc.double({ min: 0.55, max: 0.98, noNaN: true }), { minLength: 0, maxLength: 5 }) })
  .map(({ falls, ...rules }) => {
    let s = 600;
    const points = [{ c: 28, s }, ...falls.map((fall, i) => ({ c: 30 + 2 * i, s: (s *= fall) }))];
    return houseDeveloper({ ...rules, nominalC: points[Math.floor(points.length / 2)]?.c ?? 28, time: { points } });
  });

test('hotter is never slower, one more roll never faster, push 0 nothing, and the working sums', () => {
  fc.assert(
    fc.property(
      anyDeveloper,
      fc.double({ min: 28, max: 40, noNaN: true }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      fc.integer({ min: 1, max: 30 }),
      fc.constantFrom(-1, -1 / 3, 0, 1 / 3, 1, 2),
      (bath, c, warmer, n, stops) => {
        const top = Math.max(...bath.time.points.map((point) => point.c));
        const at = (tempC: number, rolls: number, pushStops: number) =>
          stepTime(bath, { ...fresh, tempC: Math.min(tempC, top), rollNumber: rolls, pushStops });
        const here = at(c, n, stops);
        const hot = at(c + warmer, n, stops);
        const next = at(c, n + 1, stops);
        if (!here.ok || !hot.ok || !next.ok) return;
        expect(hot.value.seconds).toBeLessThanOrEqual(here.value.seconds);
        expect(next.value.seconds).toBeGreaterThanOrEqual(here.value.seconds);
        expect(here.value.working.reduce((sum, line) => sum + line.seconds, 0)).toBe(here.value.seconds);
        const unpushed = at(c, n, 0);
        const ruleless = stepTime({ ...bath, push: undefined }, { ...fresh, tempC: Math.min(c, top), rollNumber: n, pushStops: stops });
        expect(unpushed.ok && unpushed.value.seconds).toBe(ruleless.ok && ruleless.value.seconds);
      },
    ),
    { numRuns: 400 },
  );
});
