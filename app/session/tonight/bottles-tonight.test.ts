import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addDays, formatISO } from 'date-fns';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { shippedKit } from '../../../core/kit/shipped-kits.ts';
import { storeRoll, storeTank, throughBatch } from '../../server/shelf/a-shelf.fixture.ts';
import { addBatch, findBatch } from '../../server/shelf/batches.server.ts';
import { writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { saveKit } from '../../server/shelf/kits.server.ts';
import { bottlesOfRun } from '../../run/acts/bottles-of-run.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { EMPTY_DRAFT } from '../draft/draft.ts';
import { tonight, writeDraft } from '../draft/tonight.server.ts';
import { eveningPage } from '../evening/evening-page.server.ts';
import { eveningPlan } from '../evening/evening-plan.server.ts';
import { startTonight } from '../run-acts/replan.server.ts';

const KIT = 'house-c41-three-bath';
const daysAgo = (days: number) => formatISO(addDays(new Date(), -days), { representation: 'date' });
const bottleOf = (batchId: string, bath: string) => findBatch(batchId)?.bottles.find((bottle) => bottle.bath === bath);

beforeAll(() => {
  storeTank('steel');
  for (const id of ['a', 'b']) storeRoll(id, { keeper: id === 'b' });
});
beforeEach(() => writeDraft(EMPTY_DRAFT));

test('a batch that would grow old with rolls in it is offered before the fresh one, and why; a spoilt one is not', () => {
  const mixed = { kitId: KIT, volumeMl: 1000, priceCents: null, note: '' };
  addBatch({ ...mixed, id: 'ageing', name: 'Ageing', mixedOn: daysAgo(28), rollsDone: 6 }, 1);
  addBatch({ ...mixed, id: 'new', name: 'New', mixedOn: daysAgo(1), rollsDone: 0 }, 2);
  throughBatch('new', { on: today(), rolls: 1 });
  const page = () => {
    const evening = tonight();
    return eveningPage(evening, eveningPlan(evening, nowMs()), nowMs());
  };
  expect(page().inUse.map((batch) => batch.id)).toEqual(['new']);
  // A roll a day since today is a pace of one a week: seven days use one of the six that are left.
  expect(page().useFirst).toEqual([
    { instead: 'new', id: 'ageing', why: expect.stringMatching(/^Ageing is old on .* would lose 5 rolls; New keeps until/) as string },
  ]);
  const developer = bottleOf('ageing', 'developer');
  writeEntry({ batchId: 'ageing', atMs: 2, entry: { kind: 'incident', on: today(), bottle: developer?.id ?? '', what: 'damage' } });
  expect(page().useFirst).toEqual([]);
});

test('a bottle spoilt while the evening is planned is out of the proposal at once; tested, it is back', () => {
  expect(tonight().evening.runs).toHaveLength(1);
  const developer = bottleOf('new', 'developer')?.id ?? '';
  writeEntry({ batchId: 'new', atMs: 3, entry: { kind: 'incident', on: today(), bottle: developer, what: 'later-bath' } });
  // The other one is doubtful and may be poured: it takes over, and names the film that matters.
  expect(tonight().inUse.map((batch) => batch.id)).toEqual(['ageing']);
  const [run] = tonight().evening.runs;
  expect(run?.plan.ok && run.plan.value.warnings.map((warning) => warning.message).join(' ')).toContain(
    'Test it with a snip before Roll b.',
  );
  writeEntry({ batchId: 'new', atMs: 4, entry: { kind: 'test', on: today(), bottle: developer, result: 'passed' } });
  expect(tonight().inUse.map((batch) => batch.id)).toEqual(['new']);
});

test('bottles stand, and are named at the Bench, in the order of pouring, whatever the leaflet lists first', () => {
  const house = shippedKit(KIT);
  if (!house) throw new Error('no house kit');
  saveKit({ ...house, id: 'backwards', baths: [...house.baths].reverse() }, 1);
  addBatch(
    { id: 'backwards', kitId: 'backwards', name: 'Backwards', volumeMl: 1000, mixedOn: today(), priceCents: null, rollsDone: 0, note: '' },
    9,
  );
  expect(findBatch('backwards')?.bottles.map((bottle) => bottle.bath)).toEqual(['developer', 'bleach-fix', 'stabiliser']);
  writeDraft({ ...EMPTY_DRAFT, batchIds: ['backwards'] });
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const run = findRun(started.runId);
  if (!run) throw new Error('no run');
  expect(bottlesOfRun(run).map(({ place, name, code }) => [place, name, code])).toEqual(
    findBatch('backwards')?.bottles.map((bottle, i) => [i + 1, bottle.name, bottle.code]),
  );
});
