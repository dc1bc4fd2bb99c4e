/**
 * npm run measure: what the core costs, warmed up, as medians and as ratios within one run.
 * Writes the tables to docs/measurements.md. Bundled first, so that what runs is what an application would run.
 */
import { cpus } from 'node:os';
import { writeFileSync, readFileSync, existsSync } from 'node:fs';
import { formatById, type FormatId } from '../core/film/format.ts';
import { driftFinish } from '../core/heat/drift.ts';
import { warmUp, type BottleInBath } from '../core/heat/bath/water-bath.ts';
import { shippedKit } from '../core/kit/shipped-kits.ts';
import type { Kit } from '../core/kit/kit.ts';
import { fewestRuns } from '../core/packing/fewest-runs.ts';
import type { Holds, Shape } from '../core/packing/load.ts';
import { packRolls, type RollToPack, type TankToFill } from '../core/packing/pack.ts';
import type { TankHeatSetting } from '../core/heat/tank/tank-through-the-run.ts';
import { planRun } from '../core/schedule/plan.ts';
import { DEFAULT_TANK } from '../core/heat/tank/tank.ts';
import { milpSolver } from './milp-packing.ts';

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}

/** Median milliseconds of one call, after warming up. */
function time(work: () => unknown, { rounds = 31, each = 1 } = {}): number {
  for (let i = 0; i < Math.max(10, each); i++) work();
  return median(
    Array.from({ length: rounds }, () => {
      const from = performance.now();
      for (let i = 0; i < each; i++) work();
      return (performance.now() - from) / each;
    }),
  );
}

let seed = 7;
const dice = (sides: number) => {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return Math.floor((seed / 2_147_483_648) * sides);
};
const oneOf = <T>(values: readonly T[]): T => values[dice(values.length)] as T;

const TANKS: readonly TankToFill[] = [
  { id: 'steel', holds: { '135': 2, '120': 1 }, volumeMl: 520 },
  { id: 'three', holds: { '135': 3, '120': 2, '4x5': 4 }, volumeMl: 850 },
  { id: 'five', holds: { '135': 5, '120': 3, '4x5': 6 }, volumeMl: 1400 },
  { id: 'one', holds: { '135': 1, '110': 2 }, volumeMl: 300 },
];
const FORMATS: readonly FormatId[] = ['135-36', '135-36', '135-24', '120', '120', '4x5', '220'];

function someRolls(n: number): RollToPack[] {
  return Array.from(
    { length: n },
    (_, i) =>
      ({
        id: `r${i}`,
        format: oneOf(FORMATS),
        process: 'C-41',
        pushStops: 0,
        treatment: 'normal',
        keeper: dice(4) === 0,
        count: dice(5) === 0 ? 2 : 1,
      }) as const,
  ).map((roll) => (formatById(roll.format).sheet ? roll : { ...roll, count: 1 }));
}

function counted(rolls: readonly RollToPack[]): { readonly shapes: Shape[]; readonly counts: number[] } {
  const by = new Map<string, { shape: Shape; n: number }>();
  for (const roll of rolls) {
    const { family } = formatById(roll.format);
    const key = `${family} ${roll.count}`;
    const entry = by.get(key) ?? { shape: { family, count: roll.count }, n: 0 };
    entry.n++;
    by.set(key, entry);
  }
  return { shapes: [...by.values()].map((entry) => entry.shape), counts: [...by.values()].map((entry) => entry.n) };
}

const ms = (value: number) => (value < 0.1 ? value.toFixed(4) : value < 10 ? value.toFixed(2) : value.toFixed(0));

const ecn2 = shippedKit('house-ecn2-home') as Kit;
const sixBath = shippedKit('house-c41-three-bath') as Kit;
const developer = sixBath.baths[0] as Kit['baths'][number];
const bottles: BottleInBath[] = [1000, 1000, 500, 250].map((ml, i) => ({
  id: `b${i}`,
  ml,
  material: oneOf(['glass', 'plastic', 'steel']),
  startC: 20,
  lowC: 37.7,
  highC: 38.3,
}));
const readings = Array.from({ length: 20 }, (_, i) => ({ atS: i * 11, c: 38.4 - i * 0.06 }));
const ask =
  (kit: Kit, heat: TankHeatSetting | null = null) =>
  () =>
    planRun({
      heat,
      kit,
      batch: { volumeMl: 1000, rollsDone: 4, mixedOn: '2026-11-09' },
      on: '2026-11-25',
      tank: heat ? { ...DEFAULT_TANK, volumeMl: 520 } : DEFAULT_TANK,
      rolls: [{ format: '135-36', count: 2 }],
      pushStops: 1,
      treatment: 'normal',
      temperaturesC: { developer: kit === ecn2 ? 40.4 : 37.2 },
      habits: {},
    });

/** The ordinary leaflet: the same kit with one temperature printed. */
const onceSixBath: Kit = {
  ...sixBath,
  baths: sixBath.baths.map((bath) => (bath.critical ? { ...bath, nominalC: 38, time: { points: [{ c: 38, s: 200 }] } } : bath)),
};

