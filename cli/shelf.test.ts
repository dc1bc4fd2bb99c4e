import { COMMANDS } from './commands.ts';

const TODAY = { today: '2026-11-25' };
const ask = (request: object) => COMMANDS['shelf']?.(request, TODAY) ?? null;
const BATCH = { kit: 'house-c41-three-bath', batch: { volumeMl: 1000, mixedOn: '2026-11-09' }, on: '2026-11-25' };
interface Shelf {
  rollsDone: number;
  rollsLeft: number | null;
  runsLeft: number | null;
  bottles: { id: string; mlLeft: number; ageDays: number; goodUntil: string | null; standing: string; why: string[] }[];
  wornOn: string | null;
  oldOn: string | null;
  endsOn: string | null;
  rollsLost: number | null;
}
function told(more: object): Shelf {
  const answer = ask({ ...BATCH, ...more });
  if (!answer?.ok) throw new Error(JSON.stringify(answer));
  return answer.value as Shelf;
}
const run = (rolls: number, returned = true) => ({ kind: 'run', on: '2026-11-12', rolls, drawnMl: 520, returned });

test('a fresh batch: twelve rolls, a bottle of each bath, good until its mixing day and thirty-five days', () => {
  const shelf = told({ tank: { volumeMl: 520 }, pace: { rolls: 8, weeks: 8 } });
  expect(shelf).toMatchObject({
    rollsDone: 0,
    rollsLeft: 12,
    runsLeft: 12,
    wornOn: '2027-02-17',
    oldOn: '2026-12-14',
    endsOn: '2026-12-14',
  });
  expect(shelf.bottles.map(({ id, mlLeft, ageDays, standing }) => [id, mlLeft, ageDays, standing])).toEqual(
    ['developer', 'bleach-fix', 'stabiliser'].map((id) => [id, 1000, 16, 'good']),
  );
  // Nineteen days at a roll a week use 2.71 of the twelve.
  expect(shelf.rollsLost).toBeCloseTo(12 - 19 / 7, 2);
});

test('rolls and millilitres go with each run; one-shot nothing comes back', () => {
  const returned = told({ entries: [run(2), run(2)], tank: { volumeMl: 520 } });
  expect([returned.rollsDone, returned.rollsLeft, returned.bottles[0]?.mlLeft]).toEqual([4, 8, 1000 - 2 * 21]);
  const once = told({ entries: [run(2, false)], tank: { volumeMl: 520 }, oneShot: true });
  expect([once.bottles[0]?.mlLeft, once.runsLeft]).toEqual([480, 0]);
});

test.each<[object, string]>([
  [{ kind: 'incident', bottle: 'developer', what: 'later-bath', ml: 1 }, 'spent'],
  [{ kind: 'incident', bottle: 'developer', what: 'stop', ml: 5 }, 'doubtful'],
  [{ kind: 'incident', bottle: 'developer', what: 'stop', ml: 50 }, 'spent'],
  [{ kind: 'incident', bottle: 'developer', what: 'water', ml: 20 }, 'good'],
  [{ kind: 'incident', bottle: 'developer', what: 'water', ml: 100 }, 'doubtful'],
  [{ kind: 'incident', bottle: 'developer', what: 'damage' }, 'doubtful'],
])('%j leaves the developer %s, and a passed test takes it back', (entry, standing) => {
  const on = '2026-11-20';
  const developer = (entries: object[]) => told({ entries }).bottles.find(({ id }) => id === 'developer');
  expect(developer([{ ...entry, on }])?.standing).toBe(standing);
  if (standing !== 'good') expect(developer([{ ...entry, on }])?.why.length).toBeGreaterThan(0);
  expect(
    developer([
      { ...entry, on },
      { kind: 'test', on: '2026-11-21', bottle: 'developer', what: 'passed' },
    ])?.standing,
  ).toBe('good');
});

test('a single bath has its ledger like any bottle; what only a run of film could ask of it refuses it', () => {
  const bath = { id: 'fixer', kind: 'fixer', name: 'Fixer', nominalC: 20, time: { points: [{ c: 20, s: 240 }] }, keepsDays: 90 };
  const kit = { format: 'steady-reel/kit@2', id: 'fx', name: 'Fixer', process: 'any', makesMl: 1000, baths: [bath] };
  const asked = { ...BATCH, kit, batch: { volumeMl: 1000, mixedOn: '2026-11-01' } };
  const run = { kind: 'run', on: '2026-11-02', rolls: 2, drawnMl: 520, returned: true };
  expect(ask({ ...asked, entries: [run] })).toMatchObject({
    ok: true,
    value: { rollsDone: 2, rollsLeft: null, bottles: [{ id: 'fixer', mlLeft: 979, goodUntil: '2027-01-30' }] },
  });
  expect(ask({ ...asked, kit: { ...kit, baths: [{ ...bath, kind: 'developer' }] } })).toMatchObject({
    ok: false,
    errors: [{ path: '$.kit.baths[0].kind' }],
  });
});

test('a cap left off counts three times for a developer', () => {
  const until = (entries: object[]) => told({ entries }).bottles.map(({ goodUntil }) => goodUntil);
  const [developer, bleachFix] = until([{ kind: 'incident', on: '2026-11-20', bottle: 'developer', what: 'cap-off', days: 3 }]);
  expect([developer, bleachFix]).toEqual(['2026-12-08', until([])[1]]);
});

test('every fault of a ledger at once, each at its entry', () => {
  expect(ask({ ...BATCH, entries: [{ kind: 'danced', on: '2026-11-12' }] })).toMatchObject({
    ok: false,
    errors: [{ path: '$.entries[0].kind' }],
  });
  const shaped = ask({
    ...BATCH,
    entries: [
      { kind: 'run', on: '2026-11-12' },
      { kind: 'incident', on: '2026-11-12', bottle: 'bleach', what: 'passed' },
      { kind: 'measured', on: '2026-10-01', bottle: 'developer' },
    ],
  });
  expect(shaped && !shaped.ok && shaped.errors.map(({ path }) => path)).toEqual([
    '$.entries[0].rolls',
    '$.entries[1].bottle',
    '$.entries[1].what',
    '$.entries[2].on',
    '$.entries[2].ml',
  ]);
});
