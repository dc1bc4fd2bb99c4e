import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { isFormatId } from '../../core/film/format.ts';
import { rollEquivalents } from '../../core/film/roll-equivalents.ts';
import { shareOfLoad } from '../../core/packing/load.ts';
import { findRoll, listRolls, rollCounts, setRollState, type Roll } from '../server/rolls.server.ts';
import { load, post } from '../ui/forms/posting.fixture.ts';
import { action as addAction, loader as addLoader } from './add.tsx';
import { loader as exportLoader } from './export.ts';
import { action as importAction, loader as importLoader } from './import.tsx';
import { action as listAction, loader as listLoader } from './list.tsx';
import { action as rollAction } from './roll.tsx';
import { fieldsOfFormat } from './other-format.ts';

const ROLL = {
  name: 'Ferry firing 9',
  film: 'Fennel 200',
  process: 'C-41',
  format: '135-36',
  count: '1',
  boxSpeed: '200',
  exposedSpeed: '',
  treatment: 'normal',
};
const all = (): Roll[] => listRolls({ state: 'all', process: 'all', search: '', sort: 'name', limit: 200, offset: 0 }).rolls;
const named = (name: string): Roll => {
  const found = all().find((roll) => roll.name === name);
  if (!found) throw new Error(`no roll ${name}`);
  return found;
};

test('several alike are numbered on, and the next form repeats the last', async () => {
  const added = await post(addAction, { ...ROLL, alike: '3', then: 'another' });
  expect(all().map((roll) => roll.name)).toEqual(['Ferry firing 10', 'Ferry firing 11', 'Ferry firing 9']);
  expect(added.to).toContain('added=Ferry%20firing%209%20to%20Ferry%20firing%2011');
  expect(load(addLoader, added.to ?? '')).toMatchObject({ defaults: { name: 'Ferry firing 12', film: 'Fennel 200', exposedSpeed: 200 } });
  // Alike without a number in the name gets one.
  await post(addAction, { ...ROLL, name: 'Slipway', alike: '2' });
  expect(named('Slipway 2').boxSpeed).toBe(200);
});

test.each([
  ['process', 'K-14', 'The process is C-41, E-6 or ECN-2'],
  ['boxSpeed', 'fast', 'A film speed is a whole number'],
  ['treatment', 'cine-in-c41', 'for ECN-2 film'],
  ['treatment', 'cross-process', 'for E-6 slide film'],
  ['count', '0', 'from 1 to 40'],
  ['name', '', 'Give the roll a name'],
])('a roll whose %s is “%s” is refused there', async (field, typed, said) => {
  const before = all().length;
  const refused = await post(addAction, { ...ROLL, [field]: typed });
  expect(refused.errors[field]?.join(' ')).toContain(said);
  expect(all()).toHaveLength(before);
});

test('many are changed at once; a roll in a run keeps what its run was planned with', async () => {
  const ids = ['Ferry firing 9', 'Ferry firing 10'].map((name) => named(name).id);
  const [first = '', second = ''] = ids;
  setRollState(second, 'developing', null);
  await post(listAction, { rollIds: ids, change: 'push-1' });
  expect(ids.map((id) => findRoll(id)?.exposedSpeed)).toEqual([400, 200]);
  const deleted = await post(listAction, { rollIds: ids, change: 'delete' });
  expect([deleted.to, findRoll(first), findRoll(second)?.state]).toEqual([`/rolls?deleted=${first}`, null, 'developing']);
  await post(listAction, { intent: 'restore', rollId: first });
  expect(findRoll(first)?.exposedSpeed).toBe(400);
  setRollState(second, 'waiting', null);
  // A deleted page says so instead of breaking.
  expect(await post(rollAction, ROLL, { rollId: 'nobody' })).toMatchObject({ status: 404 });
});

