import { spawn } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

const folder = mkdtempSync(join(tmpdir(), 'steady-reel-'));
process.env['STEADY_REEL_DB'] = join(folder, 'book.db');

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { action as bookAction, loader as bookLoader } from '../../logbook/book/book.tsx';
import { startSession } from '../../run/evening/session-start.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { bundledSource } from '../thread/file-to-run.server.ts';
import { storeBatch, storeRoll, storeTank } from '../shelf/a-shelf.fixture.ts';
import { backupFolder, backupOfTheDay, findBackup, listBackups, makeBackup, restoreBackup, wouldBeLost } from './backups.server.ts';
import { nowMs } from './clock.server.ts';
import { faultOfBackup } from './copy-book.server.ts';
import { closeDatabase, db } from './database.server.ts';
import { findRoll, rollCounts } from '../rolls.server.ts';
import { whileUnchanged } from './unchanged.server.ts';

const page = (query = '') => load(bookLoader, `/logbook/book${query}`) as ReturnType<typeof bookLoader>;
const waiting = () => rollCounts().waiting;

beforeAll(() => {
  storeTank('steel');
  storeBatch('b', 0);
  storeRoll('first');
});

test('a copy a day, fourteen of them kept; those by hand and from before a restore stay; each is one whole file', async () => {
  for (let day = 1; day <= 17; day++) await backupOfTheDay(`2026-10-${String(day).padStart(2, '0')}`);
  expect(await backupOfTheDay('2026-10-17')).toBeNull();
  await makeBackup('by-hand', '2026-09-01-101500');
  await makeBackup('by-hand', '2026-09-01-101500');
  const names = listBackups().map(({ name }) => name);
  expect(names.filter((name) => name.startsWith('daily'))).toHaveLength(14);
  expect(names).not.toContain('daily-2026-10-03.db');
  expect(names.filter((name) => name.startsWith('by-hand'))).toHaveLength(2);
  expect(readdirSync(backupFolder()).filter((name) => !name.endsWith('.db'))).toEqual([]);
  expect(names.map((name) => faultOfBackup(join(backupFolder(), name)))).toEqual(names.map(() => null));
});

test('a book that is written to while it is copied: the copy is whole, and has all of an act or nothing of it', async () => {
  for (let round = 0; round < 5; round++) {
    const copying = makeBackup('by-hand', `2026-10-30-10150${round}`);
    const [first, second] = [`copied-${round}-a`, `copied-${round}-b`];
    await new Promise((resolve) => setTimeout(resolve, round * 5));
    db().transaction(() => (storeRoll(first), storeRoll(second)))();
    const path = findBackup((await copying).name) ?? '';
    expect(faultOfBackup(path)).toBeNull();
    const copy = new Database(path, { readonly: true });
    const has = (id: string) => copy.prepare('SELECT 1 FROM rolls WHERE id = ?').get(id) !== undefined;
    expect(has(first)).toBe(has(second));
    copy.close();
  }
});

test('restoring says what would be lost, keeps the present, and brings back what was', async () => {
  const copy = await makeBackup('by-hand', '2026-11-01-120000');
  storeRoll('later');
  storeBatch('c', 2);
  const path = findBackup(copy.name) ?? '';
  expect(wouldBeLost(path)).toEqual([
    { what: 'rolls', count: 1 },
    { what: 'batches', count: 1 },
    { what: 'entries of bottles', count: 1 },
  ]);
  expect((await page(`?restore=${copy.name}`)).restoring).toMatchObject({ fault: null, lost: [{ count: 1 }, { count: 1 }, { count: 1 }] });
  // Pages that were read before must not be shown as they were.
  const before = waiting();
  const remembered = () => whileUnchanged('rolls that wait, for this test', waiting);
  expect(remembered()).toBe(before);
  const restored = await post(bookAction, { intent: 'restore', copy: copy.name });
  expect(decodeURIComponent(restored.to ?? '')).toMatch(/Restored\. What was there before is kept as before-restore-/);
  expect([waiting(), remembered(), findRoll('later')]).toEqual([before - 1, before - 1, null]);
  // And forward again: what was kept is the present as it was.
  const kept = listBackups().find(({ kind }) => kind === 'before-restore');
  expect(await restoreBackup(findBackup(kept?.name ?? '') ?? '', '2026-11-02-120000')).toMatchObject({ ok: true });
  expect(findRoll('later')?.name).toBe('Roll later');
});

