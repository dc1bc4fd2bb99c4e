import fc from 'fast-check';
import { normalChance } from '../practice/chance.ts';
import { kitchenAtFirst, later, type KitchenSetting } from '../practice/kitchen.ts';
import { bathForecast, type SeenInTub } from './forecast.ts';
import { heard, heardStill, medianAt } from './heard.ts';
import { ofThisBath } from './of-this-bath.ts';
import { readProbesNow } from './probe-now.ts';
import { sift, type ProbeReading } from './sift.ts';
import { thinned } from './thin.ts';

const NOW = 1_800_000_000_000;
const at = (s: number, c: number): ProbeReading => ({ atMs: NOW + s * 1000, c });

test.each([
  ['98 °F meant as °C', [at(-1, 98)], /^98\.0 °C is no bath\. If it counts in Fahrenheit, 98 °F are 36\.7 °C: send °C\.$/],
  ['a loose wire', [at(-1, -127)], /^−127\.0 °C lies below −5\.0 °C: a loose wire reads like that\.$/],
  ['a clock that is wrong', [at(3600, 38)], /^From the future, by 3600 s\. Set the probe’s clock\.$/],
  ['a clock from years ago', [at(-90_000, 38)], /^More than a day old\.$/],
  ['a jump', [at(-3, 38), at(-2, 38.1), at(-1, 31)], /^A jump from 38\.1 °C in 1 s: water does not do that\.$/],
  ['two values for one instant', [at(-1, 38), at(-1, 37)], /^38\.0 °C was sent for this instant already; the first one counts\.$/],
])('%s is set aside, and why is said', (_, delivered, why) => {
  const { setAside, accepted } = sift(delivered, [], NOW);
  expect(setAside.map((each) => each.why)).toEqual([expect.stringMatching(why)]);
  expect(accepted).toHaveLength(delivered.length - 1);
});

test('after a jump the probe is believed again: at once where it comes back, in time where it was moved', () => {
  const spike = [at(-5, 38), at(-4, 20), at(-3, 38)];
  expect(sift(spike, [], NOW).accepted.map(({ c }) => c)).toEqual([38, 38]);
  const moved = [at(-30, 20), ...Array.from({ length: 20 }, (_, i) => at(-29 + i, 38))];
  const { accepted, setAside } = sift(moved, [], NOW);
  expect(setAside.length).toBeLessThanOrEqual(6);
  expect(accepted.at(-1)?.c).toBe(38);
});

const anyReading = fc.record({
  atMs: fc.integer({ min: NOW - 200_000, max: NOW + 20_000 }),
  c: fc.oneof(fc.double({ min: 30, max: 42, noNaN: true }), fc.double({ min: -200, max: 200, noNaN: true })),
});

test('in whatever order and however often it is delivered, the same readings are believed, and none is lost unsaid', () => {
  fc.assert(
    fc.property(fc.uniqueArray(anyReading, { selector: ({ atMs }) => atMs, maxLength: 60 }), fc.infiniteStream(fc.nat()), (all, dice) => {
      const once = sift(all, [], NOW);
      expect(once.accepted.length + once.setAside.length + once.repeated).toBe(all.length);
      const shuffled = [...all].map((reading) => ({ reading, by: dice.next().value as number })).sort((a, b) => a.by - b.by);
      expect(
        sift(
          shuffled.map(({ reading }) => reading),
          [],
          NOW,
        ),
      ).toEqual(once);
      const again = sift(all, once.accepted, NOW);
      expect(again.accepted).toEqual([]);
      expect(again.repeated).toBe(once.accepted.length);
      for (const { c } of once.accepted) expect(c).toBeGreaterThanOrEqual(-5);
    }),
  );
});

test('the median of three seconds counts; a probe that is silent for ten is lost, and found again', () => {
  const readings = [at(-4, 20), at(-2, 38.1), at(-1, 60), at(0, 38.2)];
  expect(medianAt(readings, NOW)).toBe(38.2);
  expect(heard(readings, NOW)).toEqual({ kind: 'heard', atMs: NOW, c: 38.2 });
  expect(heard(readings, NOW + 10_000).kind).toBe('heard');
  expect(heard(readings, NOW + 14_000)).toEqual({ kind: 'lost', atMs: NOW, c: 38.2, forS: 14 });
  expect(heardStill(heard(readings, NOW), NOW + 14_000)).toEqual({ kind: 'lost', atMs: NOW, c: 38.2, forS: 14 });
  expect(heard([...readings, at(15, 38)], NOW + 15_000).kind).toBe('heard');
  expect(heard([], NOW)).toEqual({ kind: 'never' });
});

test('what a server says of its probes is read, and what it should not say is passed over', () => {
  const said = [
    { name: 'tank', reads: 'tank', heard: { kind: 'heard', atMs: 5, c: 37.9 } },
    { name: 'tub', reads: null, heard: { kind: 'lost', atMs: 5, c: 38, forS: 12 } },
    { name: 'new', reads: 'bottle:developer', heard: { kind: 'never' } },
  ];
  expect(readProbesNow(JSON.parse(JSON.stringify(said)))).toEqual(said);
  fc.assert(fc.property(fc.anything(), (message) => expect(Array.isArray(readProbesNow(message))).toBe(true)));
  const odd = [
    { name: 'x', reads: 'moon', heard: { kind: 'heard', atMs: 5, c: 1 } },
    { name: 'y', heard: { kind: 'heard', c: '38' } },
    { heard: { kind: 'never' } },
  ];
  expect(readProbesNow(odd)).toEqual([{ name: 'x', reads: null, heard: { kind: 'heard', atMs: 5, c: 1 } }]);
});

