import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { addDays, format } from 'date-fns';
import { reservedRolls } from '../../run/evening/reserved-rolls.server.ts';
import { storeBatch, storeRoll, storeSingle, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { sql } from '../../server/database/database.server.ts';
import { listBatches } from '../../server/shelf/batches.server.ts';
import { keptEvenings } from '../../server/evenings.server.ts';
import { setRollState } from '../../server/rolls.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { post } from '../../ui/forms/posting.fixture.ts';
import { action as another } from './another-evening.tsx';
import { readDraft, tonight } from '../draft/tonight.server.ts';
import { action as evening } from './evening-to-come.ts';
import { loader as calendar } from '../outputs/evening-calendar.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { changeComing } from '../under-way/change.server.ts';
import { instantOf } from './evenings-to-come.server.ts';

const SATURDAY = format(addDays(new Date(nowMs()), 3), 'yyyy-MM-dd');
const keep = (fields: Record<string, string>) =>
  post(another, { intent: 'keep', name: 'Harbour', onDay: SATURDAY, firstPour: '19:30', ...fields });
const tonightsRolls = () => tonight().evening.runs.flatMap((run) => run.rollIds);

beforeAll(() => {
  storeTank('two', 2);
  storeBatch('lane', 6);
  for (const id of ['a', 'b', 'c']) storeRoll(id);
});

test('an evening is kept by name and day; what is wrong is told at its field, and a double press keeps one', async () => {
  expect(tonightsRolls()).toEqual(['a', 'b', 'c']);
  const errors = async (fields: Record<string, string>) =>
    ((await keep(fields)) as unknown as { data: { kept: { error: Record<string, string[]> } } }).data.kept.error;
  expect(await errors({ name: ' ' })).toMatchObject({ name: [expect.stringContaining('Give the evening a name')] });
  expect(await errors({ onDay: '2026-02-31' })).toMatchObject({ onDay: [expect.stringContaining('Give the day')] });
  expect(await errors({ onDay: '2020-01-01' })).toMatchObject({ onDay: [expect.stringContaining('past')] });
  expect(await errors({ firstPour: '25:00' })).toMatchObject({ firstPour: [expect.stringContaining('A clock time')] });
  expect(keptEvenings()).toEqual([]);
  await post(another, { intent: 'roll-out', rollId: 'c' });
  expect((await keep({ once: 'the-same-press' })).to).toBe('/');
  await keep({ once: 'the-same-press' });
  expect(keptEvenings()).toMatchObject([{ name: 'Harbour', onDay: SATURDAY, firstPour: '19:30' }]);
});

test('what it will use is promised once: not proposed for tonight, its room not given away', () => {
  expect(tonightsRolls()).toEqual(['c']);
  expect(reservedRolls()).toMatchObject({
    rolls: { a: expect.stringContaining('Harbour') as string, b: expect.anything() as string },
    batches: { lane: { rolls: 2 } },
  });
  // Twelve rolls a litre, six done: of five more, two are promised, so two of them do not fit.
  for (const id of ['d', 'e', 'f', 'g', 'h']) storeRoll(id);
  const { evening: planned } = tonight();
  expect(planned.runs.flatMap((run) => run.rollIds)).toHaveLength(4);
  expect(planned.leftOut).toHaveLength(2);
  for (const id of ['d', 'e', 'f', 'g', 'h']) setRollState(id, 'developed', null);
});

test('an evening to come pours what its own way pours: a bath that is left out keeps its bottle', () => {
  const lane = listBatches().find(({ id }) => id === 'lane');
  const bottleOf = (bath: string) => lane?.bottles.find((bottle) => bottle.bath === bath)?.id;
  const poured = (bath: string) => reservedRolls().batches['lane']?.entries.find(({ bottle }) => bottle === bottleOf(bath))?.drawnMl ?? 0;
  const [kept] = keptEvenings();
  const before = poured('developer');
  expect([before > 0, poured('stabiliser') > 0]).toEqual([true, true]);
  const plain = JSON.stringify(kept?.draft);
  const store = (draft: string) => sql('UPDATE evenings SET draft = ? WHERE id = ?').run(draft, kept?.id);
  store(JSON.stringify({ ...(kept?.draft as object), ways: { [lane?.kit.id ?? '']: { normal: [{ id: 'stabiliser', leaveOut: true }] } } }));
  expect([poured('developer'), poured('stabiliser')]).toEqual([before, 0]);
  store(plain);
});

test('an evening to come without its bleach promises the fixer’s own bottle, in the batch where that stands', () => {
  storeSingle('fixer-1', 'fixer');
  expect(reservedRolls().batches['fixer-1']).toBeUndefined();
  sql("UPDATE rolls SET treatment = 'bleach-bypass' WHERE id IN ('a', 'b')").run();
  const { batches } = reservedRolls();
  expect(batches['fixer-1']).toMatchObject({ rolls: 2, wears: 2, evenings: ['Harbour'], entries: [{ drawnMl: 520 }] });
  expect(batches['lane']?.entries.map(({ kind }) => kind)).not.toContain('bleach-fix');
  sql("UPDATE rolls SET treatment = 'normal' WHERE id IN ('a', 'b')").run();
});

test('its calendar entry begins when the bath must go on, with a reminder the day before, and keeps its name', async () => {
  const [kept] = keptEvenings();
  const file = (await calendar({ params: { eveningId: kept?.id ?? '' } } as never).text()).replace(/\r\n /g, '');
  expect(file).toContain(`UID:evening-${kept?.id}@steady-reel`);
  expect(file).toContain('SUMMARY:Develop: Harbour');
  expect(file).toMatch(/first pour 19:30\.\\nRun 1: Roll a\\, Roll b/);
  expect(file).toContain('TRIGGER:-P1D');
  const starts = /DTSTART:(\d{8})T(\d\d)(\d\d)(\d\d)Z/.exec(file);
  const startMs = Date.UTC(
    Number(starts?.[1]?.slice(0, 4)),
    Number(starts?.[1]?.slice(4, 6)) - 1,
    Number(starts?.[1]?.slice(6)),
    Number(starts?.[2]),
    Number(starts?.[3]),
  );
  expect(startMs).toBeLessThan(instantOf(SATURDAY, '19:30'));
  expect(startMs).toBeGreaterThan(instantOf(SATURDAY, '17:00'));
});

test('an evening that goes on takes nothing from it; taken up it is tonight’s, let go its rolls wait again', async () => {
  const started = startTonight();
  expect(started.ok).toBe(true);
  expect(changeComing(openSessionId() ?? '', { kind: 'roll-in', rollId: 'a' })).toMatchObject({
    ok: false,
    message: expect.stringMatching(/^Roll a is kept for Harbour, \w+ \d+ \w+\. Let that evening go first\.$/) as string,
  });
  const id = keptEvenings()[0]?.id ?? '';
  expect((await post(evening, { intent: 'let-go' }, { eveningId: id })).to).toBe(`/?letGo=${id}`);
  expect(reservedRolls().rolls).toEqual({});
  await post(evening, { intent: 'take-back' }, { eveningId: id });
  expect(Object.keys(reservedRolls().rolls)).toEqual(['a', 'b']);
  // One of its rolls was developed meanwhile: it goes on without it.
  setRollState('b', 'developed', null);
  expect((await post(evening, { intent: 'take-up' }, { eveningId: id })).to).toBe('/evenings/new');
  expect(readDraft().arrangement).toMatchObject([{ rollIds: ['a'] }]);
  expect([tonightsRolls(), keptEvenings()]).toEqual([['a'], []]);
  expect(await post(evening, { intent: 'take-up' }, { eveningId: 'nobody' })).toMatchObject({ status: 404 });
});
