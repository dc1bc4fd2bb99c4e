import { array, boolean, mixed, number, object, string, type AnySchema } from 'yup';
import { INCIDENTS, TEST_RESULTS } from '../core/chemistry/ledger/standing.ts';
import { FORMAT_FAMILIES, FORMAT_IDS } from '../core/film/format.ts';
import { PROCESSES } from '../core/film/process.ts';
import { TREATMENTS } from '../core/film/treatment.ts';
import { BARE_STEPS } from '../core/kit/kind.ts';
import { saidShapes } from '../core/kit/kit-schema.ts';
import { BOTTLE_MATERIALS } from '../core/heat/bath/water-bath.ts';
import { TANK_MATERIALS } from '../core/heat/bath/water.ts';
import { HEAT_SCHOOLS, TANK_PLACES } from '../core/heat/tank/school-and-place.ts';
import { TANK_METHODS } from '../core/heat/tank/tank.ts';
import { COLOURS, EDGES, FRAMES, MARKS, OTHERS, SLIDES } from '../core/inspection/inspection.ts';
import { habitShapes } from '../core/schedule/read-habits.ts';

/** The shapes of scripting.md. Unknown fields are refused by name; bounds stop nonsense, not odd darkrooms. */

const tempC = () => number().min(-50).max(150);
const seconds = () => number().min(0).max(864_000);
const millilitres = () => number().min(1).max(1_000_000);
// A bottle of nothing would warm in no time, in steps of no time.
const bottleMl = () => number().min(10).max(20_000);
const stops = () => number().min(-10).max(10);
const id = () => string().min(1).max(200);
// `default(undefined)` keeps an absent part absent instead of an object of nothings.
const closed = (fields: Record<string, AnySchema>) => object(fields).exact().default(undefined);

/** A whole kit document, checked on its own, or the id of a shipped one. */
const kit = mixed()
  .test(
    'kit',
    'kit must be a kit document or the id of a shipped kit.',
    (value) => value === undefined || typeof value === 'string' || (typeof value === 'object' && value !== null),
  )
  .required();

