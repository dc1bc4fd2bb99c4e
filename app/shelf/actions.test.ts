import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { listBatches } from '../server/shelf/batches.server.ts';
import { findKit, listKits } from '../server/shelf/kits.server.ts';
import { writeSetting } from '../server/settings.server.ts';
import { listTanks } from '../server/shelf/tanks.server.ts';
import { listThermometers } from '../server/shelf/thermometers.server.ts';
import { load, post } from '../ui/forms/posting.fixture.ts';
import { action as batchAction, loader as batchLoader } from './bottles/batch.tsx';
import { action as documentAction } from './kits/kit-as-document.tsx';
import { loader as fileLoader } from './kits/kit-file.ts';
import { action as leafletAction, loader as leafletLoader } from './kits/kit-leaflet.tsx';
import { action as kitAction } from './kits/kit.tsx';
import { action as mixAction, loader as mixLoader } from './mixing/mix-batch.tsx';
import { action as shelfAction, loader as shelfLoader } from './board/shelf.tsx';
import { action as tankAction } from './tanks/tank.tsx';
import { action as thermometerAction } from './thermometers/thermometer.tsx';

const shelf = () => load(shelfLoader, '/shelf') as ReturnType<typeof shelfLoader>;
const BATCH = {
  kitId: 'house-c41-three-bath',
  name: 'Kiln Lane 1',
  volumeMl: '500',
  mixedOn: '2026-11-09',
  rollsDone: '',
  price: '17,25',
  note: '',
};

test('a batch is mixed, shown with its life, changed, put away and taken back', async () => {
  const mixed = await post(mixAction, BATCH);
  const id = mixed.to?.split('/').at(-1) ?? '';
  expect(listBatches()).toMatchObject([{ id, name: 'Kiln Lane 1', volumeMl: 500, rollsDone: 0, priceCents: 1725 }]);
  // Half a kit is good for half its rolls.
  expect(shelf().batches).toMatchObject([{ capacity: 6, left: 6 }]);
  expect(load(batchLoader, '/', { batchId: id })).toMatchObject({ left: 6, cost: '2.88', history: [] });
  // The next one of the kit is the second, whatever became of the first.
  expect(mixLoader({ request: new Request('http://s/?kit=house-c41-three-bath') } as never).defaults.name).toMatch(/ 2$/);

  // What is written down is corrected without a word of rolls: an old page would write its old count over newer runs.
  await post(batchAction, { intent: 'count', counted: '2.67', reason: 'A page of the notebook.', once: 'counted-anew-1' }, { batchId: id });
  await post(batchAction, { ...BATCH, rollsDone: '', volumeMl: '17.6 fl oz' }, { batchId: id });
  expect(listBatches()).toMatchObject([{ rollsDone: 2.67, volumeMl: 520.5 }]);
  await post(batchAction, { intent: 'count', counted: '2.67', reason: 'Posted twice.', once: 'counted-anew-1' }, { batchId: id });
  expect(load(batchLoader, '/', { batchId: id })).toMatchObject({ history: [{ says: 'Corrected: 2.67 rolls more.' }] });
  const refused = await post(batchAction, { intent: 'count', counted: '', reason: '' }, { batchId: id });
  expect((refused.data as { reply: { error: object } }).reply.error).toMatchObject({
    counted: [/./],
    reason: [expect.stringContaining('Say why')],
  });
  const away = await post(batchAction, { intent: 'retire' }, { batchId: id });
  expect([shelf().batches, shelf().retired.length]).toEqual([[], 1]);
  await post(shelfAction, { away: new URL(`http://s${away.to}`).searchParams.get('away') ?? '' });
  expect(shelf().batches).toHaveLength(1);
});

test.each([
  ['volumeMl', 'a cup', 'from 50 ml to 20000 ml'],
  ['volumeMl', '5', 'from 50 ml to 20000 ml'],
  ['mixedOn', '2026-02-31', 'A date such as'],
  ['mixedOn', 'last week', 'A date such as'],
  ['rollsDone', '-1', 'from 0 to 999'],
  ['price', 'cheap', 'A price is a number'],
  ['name', '  ', 'Give the batch a name'],
])('a batch whose %s is “%s” is refused at that field, and nothing is stored', async (field, typed, said) => {
  const before = listBatches().length;
  const refused = await post(mixAction, { ...BATCH, [field]: typed });
  expect(refused.to).toBeNull();
  expect(refused.errors[field]?.join(' ')).toContain(said);
  // What was typed goes back to its field.
  if (typed.trim()) expect(refused.data.initialValue[field]).toBe(typed);
  expect(listBatches()).toHaveLength(before);
});

