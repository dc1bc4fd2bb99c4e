import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { entriesOfBatch, moveBottle } from '../../server/shelf/bottle-entries.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch, listBatches, setBatchRetired } from '../../server/shelf/batches.server.ts';
import { findBox, listBoxes } from '../../server/shelf/boxes.server.ts';
import { today } from '../../server/database/clock.server.ts';
import { closeDatabase } from '../../server/database/database.server.ts';
import { saveKit } from '../../server/shelf/kits.server.ts';
import { shippedKit } from '../../../core/kit/shipped-kits.ts';
import { findMixing, mixingState, openMixings } from '../../server/shelf/mixings.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { action as boxAction, loader as boxLoader } from '../boxes/box.tsx';
import { loader as costLoader, action as costAction } from '../cost/cost.tsx';
import { loader as labelsLoader } from '../labels/labels.tsx';
import { LABEL_SHEETS, onPages, PAPER_MM } from '../labels/label-sheets.ts';
import { action as mixAction, loader as mixLoader } from './mix-batch.tsx';
import { action as benchAction, loader as benchLoader } from './mixing-bench.tsx';
import { action as actsAction, loader as actsLoader } from './acts.ts';
import { loader as remindersLoader } from '../board/reminders.ts';
import { action as safetyAction, loader as safetyLoader } from '../safety/safety.tsx';
import { loader as sheetLoader } from '../safety/sheet-file.ts';
import { shelfPage } from '../board/shelf-page.server.ts';

const KIT = 'house-c41-three-bath';
const BATCH = { kitId: KIT, name: 'Kiln Lane 5', volumeMl: '500', mixedOn: today(), rollsDone: '', price: '', note: '' };
const mixingId = (to: string | null) => to?.split('/').at(-1) ?? '';
const mixing = (id: string) => {
  const found = findMixing(id);
  if (!found) throw new Error('no mixing');
  return found;
};
const stateOf = (id: string) => mixingState(mixing(id));
let acts = 0;
const act = (id: string, body: object) =>
  actsAction({
    params: { mixingId: id },
    request: new Request('http://s/', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id: `act-number-${++acts}`, atMs: 1, ...body }),
    }),
  } as never);
/** Presses what the bench has on its button, to the end. */
async function mixAll(id: string): Promise<void> {
  for (const step of mixing(id).plan.steps.slice(stateOf(id).done)) await act(id, { kind: 'done', step: step.id });
}

