import { DEFAULT_TANK } from '../heat/tank/tank.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import { bathThroughTheEvening, readyByTopUpsS, type RunInBath } from './bath-through-the-evening.ts';
import type { TubSetting } from './evening-bath.ts';

const TUB: TubSetting = {
  litres: 9,
  startC: 43,
  heaterW: 0,
  lidded: false,
  roomC: 21,
  bottleStartC: 21,
  material: 'glass',
  hotTapC: 54,
  coldTapC: 12,
};
const HOUR_MS = 3_600_000;
function run(developerC: number, firstPourMs: number, batchId = 'batch'): RunInBath {
  const plan = planRun({
    kit: houseKit(),
    batch: { volumeMl: 1000, rollsDone: 0 },
    on: '2026-11-25',
    tank: { ...DEFAULT_TANK, volumeMl: 520 },
    rolls: [{ format: '135-36', count: 1 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: { developer: developerC },
    habits: {},
  });
  if (!plan.ok) throw new Error('no plan');
  const { steps, totalS } = plan.value;
  return { batchId, steps, bottleMl: 1000, portionMl: null, bathC: null, noHeater: false, firstPourMs, endMs: firstPourMs + totalS * 1000 };
}

test('without a heater: the first pour waits until the topped-up bath has its bottles there, and every later one is in its window', () => {
  const readyS = readyByTopUpsS(run(38, 0), TUB) ?? NaN;
  expect(readyS % 300).toBe(0);
  expect(readyS).toBeGreaterThan(900);
  const first = readyS * 1000;
  const evening = bathThroughTheEvening([run(38, first), run(38, first + 1.2 * HOUR_MS)], TUB, 0);
  expect(evening.missed).toEqual([]);
  expect(evening.topUps.length).toBeGreaterThan(1);
  expect(evening.topUps.every(({ atMs }, i) => atMs > (evening.topUps[i - 1]?.atMs ?? 0))).toBe(true);
  // Poured at once it is missed, and said by run and name.
  expect(bathThroughTheEvening([run(38, 60_000)], TUB, 0).missed[0]).toMatchObject({ run: 0, name: 'Developer' });
  expect(readyByTopUpsS(run(38, 0), { ...TUB, startC: 25, hotTapC: 30 })).toBeNull();
});

test('between a run at 38 and one at 41 the bath is changed when the first has ended, with its minutes; back again, with cold water', () => {
  const warm = { ...TUB, heaterW: 800, litres: 12, startC: 40 };
  const runs = [run(38, HOUR_MS), run(41, 2.5 * HOUR_MS, 'other'), run(38, 4 * HOUR_MS)];
  const { changes, topUps } = bathThroughTheEvening(runs, warm, 0);
  expect(topUps).toEqual([]);
  expect(changes).toMatchObject([
    { atMs: runs[0]?.endMs, run: 1, fromC: 38, toC: 41 },
    { atMs: runs[1]?.endMs, run: 2, fromC: 41, toC: 38, seconds: null },
  ]);
  // 12 l by three degrees at 800 W, less what the tub loses meanwhile.
  expect(changes[0]?.seconds).toBeGreaterThan((12_000 * 4.18 * 3) / 800);
  expect(changes[0]?.seconds).toBeLessThan(1.2 * ((12_000 * 4.18 * 3) / 800));
  // So much out at 41 and in at 12 makes 38.
  expect(changes[1]?.swapMl).toBeCloseTo((12_000 * 3) / (41 - 12), 6);
  expect(bathThroughTheEvening([{ ...run(38, 0), noHeater: true }], warm, 0)).toEqual({ topUps: [], changes: [], missed: [] });
});
