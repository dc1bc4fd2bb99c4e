import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

const file = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');
process.env['STEADY_REEL_DB'] = file;

import { startedRuns } from '../session/a-session.fixture.ts';
import { findBatch } from './shelf/batches.server.ts';
import { findBackup, listBackups } from './database/backups.server.ts';
import { db, inTransactionWithoutDisk, openDatabase, sql } from './database/database.server.ts';
import { migrate, migrationsIn } from './database/migrate.ts';
import { nowMs } from './database/clock.server.ts';
import { findRoll, listRolls, rollCounts } from './rolls.server.ts';
import { eventsOfRun } from './runs/run-events.server.ts';
import { recordEvent } from '../run/acts/run-log.server.ts';
import { stateOfRun } from '../run/acts/run-state.server.ts';
import { findRun, liveRun, queuedRuns } from './runs/runs.server.ts';
import { beginRun, startSession } from '../run/evening/session-start.server.ts';

let count = 0;
const event = (kind: string, body: object = {}) => ({ id: `event-${++count}-abc`, atMs: nowMs(), kind, ...body });

test('a database that a newer Steady Reel wrote is refused in words, untouched', () => {
  const newer = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'newer.db');
  const made = new Database(newer);
  made.pragma('user_version = 9999');
  made.exec('CREATE TABLE tomorrow (x)');
  made.close();
  expect(() => openDatabase(newer)).toThrow(/written by a newer Steady Reel.*Nothing was changed/s);
  const after = new Database(newer, { readonly: true });
  expect(after.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").all()).toEqual([{ name: 'tomorrow' }]);
  after.close();
});

test('a migration that fails leaves nothing behind', () => {
  const folder = mkdtempSync(join(tmpdir(), 'steady-reel-'));
  const old = join(folder, 'old.db');
  openDatabase(old).close();
  const database = new Database(old);
  database.pragma('user_version = 0');
  // Tables are already there: running the first migration again must fail and roll back.
  expect(() => migrate(database, old, 'migrations')).toThrow(/already exists/);
  expect(database.pragma('user_version', { simple: true })).toBe(0);
  database.pragma('user_version = 1');
  expect(migrationsIn('migrations').length).toBeGreaterThan(0);
  database.close();
  expect(existsSync(old)).toBe(true);
  expect(existsSync(join(folder, 'backups'))).toBe(false);
});

test('an older database is brought up to date, with a copy of what it was among its copies', () => {
  const folder = mkdtempSync(join(tmpdir(), 'steady-reel-'));
  const old = join(folder, 'old.db');
  const made = new Database(old);
  made.exec(migrationsIn('migrations')[0]?.sql ?? '');
  made.pragma('user_version = 1');
  made.exec("INSERT INTO sessions (id, started_at_ms) VALUES ('kept', 7)");
  made.close();
  const opened = openDatabase(old);
  expect(opened.prepare('SELECT id, draft FROM sessions').all()).toEqual([{ id: 'kept', draft: '{}' }]);
  opened.close();
  const [kept] = listBackups(old);
  expect(kept?.kind).toBe('before-update');
  const copy = new Database(findBackup(kept?.name ?? '', old) ?? '', { readonly: true });
  expect(copy.pragma('user_version', { simple: true })).toBe(1);
  expect(copy.prepare('SELECT id FROM sessions').all()).toEqual([{ id: 'kept' }]);
  copy.close();
});

test('long work that can be done again does not wait for the disk, and whatever comes after it does, even when it breaks', () => {
  const waits = () => db().pragma('synchronous', { simple: true });
  expect(inTransactionWithoutDisk(() => waits())).toBe(1);
  expect(waits()).toBe(2);
  const before = sql('SELECT count(*) AS n FROM settings').get();
  expect(() =>
    inTransactionWithoutDisk(() => {
      sql("INSERT INTO settings (name, document) VALUES ('half', '{}')").run();
      throw new Error('The file ends in the middle.');
    }),
  ).toThrow('in the middle');
  expect(waits()).toBe(2);
  expect(sql('SELECT count(*) AS n FROM settings').get()).toEqual(before);
});

test('a session starts once; a second run is refused while one is live and leads to it', () => {
  const runs = startedRuns(2);
  const first = startSession(runs);
  expect(first.ok).toBe(true);
  const second = startSession(startedRuns(1));
  expect(second).toMatchObject({ ok: false, liveRunId: liveRun()?.id });
  expect(queuedRuns()).toHaveLength(1);
  expect(rollCounts().developing).toBe(2);
  expect(db().pragma('synchronous', { simple: true })).toBe(2);
});