test('no copy of nonsense is restored, and no name leads out of its folder', async () => {
  mkdirSync(backupFolder(), { recursive: true });
  const put = (name: string, bytes: Buffer | string) => writeFileSync(join(backupFolder(), name), bytes);
  put('by-hand-2026-01-01-000000.db', 'Developer 3:15. '.repeat(900));
  const other = new Database(join(backupFolder(), 'by-hand-2026-01-02-000000.db'));
  other.exec('CREATE TABLE songs (name TEXT)');
  other.close();
  const [whole] = listBackups().filter(({ kind }) => kind === 'daily');
  copyFileSync(join(backupFolder(), whole?.name ?? ''), join(backupFolder(), 'by-hand-2026-01-03-000000.db'));
  const cut = join(backupFolder(), 'by-hand-2026-01-03-000000.db');
  writeFileSync(cut, Buffer.concat([Buffer.from([...Array(40_000).keys()].map(() => 7))]));
  const rolls = waiting();
  for (const day of ['01', '02', '03']) {
    const came = await post(bookAction, { intent: 'restore', copy: `by-hand-2026-01-${day}-000000.db` });
    expect([came.status, came.data.says]).toEqual([409, expect.stringMatching(/cannot be restored: .*The book is as it was/) as string]);
  }
  expect(waiting()).toBe(rolls);
  for (const name of ['../book.db', '/etc/passwd', 'book.db', 'daily-2026-10-17.db/../../book.db', '']) expect(findBackup(name)).toBeNull();
  expect((await post(bookAction, { intent: 'restore', copy: '../book.db' })).status).toBe(404);
});

test('a copy of a newer Steady Reel, two restores at once, what a killed one left: said, and the book is as it was', async () => {
  const [whole] = listBackups().filter(({ kind }) => kind === 'daily');
  const path = join(backupFolder(), whole?.name ?? '');
  const newer = join(backupFolder(), 'by-hand-2026-01-05-000000.db');
  copyFileSync(path, newer);
  const opened = new Database(newer);
  opened.pragma('user_version = 999');
  opened.close();
  const rolls = waiting();
  const came = await post(bookAction, { intent: 'restore', copy: 'by-hand-2026-01-05-000000.db' });
  expect([came.status, came.data.says]).toEqual([
    409,
    'That copy cannot be restored: a newer Steady Reel wrote it. The book is as it was.',
  ]);
  expect(waiting()).toBe(rolls);
  const left = `${process.env['STEADY_REEL_DB'] ?? ''}.restoring`;
  expect(existsSync(left)).toBe(false);
  // A journal of one that was killed would be played into whatever file takes that name next.
  const killed = new Database(left);
  killed.exec('CREATE TABLE half (x); INSERT INTO half VALUES (1)');
  killed.close();
  writeFileSync(`${left}-journal`, readFileSync(left));
  const both = await Promise.all([restoreBackup(path, '2026-11-02-130000'), restoreBackup(path, '2026-11-02-130000')]);
  expect(both.map(({ ok }) => ok)).toEqual([true, false]);
  const kept = listBackups().find(({ name }) => name.startsWith('before-restore-2026-11-02-130000'));
  expect(await restoreBackup(findBackup(kept?.name ?? '') ?? '', '2026-11-02-140000')).toMatchObject({ ok: true });
  expect([waiting(), existsSync(left)]).toEqual([rolls, false]);
});

test.each([
  ['a newer Steady Reel wrote it', (file: string) => new Database(file).exec('PRAGMA user_version = 9999').close()],
  ['it is damaged', (file: string) => writeFileSync(file, 'no database any more')],
])('the way back where the book does not open because %s: a copy takes its place, and it is set aside as it is', async (_why, spoil) => {
  const file = process.env['STEADY_REEL_DB'] ?? '';
  const { name } = await makeBackup('by-hand', '2026-11-04-120000');
  const rolls = waiting();
  closeDatabase();
  spoil(file);
  const spoilt = readFileSync(file);
  const restored = await restoreBackup(findBackup(name) ?? '', '2026-11-04-130000');
  expect(restored).toMatchObject({ ok: true, kept: 'book.db.set-aside-2026-11-04-130000' });
  expect(readFileSync(`${file}.set-aside-2026-11-04-130000`)).toEqual(spoilt);
  expect([waiting(), existsSync(`${file}.restoring`)]).toEqual([rolls, false]);
});

