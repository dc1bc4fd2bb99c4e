import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { addDays, formatISO } from 'date-fns';
import { METRIC } from '../../../../core/units/units.ts';
import { today } from '../../../server/database/clock.server.ts';
import { writeSetting } from '../../../server/settings.server.ts';
import { findBatch } from '../../../server/shelf/batches.server.ts';
import { findKit } from '../../../server/shelf/kits.server.ts';
import { load, post as postTo } from '../../../ui/forms/posting.fixture.ts';
import { readLeaflet } from '../../../ui/leaflet/read-leaflet.ts';
import type { Typed } from '../../../ui/leaflet/typed-fields.ts';
import { loader as shelfLoader } from '../../board/shelf.tsx';
import { loader as snipLoader } from '../../bottles/test/snip-test.tsx';
import { loader as labelsLoader } from '../../labels/labels.tsx';
import { action as mixAction } from '../../mixing/mix-batch.tsx';
import { action as documentAction } from '../kit-as-document.tsx';
import { loader as fileLoader } from '../kit-file.ts';
import { action, loader } from './type-in.tsx';

const ORDINARY = {
  name: 'Kiln Lane Quick',
  process: 'C-41',
  makes: '1 l',
  rolls: '12',
  bottles: 'developer,bleach-fix,stabiliser',
  '0.time': '3:25',
  '0.temp': '38.4',
  '1.time': '6:10',
  '1.temp': '36 to 40',
  '2.time': '1:10',
} as const;
const post = (fields: Typed) => postTo(action, fields);
const faultsOf = (change: Typed) => readLeaflet({ ...ORDINARY, ...change }, METRIC, 'x').faults;

test('the ordinary leaflet is nine figures, and on the shelf with nothing in it that is not its own', async () => {
  expect(await post(ORDINARY)).toMatchObject({ to: '/shelf/kits/kiln-lane-quick' });
  const kit = findKit('kiln-lane-quick')?.kit;
  expect(kit).toMatchObject({ makesMl: 1000, capacityRolls: 12, process: 'C-41' });
  expect(kit?.baths.map(({ nominalC, time }) => [nominalC, time.points[0]?.s])).toEqual([
    [38.4, 205],
    [38, 370],
    [20, 70],
  ]);
});

test('pressed twice it is one kit; another of the same name and other figures is another', async () => {
  const once = { ...ORDINARY, name: 'Pressed twice' };
  for (let i = 0; i < 2; i++) expect((await post(once)).to).toBe('/shelf/kits/pressed-twice');
  expect(findKit('pressed-twice-2')).toBeNull();
  expect((await post({ ...once, '0.time': '3:30' })).to).toBe('/shelf/kits/pressed-twice-2');
});

test('in °F and quarts it is the same leaflet', async () => {
  writeSetting('units', { temperature: 'F', volume: 'US fl oz' });
  const typed = { ...ORDINARY, name: 'Quart', makes: '1 qt', '0.temp': '100', '1.temp': '95-104' };
  expect(await post(typed)).toMatchObject({ to: '/shelf/kits/quart' });
  const kit = findKit('quart')?.kit;
  expect(kit?.makesMl).toBeCloseTo(946.4, 1);
  expect(kit?.baths[0]?.nominalC).toBeCloseTo(37.78, 2);
  expect(kit?.baths[1]?.range).toEqual({ lowC: 35, highC: 40 });
  writeSetting('units', {});
});

test('a table by roll, pushes as times and percent, seconds of agitation and a recipe of packets are read as they stand there', () => {
  const { said, faults } = readLeaflet(
    {
      ...ORDINARY,
      '0.time': '',
      '0.wear': 'table',
      '0.table': '1-3 3:20\nrolls 4 to 6: 3:40\n7-8 4:05',
      '0.push1': '4:30',
      '0.push2': '55 %',
      '0.pull': '0,8',
      '0.first': '30',
      '0.beat': '10 s every 60',
      '0.more': '30 8:10\n34 °C 5:10',
      '0.mix': 'water 700 ml at 40\nPart A 100 ml\nPart B packet\nPart C 12 g',
      '1.wear': 'add',
      '1.adds': '0:40',
      '1.every': '2',
      '2.keeps': '90',
    },
    METRIC,
    'x',
  );
  expect(faults).toEqual({});
  expect(said?.bottles[0]).toMatchObject({
    s: 200,
    more: [
      { c: 30, s: 490 },
      { c: 34, s: 310 },
    ],
    wear: {
      rule: 'ladder',
      rows: [
        { fromRoll: 1, s: 200 },
        { fromRoll: 4, s: 220 },
        { fromRoll: 7, s: 245 },
      ],
      lastRoll: 8,
    },
    push: {
      rule: 'table',
      factors: [
        { stops: -1, factor: 0.8 },
        { stops: 1, factor: 1.35 },
        { stops: 2, factor: 1.55 },
      ],
    },
    agitation: { initialS: 30, everyS: 60, forS: 10 },
    mix: {
      waterMl: 700,
      waterC: 40,
      parts: [
        { name: 'Part A', ml: 100 },
        { name: 'Part B', packet: true },
        { name: 'Part C', g: 12 },
      ],
    },
  });
  expect(said?.bottles[1]?.wear).toEqual({ rule: 'add', seconds: 40, everyRolls: 2 });
  expect(said?.bottles[2]?.keepsDays).toBe(90);
});

