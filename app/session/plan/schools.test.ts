import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { EMPTY_DRAFT, type Draft } from '../draft/draft.ts';
import { tonight, writeDraft } from '../draft/tonight.server.ts';
import { compareSchools, type School } from './schools.ts';

beforeAll(() => {
  storeTank('steel');
  storeBatch('lane', 4);
  for (const id of ['a', 'b']) storeRoll(id);
});
beforeEach(() => {
  writeDraft(EMPTY_DRAFT);
  writeSetting('habits', {});
});

function rows(draft: Partial<Draft> = {}) {
  writeDraft({ ...EMPTY_DRAFT, ...draft });
  const evening = tonight();
  const run = evening.evening.runs[0];
  const kit = evening.inUse[0]?.kit;
  if (!run || !kit) throw new Error('no run');
  const plan = run.plan.ok ? run.plan.value : null;
  const compared = compareSchools(run, evening, kit);
  return { plan, of: (school: School) => compared.find((row) => row.school === school), compared };
}
const developerS = (plan: ReturnType<typeof rows>['plan']) => plan?.steps.find(({ kind }) => kind === 'developer')?.seconds ?? null;

test('the school in use is the plan itself, whichever it is', () => {
  for (const wear of ['last', 'first'] as const) {
    const { plan, of } = rows({ wear });
    expect(of(wear)).toMatchObject({ inUse: true, developerS: developerS(plan), totalS: plan?.totalS });
  }
  for (const temperature of ['wait-longer', 'pour-warmer', 'warm-tank'] as const) {
    const { plan, of } = rows({ habits: { temperature } });
    expect(of(temperature)).toMatchObject({ inUse: true, developerS: developerS(plan), totalS: plan?.totalS });
  }
});

test('the last roll asks for longer than the first; waiting takes longer than pouring warmer, which pours warmer', () => {
  const { of } = rows();
  expect(of('last')?.developerS).toBeGreaterThan(of('first')?.developerS ?? NaN);
  expect(of('wait-longer')?.developerS).toBeGreaterThan(of('pour-warmer')?.developerS ?? NaN);
  expect(of('pour-warmer')?.pourC).toBeGreaterThan(of('wait-longer')?.pourC ?? NaN);
});

test('only what there is to choose is offered: no push schools without a push, no heat schools where heat is left out', () => {
  const names = (draft: Partial<Draft> = {}) => rows(draft).compared.map(({ school }) => school);
  expect(names()).toEqual(['last', 'first', 'wait-longer', 'pour-warmer', 'warm-tank']);
  expect(names({ habits: { temperature: 'ignore' } })).toEqual(['last', 'first']);
  expect(names({ pushStops: { a: 1, b: 1 } })).toEqual([
    'last',
    'first',
    'wait-longer',
    'pour-warmer',
    'warm-tank',
    'leaflet',
    'rule-of-thumb',
  ]);
});

test('an own margin and tonight’s temperature go into every school alike', () => {
  const plain = rows();
  const own = rows({ own: { lane: { developer: { by: 'seconds', amount: 20, reason: '' } } } });
  for (const school of ['last', 'first', 'pour-warmer'] as const)
    expect((own.of(school)?.developerS ?? NaN) - (plain.of(school)?.developerS ?? NaN)).toBe(20);
  const cool = rows({ temperaturesC: { lane: { developer: 37 } } });
  for (const school of ['last', 'first', 'wait-longer', 'pour-warmer', 'warm-tank'] as const)
    expect(cool.of(school)?.developerS ?? NaN).toBeGreaterThan(plain.of(school)?.developerS ?? NaN);
});
