import { bathForecast } from '../probe/forecast.ts';
import { ofThisBath } from '../probe/of-this-bath.ts';
import { sift } from '../probe/sift.ts';
import { isStandInScene, secondLater, standInAtFirst, STAND_IN_SCENES, type StandInScene } from './stand-in.ts';

const NOW = 1_800_000_000_000;
/** What it sends in so many seconds, told to hold `setC`. */
function sent(scene: StandInScene, into: 'tub' | 'tank', seconds: number, setC = 38, seed = 4) {
  let now = standInAtFirst(scene, into);
  const readings: { atMs: number; c: number }[] = [];
  let silent = 0;
  for (let s = 0; s < seconds; s++) {
    const { next, c } = secondLater(now, into, setC, seed);
    now = next;
    if (c === null) silent++;
    else readings.push({ atMs: NOW + s * 1000, c });
  }
  return { readings, silent, kitchen: now.kitchen };
}

test.each(STAND_IN_SCENES)(
  'a stand-in in a %s follows slowly, scatters a little, is silent now and then, and is believed once it has settled',
  (scene) => {
    const { readings, silent } = sent(scene, 'tub', 1200);
    expect(silent).toBeGreaterThan(10);
    expect(silent).toBeLessThan(80);
    const settled = readings.slice(30);
    const { setAside } = sift(settled, [], NOW + 1_300_000);
    expect(setAside).toEqual([]);
    const jumps = settled.slice(1).map(({ c }, i) => Math.abs(c - (settled[i]?.c ?? c)));
    expect(Math.max(...jumps)).toBeLessThan(0.4);
    expect(jumps.some((jump) => jump > 0)).toBe(true);
    expect(sent(scene, 'tub', 100).readings).toEqual(readings.slice(0, sent(scene, 'tub', 100).readings.length));
  },
);

test('its heater holds what it was told, a sink without one falls, and a tank that was filled warm cools', () => {
  expect(sent('calm', 'tub', 5400, 36).kitchen.tubC).toBeCloseTo(36, 0);
  expect(sent('calm', 'tub', 5400, 39).kitchen.tubC).toBeCloseTo(39, 0);
  const falling = sent('falling-sink', 'tub', 1800);
  expect(falling.kitchen.tubC).toBeLessThan(39.5);
  expect(falling.kitchen.heaterOn).toBe(false);
  const tank = sent('cold-kitchen', 'tank', 600).readings;
  expect(tank.at(-1)?.c).toBeLessThan((tank[60]?.c ?? 0) - 1);
});

test('a probe of a stand-in teaches the forecast what its kitchen is: a weaker heater than was set is found', () => {
  const readings = ofThisBath(sent('cold-kitchen', 'tub', 1500).readings);
  const first = readings[0]?.atMs ?? 0;
  const forecast = bathForecast({
    tub: { litres: 12, startC: 24, setC: 38, heaterW: 800, ambientC: 14, lidded: false },
    bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: 14, lowC: 37.7, highC: 38.3 }],
    seen: readings.map(({ atMs, c }) => ({ atS: (atMs - first) / 1000, c })),
    horizonS: 4 * 3600,
  });
  // It has 600 W.
  expect(forecast?.heater).toBeGreaterThan(0.65);
  expect(forecast?.heater).toBeLessThan(0.85);
  expect(forecast?.readyS).toBeGreaterThan(1500);
});

test('only its own scenes are taken', () => {
  expect(['calm', 'cold-kitchen', 'falling-sink', 'moon', null].map(isStandInScene)).toEqual([true, true, true, false, false]);
});
