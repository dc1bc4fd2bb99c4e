/** What each command answers, in a line. */
export const SUMMARIES: Readonly<Record<string, string>> = {
  plan: 'every step of a run with its time, working and cues',
  drift: 'when a step is done that ran at other temperatures than planned',
  warmup: 'when each bottle in a water bath is inside its range',
  pour: 'where solution and tank settle, or how warm to pour',
  mix: 'hot and cold water for a wanted temperature',
  refresh: 'how much of a bath to change for hot water, to bring it back up',
  pack: 'which rolls share a tank, in which order',
  effect: 'what a run does to its bottles: drawn, back, wear, and into which jug',
  density: 'the densities of a scanned strip: clear base, fogged leader, their range',
  chart: 'whether a measure over time leaves its own habits',
  answer: 'how much longer to develop, by your own strips',
  judge: 'what a strip shows: exposure, development or film, and what can still be done',
  shelf: 'what is left in each bottle, how it stands, and when the batch ends',
};

/** One request a command that runs as it stands; `--help` prints it and a test runs it. */
export const EXAMPLES: Readonly<Record<string, unknown>> = {
  plan: {
    kit: 'house-c41-three-bath',
    batch: { volumeMl: 1000, rollsDone: 6, mixedOn: '2026-11-09' },
    on: '2026-11-25',
    tank: { method: 'inversion', volumeMl: 520, fillS: 8, drainS: 12 },
    rolls: [{ format: '135-36', count: 2 }],
    pushStops: 1,
    treatment: 'normal',
    temperaturesC: { developer: 37.2 },
    habits: {
      clock: 'first-drop',
      pourOut: 'inside',
      wear: 'last',
      changeoverS: 5,
      prewash: { kind: 'timed', s: 60 },
      afterDeveloper: 'rinse',
      washing: { kind: 'running', s: 180 },
    },
  },
  drift: {
    kit: 'house-c41-three-bath',
    bath: 'developer',
    nominalS: 200,
    plannedS: 200,
    readings: [
      { atS: 0, c: 38.4 },
      { atS: 90, c: 37.6 },
    ],
    tank: { coolingPerMin: 0.02, surroundC: 22 },
  },
  warmup: {
    bath: { litres: 12, startC: 30, setC: 38, heaterW: 800, ambientC: 20, lidded: false },
    bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: 20, lowC: 37.7, highC: 38.3 }],
    horizonS: 14400,
  },
  pour: { solutionMl: 520, solutionC: 39, tank: { heatJK: 380, startC: 22 } },
  mix: { totalMl: 12000, hotC: 52, coldC: 14, targetC: 43 },
  refresh: { litres: 12, c: 36.2, goalC: 38.5, hotC: 55 },
  answer: {
    strips: [0.9, 0.93, 0.96, 0.98, 1, 1.02, 1.05, 1.09].map((dose) => ({
      dose,
      range: 1.7 + 1.1 * Math.log(dose) + (dose < 1 ? 0.01 : -0.01),
    })),
    range: 1.62,
    dose: 1,
    seconds: 240,
  },
  pack: {
    rolls: [
      { id: 'a', format: '135-36', process: 'C-41', pushStops: 0, treatment: 'normal', keeper: false, count: 1 },
      { id: 'b', format: '120', process: 'C-41', keeper: true },
    ],
    tanks: [{ id: 'steel', holds: { '135': 2, '120': 1 }, volumeMl: 520 }],
    batches: [{ process: 'C-41', rollsLeft: 5 }],
  },
  effect: {
    plan: { kit: 'house-c41-three-bath', rolls: [{ format: '135-36', count: 2 }], tank: { volumeMl: 520 } },
    bottles: [
      { id: 'B1', bath: 'developer', mlLeft: 940 },
      { id: 'B2', bath: 'bleach-fix', mlLeft: 940 },
    ],
    oneShot: false,
    repeats: { 'bleach-fix': 1 },
  },
  density: {
    file: 'strip.png',
    encoding: 'srgb',
    light: { x: 10, y: 10, w: 60, h: 60 },
    base: { x: 110, y: 10, w: 60, h: 60 },
    leader: { x: 210, y: 10, w: 60, h: 60 },
  },
  chart: {
    points: [2.31, 2.29, 2.33, 2.3, 2.32, 2.3, 2.12].map((value, i) => ({ value, good: i < 5 })),
  },
  judge: {
    inspection: { edge: 'thin', frames: 'thin', colour: 'right', marks: [] },
    run: {
      process: 'C-41',
      doseShare: 0.91,
      pushStops: 0,
      rollNumber: 11,
      capacityRolls: 12,
      ageDays: 16,
      keepsDays: 35,
      rinse: true,
      incidents: [],
      washShare: 1,
    },
  },
  shelf: {
    kit: 'house-c41-three-bath',
    batch: { volumeMl: 1000, mixedOn: '2026-10-20' },
    on: '2026-11-25',
    entries: [
      { kind: 'run', on: '2026-11-02', rolls: 2, drawnMl: 520, returned: true },
      { kind: 'incident', on: '2026-11-22', bottle: 'developer', what: 'cap-off', days: 3 },
    ],
    tank: { volumeMl: 520 },
    pace: { rolls: 9, weeks: 8 },
  },
};