test('half a kit is mixed from a box: begun, stopped by a killed server, gone on, shelved with today’s date and its share of the price', async () => {
  await post(
    boxAction,
    { kitId: KIT, boughtOn: '2026-10-01', price: '34,50', openedOn: '', goodUntil: '2027-04-30', note: '' },
    { boxId: 'new' },
  );
  const [box] = listBoxes();
  if (!box) throw new Error('no box');
  expect(mixLoader({ request: new Request(`http://s/?box=${box.id}`) } as never).defaults).toMatchObject({
    boxId: box.id,
    volumeMl: '1000',
  });
  const begun = await post(mixAction, { ...BATCH, boxId: box.id, intent: 'bench' });
  const id = mixingId(begun.to);
  expect(begun.to).toMatch(/^\/mixing\//);
  // The seal is broken at once; nothing stands on the shelf yet.
  expect(findBox(box.id)?.openedOn).toBe(today());
  expect([listBatches(), openMixings().map((each) => each.id)]).toEqual([[], [id]]);

  const [first, second] = mixing(id).plan.steps;
  await act(id, { kind: 'done', step: first?.id });
  closeDatabase();
  expect(stateOf(id).done).toBe(1);
  // The same act again, and an act of a screen that is behind.
  expect((await act(id, { id: `act-number-${acts}`, kind: 'done', step: first?.id })).status).toBe(200);
  const behind = await act(id, { kind: 'done', step: first?.id });
  expect([behind.status, ((await behind.json()) as { message: string }).message]).toEqual([
    409,
    `Another screen is further: now it is “${second?.label}”.`,
  ]);
  // A screen that looks again sees what another one did.
  const seen = (await actsLoader({ params: { mixingId: id } } as never).json()) as { acts: { step: string }[] };
  expect(seen.acts.map((each) => each.step)).toEqual([first?.id]);
  expect(load(actsLoader, '/', { mixingId: 'gone' })).toBe(404);
  // Too early it is not shelved.
  expect((await post(benchAction, { intent: 'shelve' }, { mixingId: id })).to).toBe(`/mixing/${id}`);
  await act(id, { kind: 'undone' });
  expect(stateOf(id).done).toBe(0);
  await mixAll(id);
  expect(stateOf(id).over).toBe(true);
  const shelved = await post(benchAction, { intent: 'shelve' }, { mixingId: id });
  const batchId = shelved.to?.split('=').at(-1) ?? '';
  expect(findBatch(batchId)).toMatchObject({ name: 'Kiln Lane 5', volumeMl: 500, mixedOn: today(), priceCents: 1725, boxId: box.id });
  expect(findBatch(batchId)?.bottles.map(({ mlLeft, mixedOn }) => [mlLeft, mixedOn])).toEqual([1, 2, 3].map(() => [500, today()]));
  // Pressed twice it is one batch, and the bench leads to it from then on.
  expect((await post(benchAction, { intent: 'shelve' }, { mixingId: id })).to).toBe(shelved.to);
  expect(load(benchLoader, '/', { mixingId: id })).toBe(302);
  expect(listBatches()).toHaveLength(1);

  // What is left of the box is known, and more than that is refused.
  expect(load(boxLoader, '/', { boxId: box.id })).toMatchObject({ stillMl: 500, share: 0.5 });
  const tooMuch = await post(mixAction, { ...BATCH, volumeMl: '600', boxId: box.id, intent: 'bench' });
  expect(tooMuch.errors['volumeMl']).toEqual(['That box makes 500 ml more; mix that much, or choose another box.']);
  expect(shelfPage().boxes).toMatchObject([{ share: 0.5, useBy: '2027-04-30' }]);
  await post(mixAction, { ...BATCH, name: 'The other half', boxId: box.id, intent: 'shelf' });
  expect(shelfPage().boxes).toEqual([]);
});

test('a bottle that stands apart is taken instead of being mixed; a mixing given up leaves nothing and can be taken up again', async () => {
  storeBatch('old', 4);
  const kept = findBatch('old')?.bottles.find((bottle) => bottle.bath === 'stabiliser');
  if (!kept) throw new Error('no stabiliser');
  setBatchRetired('old', 1);
  expect(mixLoader({ request: new Request(`http://s/?kit=${KIT}`) } as never).takeOver.map(({ bath }) => bath)).toContain('stabiliser');
  const begun = await post(mixAction, {
    ...BATCH,
    name: 'With its old stabiliser',
    boxId: '',
    intent: 'bench',
    'take-stabiliser': String(kept.number),
  });
  const id = mixingId(begun.to);
  expect([...new Set(mixing(id).plan.steps.map((step) => step.bath))]).toEqual(['developer', 'bleach-fix']);
  await mixAll(id);
  await post(benchAction, { intent: 'give-up' }, { mixingId: id });
  expect(openMixings()).toEqual([]);
  expect((await act(id, { kind: 'undone' })).status).toBe(409);
  await post(benchAction, { intent: 'take-up' }, { mixingId: id });
  const batchId = (await post(benchAction, { intent: 'shelve' }, { mixingId: id })).to?.split('=').at(-1) ?? '';
  expect(findBatch(batchId)?.bottles.map(({ bath, rollsDone, mixedOn }) => [bath, rollsDone, mixedOn])).toEqual([
    ['developer', 0, today()],
    ['bleach-fix', 0, today()],
    ['stabiliser', 4, '2026-11-20'],
  ]);
});

test('a litre in its box is a litre, however many mixings are open; and a bottle is promised once', async () => {
  await post(boxAction, { kitId: KIT, boughtOn: '2026-10-01', price: '', openedOn: '', goodUntil: '', note: '' }, { boxId: 'new' });
  const box = listBoxes().at(-1);
  storeBatch('older', 2);
  setBatchRetired('older', 1);
  const kept = findBatch('older')?.bottles.find((bottle) => bottle.bath === 'stabiliser');
  const whole = {
    ...BATCH,
    volumeMl: '1000',
    boxId: box?.id ?? '',
    intent: 'bench',
    'take-stabiliser': String(kept?.number),
    once: 'one-litre-of-it',
  };
  const first = mixingId((await post(mixAction, whole)).to);
  expect(mixingId((await post(mixAction, whole)).to)).toBe(first);
  const second = { ...whole, once: 'another-litre-of-it' };
  expect((await post(mixAction, second)).errors['volumeMl']).toEqual(['That box makes 0 ml more; mix that much, or choose another box.']);
  const offered = () =>
    mixLoader({ request: new Request(`http://s/?kit=${KIT}`) } as never).takeOver.flatMap(({ bottles }) =>
      bottles.map(({ number }) => number),
    );
  expect(offered()).not.toContain(kept?.number);
  // Given up it is all there again; taken up again only while nobody else has it.
  await post(benchAction, { intent: 'give-up' }, { mixingId: first });
  expect(offered()).toContain(kept?.number);
  const other = mixingId((await post(mixAction, second)).to);
  expect((await post(benchAction, { intent: 'take-up' }, { mixingId: first })).to).toContain('says=What%20this%20mixing');
  expect(openMixings().map(({ id }) => id)).toEqual([other]);
  expect(load(benchLoader, '/?says=gone', { mixingId: first })).toMatchObject({ state: 'given-up', says: 'gone' });
  // What is open already is taken up by nobody a second time, and stays open.
  expect((await post(benchAction, { intent: 'take-up' }, { mixingId: other })).to).toBe(`/mixing/${other}`);
  await post(benchAction, { intent: 'give-up' }, { mixingId: other });
  const straight = { ...whole, intent: 'shelf', once: 'straight-to-the-shelf' };
  expect((await post(mixAction, straight)).to).toBe('/shelf/batches/straight-to-the-shelf');
  expect((await post(mixAction, straight)).to).toBe('/shelf/batches/straight-to-the-shelf');
});

test.each([
  [{ kind: 'danced', step: 'x' }, 422],
  [{ kind: 'done', step: 'no such step' }, 409],
  [{ id: 'short', kind: 'undone' }, 422],
])('an act that is none (%j) is answered %i, and changes nothing', async (body, status) => {
  const id = mixingId((await post(mixAction, { ...BATCH, boxId: '', intent: 'bench' })).to);
  const answered = await act(id, body).catch((thrown: unknown) => ({ status: (thrown as { init: { status: number } }).init.status }));
  expect(answered.status).toBe(status);
  expect(stateOf(id).done).toBe(0);
  await post(benchAction, { intent: 'give-up' }, { mixingId: id });
});

test.each([
  [{ boughtOn: '' }, 'boughtOn'],
  [{ openedOn: '2020-01-01' }, 'openedOn'],
  [{ goodUntil: 'next year' }, 'goodUntil'],
  [{ price: 'cheap' }, 'price'],
  [{ kitId: 'gone' }, 'kitId'],
])('a box with %j is refused at that field', async (change, field) => {
  const before = listBoxes().length;
  const box = { kitId: KIT, boughtOn: '2026-10-01', price: '', openedOn: '', goodUntil: '', note: '', ...change };
  expect(Object.keys((await post(boxAction, box, { boxId: 'new' })).errors)).toEqual([field]);
  expect(listBoxes()).toHaveLength(before);
});

describe('labels', () => {
  const labels = (query: string) => load(labelsLoader, `/shelf/labels?${query}`) as ReturnType<typeof labelsLoader>;
  test('a batch’s bottles in the order of pouring, with boxes for its rolls, a hazard and a code that opens its page', () => {
    storeBatch('labelled', 3);
    const { labels: shown, all } = labels('batch=labelled');
    expect(shown.map(({ place, name, capacity, rollsDone }) => [place, name, capacity, rollsDone])).toEqual([
      [1, 'Developer', 12, 3],
      [2, 'Bleach-fix', 12, 3],
      [3, 'Stabiliser', 12, 3],
    ]);
    for (const label of shown) {
      expect(label.hazard).toMatch(/Gloves/);
      // A QR code of this length is at least 21 modules square.
      expect(label.qr.length).toBeGreaterThanOrEqual(21);
    }
    expect(all.length).toBeGreaterThan(shown.length);
    expect(labels(`bottle=${shown[1]?.number}`).labels.map(({ name }) => name)).toEqual(['Bleach-fix']);
  });
  test.each(LABEL_SHEETS.map((sheet) => [sheet.id, sheet] as const))('%s: every label lies on its paper', (_, sheet) => {
    const paper = PAPER_MM[sheet.paper];
    expect(sheet.leftMm + sheet.columns * sheet.widthMm + (sheet.columns - 1) * sheet.gapMm).toBeLessThanOrEqual(paper.width);
    expect(sheet.topMm + sheet.rows * sheet.heightMm).toBeLessThanOrEqual(paper.height);
  });
  test('a sheet that was begun goes on where it is free, and a full one goes on on the next', () => {
    expect(onPages(['a', 'b', 'c'], { columns: 2, rows: 2 }, 3)).toEqual([[null, null, 'a', 'b'], ['c']]);
    expect(onPages([], { columns: 2, rows: 2 }, 1)).toEqual([]);
    // A phone reads the code: once the house is open it leads to where phones come in, by the way they come.
    const originOf = (look: object) =>
      (load(labelsLoader, '/shelf/labels', {}, { house: { look: () => look } }) as ReturnType<typeof labelsLoader>).origin;
    const open = { open: true, plain: ['http://192.168.1.20:3002/'], secure: ['https://192.168.1.20:3001/'] };
    expect(originOf({ ...open, screens: [{ secure: false }] })).toBe('http://192.168.1.20:3002');
    expect(originOf({ ...open, screens: [{ secure: false }, { secure: true }] })).toBe('https://192.168.1.20:3001');
    expect(originOf({ open: false, plain: [], secure: [], screens: [] })).toBe('http://steady.reel');
    expect(labels('first=9999&sheet=a4-8').first).toBe(8);
    expect(labels('first=nonsense&sheet=nonsense')).toMatchObject({ first: 1, sheet: { id: LABEL_SHEETS[0]?.id } });
  });
});

describe('what the kits contain', () => {
  const kit = { ...shippedKit(KIT), id: 'mine', name: 'Mine' };
  const pdf = (bytes: number, head = '%PDF-1.7') =>
    new File([head, new Uint8Array(Math.max(0, bytes - head.length))], 'sheet.pdf', { type: 'application/pdf' });
  const sheet = () => {
    try {
      return sheetLoader({ params: { kitId: 'mine' } } as never);
    } catch (thrown) {
      return (thrown as { init: { status: number } }).init.status;
    }
  };
  test('typed in or attached; a file that is none, or too large, is refused and what was typed stays', async () => {
    saveKit(kit as never, 1);
    expect(sheet()).toBe(404);
    const refused = await post(safetyAction, { kitId: 'mine', contains: 'A developing agent.', file: pdf(100, 'MZ') });
    expect(refused.data).toMatchObject({ typed: 'A developing agent.', says: expect.stringContaining('no PDF') as string });
    expect((await post(safetyAction, { kitId: 'mine', contains: '', file: pdf(10_000_001) })).data).toMatchObject({
      says: expect.stringContaining('10 MB') as string,
    });
    expect((await post(safetyAction, { kitId: 'mine', contains: 'A developing agent.', file: pdf(5000) })).to).toBe('/safety');
    const kept = sheet() as Response;
    expect([kept.headers.get('Content-Type'), (await kept.arrayBuffer()).byteLength]).toEqual(['application/pdf', 5000]);
    expect(load(safetyLoader)).toMatchObject({
      kits: expect.arrayContaining([
        expect.objectContaining({ id: 'mine', contains: 'A developing agent.', fileName: 'sheet.pdf' }),
      ]) as unknown,
    });
    // A second one takes its place, and it can be taken off; what was typed stays.
    await post(safetyAction, { kitId: 'mine', contains: 'A developing agent.', file: pdf(700) });
    expect((await (sheet() as Response).arrayBuffer()).byteLength).toBe(700);
    await post(safetyAction, { kitId: 'mine', intent: 'drop' });
    expect(sheet()).toBe(404);
    expect((await post(safetyAction, { kitId: 'gone', contains: 'x' })).data).toMatchObject({ typed: 'x' });
  });
});

test('cost by month and batch against a laboratory; a price that is none is said', async () => {
  const cost = () => load(costLoader) as ReturnType<typeof costLoader>;
  expect((await post(costAction, { labPrice: 'much' })).data).toMatchObject({ typed: 'much' });
  expect((await post(costAction, { labPrice: '7,50' })).to).toBe('/shelf/cost');
  expect(cost()).toMatchObject({ labPrice: 7.5 });
  expect(cost().batches.find((batch) => batch.id === 'old')).toMatchObject({
    rolls: 4,
    lost: 8,
    each: '7.50',
    planned: '2.50',
    away: true,
  });
});

test('reminders are days in a calendar, and a page of the shelf holds batches, boxes, jugs and what to do', async () => {
  storeTank('steel');
  storeRoll('waits');
  const text = await remindersLoader().text();
  expect(text).toMatch(/BEGIN:VCALENDAR[\s\S]*SUMMARY:[\s\S]*END:VCALENDAR/);
  expect(text).toMatch(/DTSTART;VALUE=DATE:2\d{7}/);
  const page = shelfPage();
  expect(page.jugs.map((jug) => jug.jug)).toEqual(['developers', 'silver-bearing', 'others']);
  expect(page.toDo.use.map((use) => use.process)).toEqual(['C-41']);
  // Looked at a second time it is the same answer; after a change it is not.
  expect(shelfPage()).toBe(page);
  const [batch] = listBatches();
  const bottle = batch?.bottles[0];
  if (!batch || !bottle) throw new Error('no bottle');
  moveBottle(bottle.id, { batchId: 'labelled', bath: bottle.bath, inItsPlace: null }, today(), 5);
  expect(shelfPage()).not.toBe(page);
  expect(entriesOfBatch('labelled').some((entry) => entry.entry.kind === 'moved')).toBe(true);
});
