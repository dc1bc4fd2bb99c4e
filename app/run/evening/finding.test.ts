import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun } from '../acts/a-done-run.fixture.ts';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { addBatch } from '../../server/shelf/batches.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { action as rollAction } from '../../rolls/roll.tsx';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { loader as compareLoader } from '../../logbook/runs/past/compare.tsx';
import { loader as listLoader } from '../../logbook/list/list.tsx';
import { action as lessonsAction } from '../../logbook/lessons/lessons.tsx';
import { action as lookAction } from '../../logbook/inspection/look.tsx';
import { action as runAction } from '../../logbook/runs/run.tsx';
import { loader as pageLoader } from '../../logbook/runs/page-to-send.tsx';
import { loader as trendsLoader } from '../../logbook/runs/past/trends.tsx';
import { loader as yearLoader } from '../../logbook/runs/past/year.tsx';

const list = (query: string) => load(listLoader, `/logbook?${query}`) as ReturnType<typeof listLoader>;
const found = (query: string) => list(query).runs.map(({ id }) => id);

beforeAll(async () => {
  writeSetting('zone', { zone: 'Pacific/Auckland' });
  storeTank('steel');
  storeTank('plastic', 3);
  storeBatch('b', 0);
  addBatch(
    {
      id: 'cine',
      kitId: 'house-ecn2-home',
      name: 'Reedbed 1',
      volumeMl: 1000,
      mixedOn: '2026-11-20',
      priceCents: null,
      rollsDone: 0,
      note: '',
    },
    1,
  );
  // 19:00 UTC is the next morning in Auckland.
  storeDoneRun('kiln', {
    batchId: 'b',
    tankId: 'steel',
    on: '2026-09-30',
    rolls: [{ id: 'k', name: 'Öffnen des Ofens', place: 'yard' }],
    notes: ['Lid was loose.'],
  });
  storeDoneRun('ferry', { batchId: 'b', tankId: 'plastic', on: '2026-10-12', rolls: [{ id: 'f', name: 'Ferry ropes', film: 'Tern 400' }] });
  storeDoneRun('reel', {
    batchId: 'cine',
    tankId: 'steel',
    on: '2026-10-12',
    rolls: [{ id: 'c', name: 'Crossing', film: 'Ferryman 250' }],
    readings: [[20, 37]],
  });
  await post(lookAction, { edge: 'normal', frames: 'thin' }, { runId: 'ferry' });
  await post(
    lookAction,
    { edge: 'normal', frames: 'normal', colour: 'right', marks: 'none', note: 'Sharp to the corners.' },
    { runId: 'kiln' },
  );
  await post(lessonsAction, { intent: 'keep', run: 'ferry', text: 'Meter for the lamps.', about: 'tank:plastic', at: 'planning' });
  await post(runAction, { verdict: 'Quite thin, sadly.' }, { runId: 'ferry' });
});

test.each([
  ['q=ferry+ropes', ['ferry']],
  ['q=FERR', ['reel', 'ferry']],
  ['q=offnen', ['kiln']],
  ['q=tern+lamps', ['ferry']],
  ['q=lid', ['kiln']],
  ['q=sadly', ['ferry']],
  ['q=corners', ['kiln']],
  ['q=little+light', ['ferry']],
  ['q=nothing+at+all', []],
  ['q=%22%27*()%3A-', []],
  ['process=ECN-2', ['reel']],
  ['kit=house-c41-three-bath', ['ferry', 'kiln']],
  ['tank=plastic', ['ferry']],
  ['batch=cine', ['reel']],
  ['verdict=exposure', ['ferry']],
  ['verdict=nothing-wrong', ['kiln']],
  ['verdict=unseen', ['reel']],
  ['q=ropes&tank=steel', []],
  ['month=2026-10', ['reel', 'ferry', 'kiln']],
  ['month=2026-09', []],
  ['day=2026-10-13', ['reel', 'ferry']],
  ['month=2026-13&process=moon', []],
])('%s finds %j', (query, ids) => {
  expect(found(query).sort()).toEqual([...ids].sort());
});