test('the list filters, searches, sorts and pages, and nonsense in its address is taken as nothing', () => {
  const list = (address: string) => load(listLoader, address) as ReturnType<typeof listLoader>;
  expect(list('/rolls?search=slip&sort=name').rolls.map((roll) => roll.name)).toEqual(['Slipway', 'Slipway 2']);
  expect(list('/rolls?process=E-6').total).toBe(0);
  expect(list('/rolls?state=%00&sort=;drop&page=-7').question).toMatchObject({ state: 'waiting', sort: 'added', offset: 0 });
  expect(list('/rolls?page=9999')).toMatchObject({ rolls: [], total: all().length });
  expect(list('/rolls').counts.waiting).toBe(rollCounts().waiting);
});

test('a spreadsheet with its own headings: columns mapped by hand, nothing stored until it is asked for, and out again', async () => {
  const text =
    'What;Kind;Mark;Size;Box\nHarbour 1;"Tern; 400";C-41;120;400\nHarbour 2;Tern 400;C-99;120;400\n=HYPERLINK(1);Tern 400;C-41;120;400';
  const before = all().length;
  const columns = { 'column-name': '0', 'column-film': '1', 'column-process': '2', 'column-format': '3', 'column-boxSpeed': '4' };
  const address = (await post(importAction, { text })).to ?? '';
  expect(await read(address)).toMatchObject({ message: null, preview: { goodCount: 0, badCount: 3 } });
  await look(address, { ...columns, intent: 'look' });
  expect((await read(address)).preview).toMatchObject({ goodCount: 2, knownCount: 0, badCount: 1, bad: [{ row: 3 }] });
  expect(all()).toHaveLength(before);
  expect((await post(importAction, { text: '' })).status).toBe(422);
  await look(address, { intent: 'import' });
  expect(await stored(address)).toBe('/rolls?state=all&imported=2&left=1');
  expect(named('Harbour 1').film).toBe('Tern; 400');
  setRollState(named('Harbour 1').id, 'developed', null);
  const out = await exportLoader().text();
  // What a spreadsheet would run goes out as plain text.
  expect(out).not.toMatch(/(^|[,;"\n])=HYPERLINK/);

  // Read in again, everything is known; as further rolls they keep their state.
  const again = (await post(importAction, { file: new Blob([out]) })).to ?? '';
  expect((await read(again)).preview).toMatchObject({ goodCount: 0, knownCount: all().length, badCount: 0 });
  const count = all().length;
  await look(again, { intent: 'import', 'also-known': 'on' });
  await stored(again);
  expect([all().length, all().filter((roll) => roll.state === 'developed').length]).toEqual([2 * count, 2]);
});

type Looked = Exclude<ReturnType<typeof importLoader>, number>;
/** Asks how far an import is until it is there. */
async function read(address: string): Promise<Looked> {
  for (;;) {
    const looked = load(importLoader, address);
    if (typeof looked === 'number') throw new Error(`answered ${looked}`);
    if (!looked.progress) return looked;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
const look = (address: string, fields: Parameters<typeof post>[1]) => post(importAction, fields, {}, address);
async function stored(address: string): Promise<string | null> {
  for (;;) {
    try {
      importLoader({ request: new Request(`http://steady.reel${address}`) } as never);
    } catch (thrown) {
      return (thrown as Response).headers.get('Location');
    }
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

test('a double press adds one roll, not two; a roll in a run is neither edited nor deleted from a page that is older', async () => {
  const { once } = addLoader({ request: new Request('http://s/rolls/new') } as never);
  const before = all().length;
  await Promise.all([post(addAction, { ...ROLL, name: 'Twice', once }), post(addAction, { ...ROLL, name: 'Twice', once })]);
  expect(all()).toHaveLength(before + 1);
  const { id } = named('Twice');
  setRollState(id, 'developing', null);
  for (const fields of [{ intent: 'delete' }, { intent: 'wait-again' }, { ...ROLL, name: 'Another' }])
    expect(await post(rollAction, fields, { rollId: id })).toMatchObject({
      status: 409,
      data: { busy: expect.stringContaining('in a run') as string },
    });
  expect(findRoll(id)).toMatchObject({ name: 'Twice', state: 'developing' });
  setRollState(id, 'waiting', null);
});

test('names are one line of what can be seen; hexadecimal is no film speed; no address asks for more pages than there are', async () => {
  await post(addAction, { ...ROLL, name: ' Night\u0000 kiln\r\n\u202egnp.exe ', note: 'two\nlines\u0000' });
  expect(named('Night kiln gnp.exe').note.replaceAll('\r', '')).toBe('two\nlines');
  expect((await post(addAction, { ...ROLL, boxSpeed: '0x10' })).errors['boxSpeed']?.join(' ')).toContain('whole number');
  expect((await post(addAction, { ...ROLL, boxSpeed: '1e3' })).errors['boxSpeed']?.join(' ')).toContain('whole number');
  expect(load(listLoader, '/rolls?page=1e18')).toMatchObject({ rolls: [] });
});

test('a long file is stored in portions between which everybody else has a turn, each portion whole, in the order of the file', async () => {
  const ROWS = 4000;
  const text = `Name,Film,Process,Format,Box speed\n${Array.from({ length: ROWS }, (_, i) => `Long file ${i},Tern 400,C-41,135-36,400`).join('\n')}`;
  const address = (await post(importAction, { text })).to ?? '';
  expect((await read(address)).preview).toMatchObject({ goodCount: ROWS, badCount: 0 });
  const before = rollCounts().waiting;
  await look(address, { intent: 'import' });
  // Somebody who asks at every turn of the loop sees the count rise step by step.
  const seen = new Set<number>();
  for (let there = 0; there < ROWS;) {
    await new Promise((resolve) => setImmediate(resolve));
    there = rollCounts().waiting - before;
    seen.add(there);
  }
  expect(seen.size).toBeGreaterThan(5);
  expect(await stored(address)).toBe(`/rolls?state=all&imported=${ROWS}&left=0`);
  const long = listRolls({ state: 'all', process: 'all', search: 'Long file', sort: 'name', limit: ROWS + 1, offset: 0 }).rolls;
  expect(new Set(long.map(({ name }) => name)).size).toBe(ROWS);
  expect(long.every(({ state, film, boxSpeed }) => state === 'waiting' && film === 'Tern 400' && boxSpeed === 400)).toBe(true);
});

test('film that no list names goes by its area: it wears by it, takes a place by it, and comes back as it was typed', async () => {
  expect(await post(addAction, { ...ROLL, name: 'Old folder', format: 'other', areaCm2: 'wide' })).toMatchObject({
    data: { error: { areaCm2: [expect.stringContaining('cm² from 5 to 5000')] } },
  });
  expect(await post(addAction, { ...ROLL, name: 'Old folder', format: 'other' })).toMatchObject({
    data: { error: { areaCm2: [expect.any(String)] } },
  });
  await post(addAction, { once: 'old-folder', ...ROLL, name: 'Old folder', format: 'other', areaCm2: '387', areaPlace: '120' });
  const kept = () => {
    const roll = findRoll('old-folder');
    if (!roll) throw new Error('no roll');
    return roll;
  };
  const roll = kept();
  expect(roll.format).toBe('other:120:387');
  expect(rollEquivalents([roll])).toBeCloseTo(387 / 516, 9);
  expect(shareOfLoad([roll], { '120': 1 })).toBe(1);
  expect(fieldsOfFormat(roll.format)).toEqual({ format: 'other', areaCm2: 387, areaPlace: '120' });
  // Opened and kept, nothing moved.
  await post(rollAction, { ...ROLL, name: 'Old folder', format: 'other', areaCm2: '387', areaPlace: '120' }, { rollId: roll.id });
  expect(kept().format).toBe('other:120:387');
  for (const odd of ['other:120:0', 'other:9x9:300', 'other:120:300x', 'other']) expect(isFormatId(odd)).toBe(false);
});