test.each<[string, Typed, string, RegExp]>([
  ['no name', { name: ' ' }, 'name', /on its box/],
  ['a time that may be two', { '1.time': '6' }, '1.time', /6:00 or 0:06\?/],
  ['a developer without a temperature', { '0.temp': '' }, '0.temp', /decides its time/],
  ['a range the wrong way round', { '1.temp': '40-36' }, '1.temp', /35-40/],
  ['a table that falls', { '0.wear': 'table', '0.table': '1-3 3:40\n4-6 3:20' }, '0.table', /later rolls take longer/],
  ['a table that begins late', { '0.wear': 'table', '0.table': '2-3 3:40' }, '0.table', /begins with roll 1/],
  ['a push under the box time', { '0.push1': '3:00' }, '0.push1', /longer than the time at box speed/],
  ['a row that is none', { '0.more': 'warm 3:00' }, '0.more', /30 8:10/],
  ['a part without an amount', { '0.mix': 'Part A' }, '0.mix', /Part A 100 ml/],
  ['forty packets', { '0.mix': Array.from({ length: 40 }, (_, i) => `P${i} packet`).join('\n') }, '0.mix', /in no box/],
  ['no bottle', { bottles: '' }, 'bottles', /in the order of pouring/],
  ['a beat that is none', { '0.first': '15', '0.beat': 'often' }, '0.beat', /4 every 30/],
])('%s is said at its field, in the leaflet’s words', (_, change, field, says) => {
  expect(faultsOf(change)[field]).toMatch(says);
});

test('what only the whole kit shows comes back to its field, and nothing typed is lost', async () => {
  const same = await post({ ...ORDINARY, '0.more': '38.4 3:00' });
  expect(same).toMatchObject({
    status: 422,
    data: { typed: { '0.more': '38.4 3:00' }, faults: { '0.more': expect.stringContaining('twice') as string } },
  });
  const early = await post({ ...ORDINARY, bottles: 'bleach-fix,developer,stabiliser' });
  expect(early.data.faults.bottles).toMatch(/before the last developer/);
  const full = await post({ ...ORDINARY, '0.mix': 'water 1200 ml\nPart A 100 ml' });
  expect(full.data.faults['0.mix']).toMatch(/more|together/);
});

test('without scripts a bottle is picked and taken back by the address, and what was typed comes with it', () => {
  const at = (query: string) => (load(loader, `/shelf/kits/new?${query}`) as { typed: Typed }).typed;
  expect(at('name=Box&bottles=developer&pick=bleach-fix')).toMatchObject({ name: 'Box', bottles: 'developer,bleach-fix' });
  expect(at('bottles=developer,stop,fixer&pick=-1')['bottles']).toBe('developer,fixer');
});

test('how it is mixed may come later, and is asked for in no other words', () => {
  expect(faultsOf({ '0.mix': 'later' })).toEqual({});
  expect(faultsOf({ '0.mix': 'Later.\nPart A' })['0.mix']).toMatch(/Part A 100 ml/);
});

test('a single bath is typed as one bottle, and mixed, labelled, aged, tested and emptied like any other', async () => {
  const typed = {
    name: 'Plain fixer',
    process: 'any',
    makes: '1 l',
    bottles: 'fixer',
    '0.time': '4:00',
    '0.temp': '18-24',
    '0.keeps': '90',
  };
  expect(await post({ ...typed, bottles: 'fixer,stop', '1.time': '0:30' })).toMatchObject({ status: 422 });
  expect(await post(typed)).toMatchObject({ to: '/shelf/kits/plain-fixer' });
  expect(findKit('plain-fixer')?.kit).toMatchObject({ process: 'any', sequence: [], baths: [{ id: 'fixer', nominalC: 21 }] });
  const batch = { kitId: 'plain-fixer', name: 'Fixer 1', volumeMl: '1000', mixedOn: today(), rollsDone: '', price: '', note: '' };
  const mixed = await postTo(mixAction, batch);
  const batchId = mixed.to?.split('/').at(-1) ?? '';
  const bottle = findBatch(batchId)?.bottles[0];
  expect(bottle).toMatchObject({
    kind: 'fixer',
    mlLeft: 1000,
    standing: 'good',
    goodUntil: formatISO(addDays(today(), 90), { representation: 'date' }),
  });
  const code = bottle?.code ?? '';
  expect(load(labelsLoader, `/shelf/labels?batch=${batchId}`)).toMatchObject({
    labels: [{ name: 'Fixer', process: 'single bath', code }],
  });
  expect(load(snipLoader, '/', { bottle: code })).toMatchObject({ tempC: 21, test: { wholeS: 240 } });
  const shelf = load(shelfLoader, '/shelf') as ReturnType<typeof shelfLoader>;
  expect(shelf.batches.find(({ id }) => id === batchId)).toMatchObject({ process: 'single bath', bottles: [{ code }] });
  expect(shelf.toDo.use.map(({ id }) => id)).not.toContain(batchId);
  // Saved as a file it is read in again, as a document of its own.
  const file = await (load(fileLoader, '/', { kitId: 'plain-fixer' }) as Response).text();
  expect(await postTo(documentAction, { document: file.replace('"plain-fixer"', '"again"') })).toMatchObject({ to: '/shelf/kits/again' });
  expect(findKit('again')?.kit).toEqual({ ...findKit('plain-fixer')?.kit, id: 'again' });
});