test('a run keeps one reading each five seconds or tenth of a degree, none from before the pour, and eight hours stay few', () => {
  const still = Array.from({ length: 200 }, (_, s) => at(s, 38));
  expect(thinned(still, still, NOW, null)).toHaveLength(40);
  expect(thinned(still, still, NOW + 100_000, null)).toHaveLength(20);
  const falling = Array.from({ length: 60 }, (_, s) => at(s, 38 - 0.1 * s));
  expect(thinned(falling, falling, NOW, null).length).toBeGreaterThan(50);
  // Delivered in pieces it is thinned as in one go.
  let last: ProbeReading | null = null;
  const pieces = still.flatMap((reading, i) => {
    const kept = thinned(still.slice(0, i + 1), [reading], NOW, last);
    last = kept.at(-1) ?? last;
    return kept;
  });
  expect(pieces).toEqual(thinned(still, still, NOW, null));
  const long = Array.from({ length: 28_800 }, (_, s) => at(s, 38 + 0.05 * normalChance(1, 'noise', s)));
  const kept = thinned(long, long, NOW, null);
  // A developer of a quarter of an hour is followed every five seconds; what comes after it is an oversight.
  expect(kept.filter(({ atMs }) => atMs <= NOW + 900_000).length).toBeGreaterThanOrEqual(180);
  expect(kept.filter(({ atMs }) => atMs > NOW + 900_000).length).toBeLessThan(70);
});

const kitchen: KitchenSetting = {
  roomC: 20,
  tub: { litres: 12, startC: 22, setC: 38, heaterW: 620, lidded: false },
  bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: 20 }],
  tank: { ml: 500, heatJK: 380, startC: 20, coolingPerMin: 0.012, stands: 'air' },
};
/** What a probe sees of that tub in so many minutes, while the plan believes in 800 W. */
function seenFor(minutes: number, seed = 3): SeenInTub[] {
  const seen: SeenInTub[] = [];
  let now = kitchenAtFirst(kitchen);
  for (let s = 0; s <= minutes * 60; s += 5) {
    now = later(kitchen, now, s - now.atS);
    seen.push({ atS: s, c: now.tubC + 0.05 * normalChance(seed, 'noise', s) });
  }
  return seen;
}
const forecastAfter = (minutes: number, seed = 3) =>
  bathForecast({
    tub: { ...kitchen.tub, heaterW: 800, ambientC: 20 },
    bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: 20, lowC: 37.7, highC: 38.3 }],
    seen: seenFor(minutes, seed),
    horizonS: 4 * 3600,
  });
/** When the bottle truly comes into its range. */
const trulyS = () => {
  let now = kitchenAtFirst(kitchen);
  while ((now.bottles['developer']?.c ?? 0) < 37.7) now = later(kitchen, now, 1);
  return now.atS;
};

test('how a bath warms is told by what came since the probe was put in, and since water was last poured', () => {
  const putIn = Array.from({ length: 60 }, (_, s) => at(s, 30 - 14 * Math.exp(-s / 4)));
  const warming = Array.from({ length: 600 }, (_, s) => at(60 + s, 30 + 0.01 * s));
  const { atMs = 0 } = ofThisBath([...putIn, ...warming])[0] ?? {};
  expect(atMs).toBeGreaterThanOrEqual(NOW + 14_000);
  expect(atMs).toBeLessThan(NOW + 60_000);
  const poured = Array.from({ length: 100 }, (_, s) => at(660 + s, 39 + 0.01 * s));
  expect(ofThisBath([...putIn, ...warming, ...poured])[0]?.atMs).toBeGreaterThanOrEqual(NOW + 660_000);
  expect(ofThisBath([at(-2000, 20), ...warming])[0]?.atMs).toBe(NOW + 60_000);
  expect(ofThisBath([])).toEqual([]);
});

test('a weaker heater than was reckoned with is found by the probe in the tub: the forecast moves to the truth and tightens', () => {
  const truth = trulyS();
  const [early, later_, late] = [forecastAfter(2), forecastAfter(8), forecastAfter(25)];
  if (!early || !later_ || !late) throw new Error('no forecast');
  for (const each of [early, later_, late]) expect(Math.abs((each.readyS ?? 0) - truth)).toBeLessThan(each.plusMinusS + 30);
  expect(early.plusMinusS).toBeGreaterThan(later_.plusMinusS);
  expect(later_.plusMinusS).toBeGreaterThan(late.plusMinusS);
  expect(late.plusMinusS).toBeLessThan(240);
  expect(late.heater).toBeCloseTo(620 / 800, 1);
  // What the plan alone would have said is further off than the fit says it is.
  expect(forecastAfter(0)).toBeNull();
});

test('the truth lies inside what the forecast says nineteen times in twenty', () => {
  const truth = trulyS();
  const inside = Array.from({ length: 30 }, (_, seed) => forecastAfter(12, seed)).filter(
    (each) => each && Math.abs((each.readyS ?? 0) - truth) <= each.plusMinusS,
  );
  expect(inside.length).toBeGreaterThanOrEqual(27);
});