const isoDate = () =>
  string().test(
    'date',
    ({ path }) => `${path} must be a date such as 2026-11-25.`,
    (value) => {
      if (value === undefined) return true;
      if (!/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
      const at = new Date(`${value}T00:00:00Z`);
      return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(value);
    },
  );

/** An object whose keys are free (bath ids, formats) and whose values are numbers. */
const numbersByName = (low: number, high: number, names?: readonly string[]) =>
  mixed().test('numbers', 'must be numbers by name', function (value: unknown) {
    if (value === undefined) return true;
    if (typeof value !== 'object' || value === null || Array.isArray(value)) {
      return this.createError({ type: 'wrong-type', message: `${this.path} must be an object of numbers.` });
    }
    for (const [name, entry] of Object.entries(value)) {
      const path = `${this.path}.${name}`;
      if (names && !names.includes(name)) {
        return this.createError({ path, type: 'unknown-field', message: `${name} is not one of ${names.join(', ')}.` });
      }
      if (typeof entry !== 'number' || !(entry >= low && entry <= high)) {
        return this.createError({ path, type: 'out-of-range', message: `${name} must be a number from ${low} to ${high}.` });
      }
    }
    return true;
  });

/** A named format, or any other by its area. */
const format = mixed()
  .test('format', function (value: unknown) {
    if (value === undefined || (FORMAT_IDS as readonly unknown[]).includes(value)) return true;
    const areaCm2 =
      typeof value === 'object' && value !== null && Object.keys(value).join() === 'areaCm2'
        ? (value as { areaCm2: unknown }).areaCm2
        : null;
    if (typeof areaCm2 === 'number' && areaCm2 > 0 && areaCm2 <= 100_000) return true;
    return this.createError({ type: 'not-one-of', message: `format must be one of ${FORMAT_IDS.join(', ')}, or { "areaCm2": 400 }.` });
  })
  .required();

const films = array(closed({ format, count: number().integer().min(1).max(1000) }).required());

/** A step of a way: one that is there, changed, or one set in before or after another. */
const wayStep = closed({
  id: id().required(),
  leaveOut: boolean(),
  after: id(),
  before: id(),
  water: string().oneOf(BARE_STEPS),
  bottle: mixed(),
  ...saidShapes,
});

const habits = closed(habitShapes);

const request = (fields: Record<string, AnySchema>) => object(fields).exact().label('a request object').required();

export const planRequest = request({
  kit,
  batch: closed({ volumeMl: millilitres(), rollsDone: number().min(0).max(100_000), mixedOn: isoDate() }),
  on: isoDate(),
  tank: closed({
    method: string().oneOf(TANK_METHODS),
    volumeMl: millilitres(),
    volumeByLoad: array(closed({ upTo: number().moreThan(0).max(1).required(), ml: millilitres().required() }).required())
      .min(1)
      .max(20),
    holds: numbersByName(0, 60, FORMAT_FAMILIES),
    fillS: seconds(),
    drainS: seconds(),
  }),
  tapLitresPerMin: number().moreThan(0).max(100),
  steps: array(wayStep.required()).max(100),
  rolls: films.min(1).max(1000).required(),
  pushStops: stops(),
  treatment: string().oneOf(TREATMENTS),
  temperaturesC: numbersByName(0, 100),
  habits,
  heat: closed({
    startC: tempC(),
    heatJK: number().min(0).max(1_000_000),
    roomC: tempC().required(),
    stands: string().oneOf(TANK_PLACES),
    machineC: tempC(),
    bathC: tempC(),
    coolingPerMin: number().min(0).max(10),
    school: string().oneOf(HEAT_SCHOOLS),
    material: string().oneOf(TANK_MATERIALS),
  }),
  ownS: numbersByName(-86_400, 86_400),
});

export const driftRequest = request({
  kit,
  bath: id().required(),
  nominalS: seconds().required(),
  plannedS: seconds(),
  readings: array(closed({ atS: number().min(-86_400).max(864_000).required(), c: tempC().required() }).required())
    .min(1)
    .max(10_000)
    .required(),
  tank: closed({ coolingPerMin: number().min(0).max(10).required(), surroundC: tempC().required() }),
  pouredC: tempC(),
  endedS: seconds(),
});

const ENTRY_KINDS = ['carried-over', 'run', 'topped-up', 'poured-away', 'measured', 'incident', 'test', 'emptied'] as const;
const rolls = () => number().min(0).max(100_000);
const ml = () => number().min(0).max(1_000_000);

/** One entry of a bottle's ledger; what its kind needs is asked for by `shelf` itself. */
const entry = closed({
  kind: string().oneOf(ENTRY_KINDS).required(),
  on: isoDate().required(),
  bottle: id(),
  rolls: rolls(),
  drawnMl: ml(),
  returned: boolean(),
  ml: ml(),
  days: number().min(0).max(36_500),
  what: string().oneOf([...INCIDENTS, ...TEST_RESULTS]),
  result: string().oneOf(TEST_RESULTS),
});

export const shelfRequest = request({
  kit,
  batch: closed({ volumeMl: millilitres(), mixedOn: isoDate().required() }).required(),
  on: isoDate(),
  entries: array(entry.required()).max(100_000),
  tank: closed({ volumeMl: millilitres().required() }),
  pace: closed({ rolls: rolls().required(), weeks: number().min(0.01).max(10_000).required() }),
  oneShot: boolean(),
});

export const effectRequest = request({
  plan: mixed().required(),
  bottles: array(closed({ id: id().required(), bath: id().required(), mlLeft: ml().required() }).required())
    .max(100)
    .required(),
  oneShot: boolean(),
  repeats: numbersByName(0, 100),
});

export const warmupRequest = request({
  bath: closed({
    litres: number().min(0.5).max(2000).required(),
    startC: tempC().required(),
    setC: tempC(),
    heaterW: number().min(0).max(6000),
    ambientC: tempC().required(),
    lidded: boolean(),
  }).required(),
  bottles: array(
    closed({
      id: id().required(),
      ml: bottleMl().required(),
      material: string().oneOf(BOTTLE_MATERIALS).required(),
      startC: tempC().required(),
      lowC: tempC().required(),
      highC: tempC().required(),
    }).required(),
  )
    .min(1)
    .max(20)
    .required(),
  horizonS: number().min(1).max(86_400),
});

export const pourRequest = request({
  kit: kit.optional(),
  bath: id(),
  nominalS: seconds(),
  plannedS: number().moreThan(0).max(864_000),
  solutionMl: millilitres().required(),
  solutionC: tempC(),
  tank: closed({
    heatJK: number().min(0).max(1_000_000).required(),
    startC: tempC().required(),
    coolingPerMin: number().min(0).max(10),
    surroundC: tempC(),
  }).required(),
});

export const mixRequest = request({
  totalMl: millilitres().required(),
  hotC: tempC().required(),
  coldC: tempC().required(),
  targetC: tempC().required(),
});

export const refreshRequest = request({
  litres: number().moreThan(0).max(2000).required(),
  c: tempC().required(),
  goalC: tempC().required(),
  hotC: tempC().required(),
});

export const packRequest = request({
  rolls: array(
    closed({
      id: id().required(),
      format,
      process: string().oneOf(PROCESSES).required(),
      pushStops: stops(),
      treatment: string().oneOf(TREATMENTS),
      keeper: boolean(),
      count: number().integer().min(1).max(1000),
    }).required(),
  )
    .max(1000)
    .required(),
  tanks: array(closed({ id: id().required(), holds: numbersByName(0, 60, FORMAT_FAMILIES).required(), volumeMl: millilitres() }).required())
    .min(1)
    .max(50)
    .required(),
  batches: array(
    closed({ process: string().oneOf(PROCESSES).required(), rollsLeft: number().min(0).max(100_000).required() }).required(),
  ).max(100),
});

const pixels = (least: number) => number().integer().min(least).max(100_000).required();
const rectangle = () => closed({ x: pixels(0), y: pixels(0), w: pixels(1), h: pixels(1) }).required();

/** `srgb`, `linear`, or the gamma a scan was saved with. */
const encoding = mixed().test('encoding', function (value: unknown) {
  if (value === undefined || value === 'srgb' || value === 'linear') return true;
  const gamma =
    typeof value === 'object' && value !== null && Object.keys(value).join() === 'gamma' ? (value as { gamma: unknown }).gamma : null;
  if (typeof gamma === 'number' && gamma >= 0.5 && gamma <= 4) return true;
  return this.createError({ message: 'encoding must be "srgb", "linear" or { "gamma": 0.5 to 4 }.' });
});

export const densityRequest = request({
  file: string().min(1).max(4096).required(),
  encoding,
  light: rectangle(),
  base: rectangle(),
  leader: rectangle(),
});

export const chartRequest = request({
  points: array(closed({ value: number().min(-1e9).max(1e9).required(), good: boolean() }).required())
    .max(100_000)
    .required(),
});

const positive = (most: number) => number().moreThan(0).max(most);

export const answerRequest = request({
  strips: array(closed({ dose: positive(100).required(), range: number().min(-10).max(10).required() }).required())
    .max(100_000)
    .required(),
  range: number().min(-10).max(10).required(),
  dose: positive(100),
  seconds: positive(864_000).required(),
});

const share = () => number().min(0).max(100);

export const judgeRequest = request({
  inspection: closed({
    edge: string().oneOf(EDGES),
    frames: string().oneOf(FRAMES),
    colour: string().oneOf(COLOURS),
    slides: string().oneOf(SLIDES),
    marks: array(string().oneOf(MARKS).required()).max(MARKS.length),
    others: string().oneOf(OTHERS),
    wet: boolean(),
  }).required(),
  run: closed({
    process: string().oneOf(PROCESSES),
    treatment: string().oneOf(TREATMENTS),
    doseShare: share(),
    pushStops: stops(),
    rollNumber: rolls(),
    capacityRolls: rolls(),
    ageDays: number().min(0).max(36_500),
    keepsDays: number().min(0).max(36_500),
    rinse: boolean(),
    incidents: array(string().min(1).max(200).required()).max(100),
    standing: string().oneOf(['good', 'doubtful', 'spent']),
    washShare: share(),
    bleachShare: share(),
    fixShare: share(),
    lateS: number().min(-86_400).max(864_000),
    missedBeats: number().min(0).max(100_000),
    jumpC: number().min(0).max(200),
    expiredYears: number().min(0).max(200),
    developerMeanC: tempC(),
    developerPlannedC: tempC(),
    colourDoseShare: share(),
    agitation: string().oneOf(['less', 'as-asked', 'more']),
    solutionShare: share(),
    strengthShare: share(),
    rangeFalling: boolean(),
  }),
});