test('a kit typed in as documents and as leaflets, kept beside the shipped one, put away and taken back', async () => {
  const shipped = listKits().length;
  const { kit } = findKit('house-e6-three-bath') ?? {};
  expect((await post(documentAction, { document: '{"format":' })).data.errors).toMatchObject([{ code: 'not-json', path: '$' }]);
  expect((await post(documentAction, { document: JSON.stringify(kit) })).data.errors).toMatchObject([{ code: 'reserved', path: '$.id' }]);
  expect(
    (await post(documentAction, { document: JSON.stringify({ ...kit, id: 'mine', makesMl: -1, process: 'K' }) })).data.errors,
  ).toHaveLength(2);
  expect((await post(documentAction, { document: JSON.stringify({ ...kit, id: 'mine' }) })).to).toBe('/shelf/kits/mine');
  expect(listKits()).toHaveLength(shipped + 1);
  // Saved as a file and read in again it is the same kit; the byte-order mark some editors leave does no harm.
  const file = await (load(fileLoader, '/', { kitId: 'mine' }) as Response).text();
  const read = await post(documentAction, {
    document: 'not this',
    file: new File([`\uFEFF${file.replace('"mine"', '"again"')}`], 'mine.kit.json'),
  });
  expect(read.to).toBe('/shelf/kits/again');
  expect(findKit('again')?.kit).toEqual({ ...kit, id: 'again' });
  expect(await post(kitAction, {}, { kitId: 'mine' })).toMatchObject({ to: '/shelf?away=kit:mine' });
  expect(load(leafletLoader, '/', { kitId: 'mine' })).toBe(404);
  await post(shelfAction, { away: 'kit:mine' });
  expect(load(leafletLoader, '/', { kitId: 'mine' })).toMatchObject({ shipped: false, of: kit?.name });
  // A shipped kit cannot be put away, whatever is posted.
  await post(kitAction, {}, { kitId: 'house-e6-three-bath' });
  expect(findKit('house-e6-three-bath')).not.toBeNull();

  const leaflet = (change: object = {}) => ({
    name: 'Two baths',
    process: 'C-41',
    makes: '1 l',
    bottles: 'developer,bleach-fix',
    '0.time': '3:15',
    '0.temp': '100.4',
    '1.time': '3:15',
    '1.temp': '100.4',
    ...change,
  });
  writeSetting('units', { temperature: 'F', volume: 'ml' });
  const wrong = await post(leafletAction, leaflet({ '0.more': '90 2:00' }), { kitId: 'house-c41-three-bath' });
  expect(Object.keys(wrong.data.faults as object)).toEqual(['0.more']);
  expect((await post(leafletAction, leaflet(), { kitId: 'house-c41-three-bath' })).to).toBe('/shelf/kits/two-baths');
  expect((await post(leafletAction, { ...leaflet(), keep: 'new' }, { kitId: 'two-baths' })).to).toBe('/shelf/kits/two-baths-2');
  writeSetting('units', {});
  // Typed in °F and with nothing else said, it is a half-known kit that still plans.
  expect(findKit('two-baths')?.kit.baths.map((each) => [each.nominalC, each.time.points, each.push, each.exhaustion, each.mix])).toEqual([
    [38, [{ c: 38, s: 195 }], undefined, undefined, undefined],
    [38, [{ c: 38, s: 195 }], undefined, undefined, undefined],
  ]);
});

test('a tank that holds nothing is refused; a thermometer is set right by the one that is trusted', async () => {
  const tank = { name: 'Steel', method: 'inversion', volumeMl: '0.52 l', fillS: '8', drainS: '12', p135: '' };
  expect((await post(tankAction, tank, { tankId: 'new' })).errors['p135']?.[0]).toContain('holds nothing');
  expect((await post(tankAction, { ...tank, p135: '2', p120: '1' }, { tankId: 'new' })).to).toBe('/shelf');
  const drum = { ...tank, method: 'rotary', p135: '2', volumeOneMl: '290', stands: 'machine' };
  expect((await post(tankAction, drum, { tankId: 'new' })).errors['machine']?.[0]).toContain('What the machine holds');
  expect((await post(tankAction, { ...drum, machine: '38', volumeOneMl: '600' }, { tankId: 'new' })).errors['volumeOneMl']?.[0]).toContain(
    'takes less',
  );
  expect((await post(tankAction, { ...drum, machine: '38' }, { tankId: 'new' })).to).toBe('/shelf');
  expect(listTanks()).toMatchObject([
    { volumeMl: 520, holds: { '135': 2, '120': 1 }, reelSets: 1, heatJK: null, volumeOneMl: null, stands: null },
    { volumeMl: 520, holds: { '135': 2 }, volumeOneMl: 290, stands: 'machine', machineC: 38 },
  ]);

  const compared = { name: 'Stem', shownC: '38,3', trueC: '38.0' };
  expect((await post(thermometerAction, { ...compared, shownC: '44' }, { thermometerId: 'new' })).errors['shownC']?.[0]).toContain(
    'misread',
  );
  await post(thermometerAction, compared, { thermometerId: 'new' });
  expect(listThermometers()).toMatchObject([{ name: 'Stem', offsetC: 0.3 }]);
});