test('another program’s file is never replaced by a copy', async () => {
  const file = process.env['STEADY_REEL_DB'] ?? '';
  const { name } = await makeBackup('by-hand', '2026-11-05-120000');
  const path = findBackup(name) ?? '';
  closeDatabase();
  const ours = readFileSync(file);
  rmSync(file);
  new Database(file).exec('CREATE TABLE theirs (x)').close();
  const theirs = readFileSync(file);
  await expect(restoreBackup(path, '2026-11-05-130000')).rejects.toThrow(/belongs to another program/);
  expect(readFileSync(file)).toEqual(theirs);
  writeFileSync(file, ours);
});

test('while a run is at the Bench nothing is restored, and its acts go on', async () => {
  storeRoll('live-one');
  const started = startSession([{ batchId: 'b', tankId: 'steel', rollIds: ['live-one'], plan: housePlan(), seenRemjet: false }]);
  if (!started.ok) throw new Error(started.message);
  const copy = listBackups().find(({ kind }) => kind === 'daily');
  const refused = await post(bookAction, { intent: 'restore', copy: copy?.name ?? '' });
  expect([refused.status, refused.data.says]).toEqual([409, expect.stringContaining('is at the Bench') as string]);
  expect((await page()).live).toBe('Two 135');
  expect(recordEvent(started.runId, { id: 'event-after-refusal', atMs: nowMs(), kind: 'readied', skipped: [] })).toMatchObject({
    ok: true,
  });
  // A copy is made meanwhile all the same.
  expect((await post(bookAction, { intent: 'backup' })).to).toMatch(/copy\+?.*made/i);
  recordEvent(started.runId, { id: 'event-given-up', atMs: nowMs(), kind: 'given-up', reason: '', countsRolls: false });
});

test('killed in the middle of a restore, again and again: there is the one book or the other, whole', async () => {
  const file = join(folder, 'drill', 'book.db');
  mkdirSync(join(folder, 'drill', 'backups'), { recursive: true });
  db().pragma('wal_checkpoint(TRUNCATE)');
  const rolls = (path: string) => {
    const opened = new Database(path);
    try {
      expect(opened.pragma('integrity_check', { simple: true })).toBe('ok');
      return (opened.prepare("SELECT count(*) AS n FROM rolls WHERE id LIKE 'only-%'").get() as { n: number }).n;
    } finally {
      opened.close();
    }
  };
  copyFileSync(process.env['STEADY_REEL_DB'] ?? '', file);
  for (const [i, name] of ['by-hand-2026-11-01-000001.db', 'by-hand-2026-11-01-000002.db'].entries()) {
    const copy = join(folder, 'drill', 'backups', name);
    copyFileSync(file, copy);
    const opened = new Database(copy);
    opened.pragma('journal_mode = DELETE');
    for (let n = 0; n < (i + 1) * 10; n++)
      opened
        .prepare(
          "INSERT INTO rolls (id, name, film, process, format, box_speed, exposed_speed, added_at_ms) VALUES (?, 'x', '', 'C-41', '135-36', 200, 200, 1)",
        )
        .run(`only-${n}`);
    opened.close();
    utimesSync(copy, 1, 1);
  }
  const seen = new Set<number>();
  const restoring = bundledSource('app/server/database/restoring.fixture.ts');
  for (let round = 0; round < 6; round++) {
    const child = spawn(process.execPath, [restoring], {
      env: { ...process.env, STEADY_REEL_DB: file },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((resolve) => child.stdout.once('data', resolve));
    await new Promise((resolve) => setTimeout(resolve, 40 + round * 97));
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
    seen.add(rolls(file));
  }
  expect([...seen].every((count) => [0, 10, 20].includes(count))).toBe(true);
  // They were killed while they restored, not before: another book came into its place, and each time the present was kept.
  expect([...seen].some((count) => count > 0)).toBe(true);
  expect(readdirSync(join(folder, 'drill', 'backups')).filter((name) => name.startsWith('before-restore')).length).toBeGreaterThan(2);
  expect(existsSync(file)).toBe(true);
}, 120_000);
