import fc from 'fast-check';
import { houseKit } from '../kit/a-kit.fixture.ts';
import type { RunEvent } from '../run/acts/event.ts';
import { housePlan } from '../run/plan/a-run-plan.fixture.ts';
import { foldRun } from '../run/state/state.ts';
import { judge } from './judge.ts';
import { factsOfRun, type RunRecord } from './run-facts.ts';

const plan = { ...housePlan(), tank: { ...housePlan().tank, volumeMl: 520 } };
const bottle = { bath: 'developer', mixedOn: '2026-11-01', goodUntil: '2026-12-06', standing: 'good' as const, mlLeft: 900, rollsDone: 6 };

interface Happened {
  readonly shares?: Readonly<Record<string, number>>;
  readonly skips?: readonly string[];
  readonly readings?: Readonly<Record<string, readonly (readonly [number, number])[]>>;
  /** Seconds more than planned between a bath and the next. */
  readonly lateAfter?: Readonly<Record<string, number>>;
  /** The run broke off after so many baths. */
  readonly only?: number;
}

function record(happened: Happened = {}, change: Partial<RunRecord> = {}): RunRecord {
  let atMs = 1_800_000_000_000;
  const events: RunEvent[] = [];
  const happens = (body: object) => events.push({ id: `event-${events.length}`, atMs, ...body } as RunEvent);
  for (const step of plan.steps.slice(0, happened.only ?? plan.steps.length)) {
    if (happened.skips?.includes(step.bath)) {
      happens({ kind: 'skipped', step: step.id });
      continue;
    }
    const startMs = atMs;
    happens({ kind: 'poured', step: step.id });
    for (const [atS, c] of happened.readings?.[step.bath] ?? []) {
      atMs = startMs + atS * 1000;
      happens({ kind: 'reading', c, shownC: c, thermometer: null });
    }
    atMs = startMs + Math.round(step.seconds * (happened.shares?.[step.bath] ?? 1) * 1000);
    happens({ kind: 'step-ended', step: step.id });
    atMs += (plan.changeoverS + (happened.lateAfter?.[step.bath] ?? 0)) * 1000;
  }
  return {
    plan,
    state: foldRun(plan, events),
    kit: houseKit(),
    capacityRolls: 12,
    bottles: [bottle],
    incidents: [],
    on: '2026-11-25',
    expiredYear: null,
    rangeFalling: null,
    ...change,
  };
}

test('a run in order: on its dose, its roll of its capacity, its age of its days, rinsed, and nothing that nobody measured', () => {
  const facts = factsOfRun(record());
  expect(facts).toMatchObject({
    process: 'C-41',
    doseShare: expect.closeTo(1, 2) as number,
    rollNumber: 8,
    capacityRolls: 12,
    ageDays: 24,
    keepsDays: 35,
    standing: 'good',
    incidents: [],
    rinse: true,
    washShare: 1,
    lateS: 0,
    agitation: 'as-asked',
  });
  for (const unknown of ['developerMeanC', 'colourDoseShare', 'expiredYears', 'rangeFalling', 'missedBeats'])
    expect(facts).not.toHaveProperty(unknown);
  expect(facts.solutionShare).toBeCloseTo(900 / 520, 6);
});

test.each<[string, Happened, Partial<RunRecord>, object]>([
  [
    'a bleach-fix that came out at half of its time',
    { shares: { 'bleach-fix': 0.5 } },
    {},
    { bleachShare: expect.closeTo(0.5, 2) as number, fixShare: expect.closeTo(0.5, 2) as number },
  ],
  ['a wash cut short', { shares: { wash: 0.4 } }, {}, { washShare: expect.closeTo(0.4, 2) as number }],
  ['the rinse left out', { skips: ['rinse'] }, {}, { rinse: false }],
  ['the bath after the developer poured late', { lateAfter: { developer: 40 } }, {}, { lateS: 40 }],
  [
    'a developer read cold',
    {
      readings: {
        developer: [
          [10, 36.5],
          [150, 36.5],
        ],
      },
    },
    {},
    { developerMeanC: expect.closeTo(36.5, 1) as number, developerPlannedC: 38 },
  ],
  ['baths far apart', { readings: { developer: [[10, 38]], rinse: [[5, 24]] } }, {}, { jumpC: expect.closeTo(14, 6) as number }],
  ['film long past its date', {}, { expiredYear: 2010 }, { expiredYears: 16 }],
  ['film of next year', {}, { expiredYear: 2027 }, { expiredYears: 0 }],
  ['a chart that falls', {}, { rangeFalling: true }, { rangeFalling: true }],
  [
    'a bottle that something got into',
    {},
    { bottles: [{ ...bottle, standing: 'doubtful' }], incidents: ['water'] },
    { standing: 'doubtful', incidents: ['water'] },
  ],
  [
    'a leaflet that asks for more turns',
    {},
    { kit: { baths: houseKit().baths.map((bath) => ({ ...bath, agitation: { initialS: 10, everyS: 10 } })) } },
    { agitation: 'less' },
  ],
])('%s is remembered', (_, happened, change, facts) => {
  expect(factsOfRun(record(happened, change))).toMatchObject(facts);
});

test('a bottle that nobody knows any more says nothing: the plan has its roll, and nothing is made up', () => {
  const facts = factsOfRun(record({}, { bottles: [], kit: null, capacityRolls: null }));
  expect(facts.rollNumber).toBe(plan.rollNumber);
  for (const unknown of ['ageDays', 'keepsDays', 'standing', 'solutionShare', 'capacityRolls', 'agitation'])
    expect(facts).not.toHaveProperty(unknown);
  expect(factsOfRun(record({}, { plan: { ...plan, oneShot: true } }))).not.toHaveProperty('rollNumber');
});

test('a run that broke off, wherever, is judged without a word that is not true of it', () => {
  fc.assert(
    fc.property(fc.nat(plan.steps.length), fc.subarray(plan.steps.map(({ bath }) => bath)), (only, skips) => {
      const facts = factsOfRun(record({ only, skips }));
      const bathRan = (bath: string) => plan.steps.slice(0, only).some((step) => step.bath === bath) && !skips.includes(bath);
      expect('doseShare' in facts).toBe(bathRan('developer'));
      expect('bleachShare' in facts).toBe(bathRan('bleach-fix'));
      if (!bathRan('developer') || !bathRan('bleach-fix')) expect(facts).not.toHaveProperty('rinse');
      for (const cause of judge({ edge: 'thin', frames: 'thin', colour: 'cast', marks: ['milky'] }, facts).causes)
        for (const { message } of [...cause.for, ...cause.against]) expect(message).not.toMatch(/NaN|undefined|Infinity/);
    }),
  );
});