test('whatever is typed is searched for, and never breaks the page', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'binary', maxLength: 60 }),
      fc.constantFrom('q', 'month', 'day', 'verdict', 'tank', 'page'),
      (typed, name) => {
        const { runs, total } = list(new URLSearchParams([[name, typed]]).toString());
        expect(runs.length <= total || total === 0).toBe(true);
      },
    ),
    { numRuns: 200 },
  );
  for (const syntax of ['names: ferry', 'ferry OR crossing', 'NEAR(a b)', '"ferry', 'fer*', '^ferry', 'ferry AND NOT x'])
    expect(() => list(new URLSearchParams({ q: syntax }).toString())).not.toThrow();
});

test('a roll that is called otherwise is found by its new name', async () => {
  const { format, count, boxSpeed, exposedSpeed } = { format: '135-36', count: '1', boxSpeed: '200', exposedSpeed: '200' };
  const renamed = {
    name: 'Opening the kiln',
    film: 'Fennel 200',
    process: 'C-41',
    format,
    count,
    boxSpeed,
    exposedSpeed,
    treatment: 'normal',
  };
  expect((await post(rollAction, renamed, { rollId: 'k' })).errors).toEqual({});
  expect([found('q=opening'), found('q=offnen')]).toEqual([['kiln'], []]);
});

test('the year is drawn in the person’s zone: what ended in the evening of the 30th there was the 1st', () => {
  const year = load(yearLoader, '/logbook/year?year=2026') as ReturnType<typeof yearLoader>;
  expect(Object.keys(year.days).sort()).toEqual(['2026-10-01', '2026-10-13']);
  expect(year.days['2026-10-13']).toMatchObject({ runs: expect.arrayContaining(['ferry', 'reel']) as string[], verdict: 'exposure' });
  expect([year.months[1]?.days, year.months[9]?.startsOn, year.runs]).toEqual([28, 3, 3]);
  for (const nonsense of ['banana', '-5', '1e9', '2026.5'])
    expect((load(yearLoader, `/logbook/year?year=${nonsense}`) as ReturnType<typeof yearLoader>).months).toHaveLength(12);
});

test('two runs are laid side by side with what differed; nobody and a live one are no run to compare', () => {
  const compared = load(compareLoader, '/logbook/compare?a=kiln&b=ferry') as ReturnType<typeof compareLoader>;
  expect(compared.differences.filter(({ differs }) => differs).map(({ what }) => what)).toEqual(
    expect.arrayContaining(['Tank', 'Up to roll']),
  );
  expect([compared.a?.judged, compared.b?.judged]).toEqual([
    'Nothing is wrong with it',
    expect.stringMatching(/^It was the exposure.*too little light$/) as string,
  ]);
  expect((load(compareLoader, '/logbook/compare?a=kiln&b=nobody') as ReturnType<typeof compareLoader>).b).toBeNull();
});

test('trends hold every run in its order, by batch, and what was not read is not drawn', () => {
  const trends = (query: string) => load(trendsLoader, `/logbook/trends${query}`) as ReturnType<typeof trendsLoader>;
  expect(trends('').points.map(({ id }) => id)).toEqual(['kiln', 'ferry', 'reel']);
  expect(trends('?batch=cine').points).toMatchObject([{ id: 'reel', offC: expect.any(Number) as number }]);
  expect(trends('?batch=b').points.map(({ offC }) => offC)).toEqual([null, null]);
});

test('a run as one page needs nothing beside it, and a name of markup is a name', async () => {
  storeDoneRun('odd', {
    batchId: 'b',
    tankId: 'steel',
    on: '2026-10-20',
    rolls: [{ id: 'o', name: '<script>alert(1)</script>' }],
    notes: ['<img src=x onerror=alert(2)>'],
  });
  const page = await (load(pageLoader, '/', { runId: 'odd' }) as Response).text();
  expect(page).not.toMatch(/<script|<img|https?:\/\/(?!www\.w3)/);
  expect(page).toContain('&lt;script&gt;');
  const judged = await (load(pageLoader, '/', { runId: 'ferry' }) as Response).text();
  expect(judged).toMatch(/It was the exposure.*The film got too little light.*Meter for the lamps/s);
  expect(load(pageLoader, '/', { runId: 'nobody' })).toBe(404);
});