const HEAT: TankHeatSetting = {
  startC: 20,
  heatJK: 380,
  roomC: 20,
  stands: 'air',
  bathC: null,
  coolingPerMin: 0.012,
  school: 'wait-longer',
};

const core: readonly (readonly [string, string, number, string])[] = [
  ['Plan a six-step C-41 run, cues and all', 'under 0.1', time(ask(sixBath), { each: 200 }), ''],
  ['The same with the tank’s heat, waiting longer', 'under 2 × without', time(ask(sixBath, HEAT), { each: 200 }), ''],
  ['The same, pouring warmer', '', time(ask(sixBath, { ...HEAT, school: 'pour-warmer' }), { each: 200 }), ''],
  ['The same of a developer printed for one temperature, held', 'under 2 × without', time(ask(onceSixBath, HEAT), { each: 200 }), ''],
  ['The same, the tank warmed first', '', time(ask(onceSixBath, { ...HEAT, school: 'warm-tank' }), { each: 200 }), ''],
  ['Plan a nine-step ECN-2 run', '', time(ask(ecn2), { each: 200 }), ''],
  [
    'Four hours of a bath with four bottles',
    'under 10',
    time(() => warmUp({ litres: 12, startC: 30, setC: 38, heaterW: 800, ambientC: 20, lidded: false }, bottles, 14_400)),
    '',
  ],
  [
    'Drift with twenty readings and a cooling tank',
    '',
    time(
      () => driftFinish({ bath: developer, nominalS: 225, plannedS: 225, readings, surroundings: { coolingPerMin: 0.02, surroundC: 21 } }),
      { each: 50 },
    ),
    '',
  ],
];

const solve = await milpSolver(60);
const packingRows: string[] = [];
for (const size of [12, 30, 60]) {
  const rolls = someRolls(size);
  const { shapes, counts } = counted(rolls);
  const holds: Holds[] = TANKS.map((tank) => tank.holds);
  const ours = time(() => packRolls(rolls, TANKS, null), { rounds: 15 });
  const count = packRolls(rolls, TANKS, null).runs.length;
  const from = performance.now();
  const milp = solve(shapes, counts, holds, rolls.length);
  const milpMs = performance.now() - from;
  packingRows.push(
    `| ${size} rolls, 4 tanks | ${count} | ${milp ?? 'not proven in 60 s'} | ${ms(ours)} | ${ms(milpMs)} | ${Math.round(milpMs / ours)} |`,
  );
}

let equal = 0;
let unproven = 0;
const INSTANCES = 300;
for (let i = 0; i < INSTANCES; i++) {
  const { shapes, counts } = counted(someRolls(3 + dice(14)));
  const holds = TANKS.slice(0, 1 + dice(3)).map((tank) => tank.holds);
  const placeable = shapes.map((shape) => holds.some((hold) => shape.count <= (hold[shape.family] ?? 0)));
  const some = shapes.filter((_, s) => placeable[s]);
  const n = counts.filter((_, s) => placeable[s]);
  const ours = fewestRuns(some, holds).fewest(n);
  const milp =
    ours === 0
      ? 0
      : solve(
          some,
          n,
          holds,
          n.reduce((sum, each) => sum + each, 0),
        );
  if (milp === ours) equal++;
  else if (milp === null) unproven++;
}

const page = `# Measurements

Made by \`npm run measure\` on ${cpus()[0]?.model.trim() ?? 'an unknown processor'}, ${cpus().length} cores, Node ${process.version}. Two shared, noisy cores:
read the ratios, which come from one run, before the milliseconds.

## Core

Medians of 31 rounds after warming up.

| what | aim, ms | median, ms |
| --- | --- | --- |
${core.map(([what, aim, value]) => `| ${what} | ${aim} | ${ms(value)} |`).join('\n')}

## Packing, against the same model in an exact MILP solver (HiGHS as WebAssembly)

Ours proves the fewest runs and also orders them (keepers, time, tanks); the solver only counts runs, and may use as many
as there are rolls. Aim: 60 rolls under 50 ms and at least 50 times faster.

| instance | runs, ours | runs, solver | ours, ms | solver, ms | times faster |
| --- | --- | --- | --- | --- | --- |
${packingRows.join('\n')}

On ${INSTANCES} random instances of 3 to 16 rolls and 1 to 3 tanks: equal run counts on ${equal}, different on ${INSTANCES - equal - unproven}${unproven > 0 ? `, not proven by the solver in 60 s on ${unproven}` : ''}.
`;
const file = new URL('../docs/measurements.md', import.meta.url);
const marker = '\n## The Session page';
const before = existsSync(file) ? readFileSync(file, 'utf8') : '';
const bench = before.includes(marker) ? before.slice(before.indexOf(marker)) : '';
writeFileSync(file, page + bench);
console.log(page);