test('finishing marks rolls and moves the batch once, whatever is delivered twice; the session goes on', () => {
  const run = liveRun();
  if (!run) throw new Error('no run is live');
  const before = findBatch(run.batchId)?.rollsDone ?? 0;
  run.plan.steps.forEach(({ id: step }) => {
    expect(recordEvent(run.id, event('poured', { step })).ok).toBe(true);
    expect(recordEvent(run.id, event('step-ended', { step })).ok).toBe(true);
  });
  const finish = event('finished');
  expect(recordEvent(run.id, finish)).toMatchObject({ ok: true, repeated: false });
  expect(recordEvent(run.id, finish)).toMatchObject({ ok: true, repeated: true });
  expect(recordEvent(run.id, event('finished'))).toMatchObject({ ok: false, status: 409 });
  expect(findBatch(run.batchId)?.rollsDone).toBe(before + 1);
  expect(rollCounts()).toMatchObject({ developed: 1, developing: 1 });
  expect(stateOfRun(findRun(run.id) ?? run).phase).toBe('finished');
  expect(new Set(eventsOfRun(run).map((stored) => stored.event.id)).size).toBe(eventsOfRun(run).length);

  const next = queuedRuns()[0];
  expect(beginRun(next?.id ?? '')).toEqual({ ok: true, runId: next?.id });
  recordEvent(next?.id ?? '', event('poured', { step: 'prewash' }));
  recordEvent(next?.id ?? '', event('given-up', { reason: 'the lid came off', countsRolls: true }));
  expect(rollCounts()).toMatchObject({ developed: 1, spoilt: 1, developing: 0 });
  expect(findBatch(run.batchId)?.rollsDone).toBe(before + 2);
});

test('a run given up by a wet glove goes on, its rolls with it and the batch as before; not once another is at the Bench', () => {
  const started = startSession(startedRuns(2));
  if (!started.ok) throw new Error(started.message);
  const run = findRun(started.runId);
  if (!run) throw new Error('the run should be there');
  const before = findBatch(run.batchId)?.rollsDone ?? 0;
  const rollId = run.plan.rollIds?.[0] ?? '';
  for (const countsRolls of [true, false]) {
    const givenUp = event('given-up', { reason: '', countsRolls });
    expect(recordEvent(run.id, givenUp).ok).toBe(true);
    expect([liveRun(), findRoll(rollId)?.state]).toEqual([null, countsRolls ? 'spoilt' : 'waiting']);
    expect(findBatch(run.batchId)?.rollsDone).toBe(before + (countsRolls ? 1 : 0));
    const undone = event('undone', { event: givenUp.id });
    expect(recordEvent(run.id, undone)).toMatchObject({ ok: true, repeated: false });
    // Delivered twice, it counts once.
    expect(recordEvent(run.id, undone)).toMatchObject({ ok: true, repeated: true });
    expect([liveRun()?.id, findRoll(rollId)?.state, findRoll(rollId)?.runId]).toEqual([run.id, 'developing', run.id]);
    expect(findBatch(run.batchId)?.rollsDone).toBe(before);
  }
  expect(recordEvent(run.id, event('poured', { step: 'prewash' })).ok).toBe(true);

  const last = event('given-up', { reason: '', countsRolls: false });
  recordEvent(run.id, last);
  expect(beginRun(queuedRuns()[0]?.id ?? '').ok).toBe(true);
  const late = recordEvent(run.id, event('undone', { event: last.id }));
  expect(late.ok ? '' : late.message).toContain('One run at a time');
  expect(stateOfRun(run).phase).toBe('given-up');
});

test('search takes wildcards as letters and pages through', () => {
  const { rolls, total } = listRolls({ state: 'all', process: 'all', search: '%', sort: 'name', limit: 2, offset: 0 });
  expect([rolls.length, total]).toEqual([0, 0]);
  const all = listRolls({ state: 'all', process: 'C-41', search: 'roll', sort: 'added', limit: 2, offset: 1 });
  expect(all.total).toBeGreaterThan(2);
  expect(all.rolls).toHaveLength(2);
  expect(findRoll('nobody')).toBeNull();
});
