import { mixRecipes } from '../chemistry/mixing/mixing.ts';
import { usualQuestion } from '../schedule/a-question.fixture.ts';
import { planRun } from '../schedule/plan.ts';
import type { Habits } from '../schedule/habits.ts';
import { houseKit } from './a-kit.fixture.ts';
import { readKit } from './kit-document.ts';
import { KIT_FORMAT, type Kit } from './kit.ts';
import { readSingleBath } from './single-bath.ts';

/** What the second version of the document adds (domain.md 4), as a kit would be typed that has all of it. */
const typed: Kit = {
  ...houseKit({
    agitation: { initialS: 30, everyS: 60, forS: 10 },
    exhaustion: {
      rule: 'ladder',
      rows: [
        { fromRoll: 1, s: 200 },
        { fromRoll: 5, s: 220 },
      ],
      lastRoll: 6,
    },
    mix: { waterMl: 700, parts: [{ name: 'Part A', packet: true }] },
  }),
  format: KIT_FORMAT,
  sequence: [
    'prewash',
    'developer',
    'rinse',
    'bleach-fix',
    { id: 'last-wash', water: 'wash', s: 300, c: 36, manner: 'changes', changes: 4 },
    'stabiliser',
  ],
};
const planned = (habits: Habits = {}, rollsDone = 0) => {
  const plan = planRun({ ...usualQuestion(), kit: typed, habits, batch: { volumeMl: 1000, rollsDone } });
  if (!plan.ok) throw new Error(plan.errors[0]?.message);
  return plan.value;
};

test('water that a kit times keeps its time and manner whatever the habit is, and a habit fills in what it leaves open', () => {
  expect(readKit(typed)).toEqual({ ok: true, value: typed });
  const washing: Habits = { washing: { kind: 'running', s: 180 }, afterDeveloper: 'rinse' };
  for (const habits of [{}, washing]) {
    const wash = planned(habits).steps.find(({ id }) => id === 'last-wash');
    expect(wash).toMatchObject({ bath: 'last-wash', seconds: 300, temperatureC: 36, manner: { manner: 'changes', changes: 4 } });
  }
  const open: Kit = { ...typed, sequence: typed.sequence.map((place) => (typeof place === 'string' ? place : { water: 'wash' as const })) };
  const plan = planRun({ ...usualQuestion(), kit: open, habits: washing });
  expect(plan.ok && plan.value.steps.find(({ kind }) => kind === 'wash')?.seconds).toBe(180);
});

test('seconds of agitation, a table that ends, a packet that is not halved', () => {
  expect(planned().steps[1]?.cues.find(({ kind }) => kind === 'agitate')?.label).toBe('Turn it over gently for 10 s');
  expect(planned({}, 5).warnings).toEqual([]);
  expect(planned({}, 6).warnings).toMatchObject([{ code: 'past-table', bath: 'developer' }]);
  const whole = mixRecipes(typed, 1000);
  expect(whole.ok && whole.value[0]?.parts).toEqual([{ name: 'Part A', amount: 1, unit: 'packet' }]);
  expect(mixRecipes(typed, 500)).toMatchObject({ ok: false, errors: [{ code: 'half-packet' }] });
});

test('faults of the new parts are told by path', () => {
  const paths = (change: object) => {
    const kit = readKit({ ...typed, ...change });
    return kit.ok ? [] : kit.errors.map(({ path }) => path);
  };
  expect(paths({ sequence: [...typed.sequence.slice(0, 4), { water: 'soup', fills: [0.5], c: 'warm' }, 'stabiliser'] })).toEqual(
    expect.arrayContaining(['$.sequence[4].water', '$.sequence[4].fills[0]', '$.sequence[4].c']),
  );
  expect(paths({ sequence: [...typed.sequence.slice(0, 4), 7, 'stabiliser'] })).toEqual(['$.sequence[4]']);
  expect(paths({ format: 'steady-reel/kit@3' })).toEqual(['$.format']);
});

test('a single bath is one bath of any process, and neither water nor developer', () => {
  const fixer = { id: 'fixer', kind: 'fixer', name: 'My fixer', nominalC: 20, time: { points: [{ c: 20, s: 300 }] } };
  const document = { format: KIT_FORMAT, id: 'my-fixer', name: 'My fixer', process: 'any', makesMl: 1000, baths: [fixer] };
  expect(readSingleBath(document)).toMatchObject({ ok: true, value: { id: 'my-fixer', bath: { kind: 'fixer' } } });
  const codes = (of: unknown) => {
    const read = readSingleBath(of);
    return read.ok ? [] : read.errors.map(({ path }) => path);
  };
  expect(codes({ ...document, baths: [{ ...fixer, kind: 'developer' }] })).toEqual(['$.baths[0].kind']);
  expect(codes({ ...document, baths: [] })).toEqual(['$.baths']);
  expect(codes({ ...document, process: 'C-41' })).toEqual(['$.process']);
  expect(codes('nothing-like-it')).toEqual(['$']);
  expect(readKit(document).ok).toBe(false);
});
