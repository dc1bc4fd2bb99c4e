import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { startSession } from '../../run/evening/session-start.server.ts';
import { storedSetting } from '../../server/settings.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { loader as listLoader } from '../list/list.tsx';
import { action, loader } from './run.tsx';
import { whenRun } from './when-run.server.ts';

let count = 0;
const happens = (runId: string, kind: string, body: object = {}) =>
  recordEvent(runId, { id: `event-${++count}-logb`, atMs: nowMs(), kind, ...body });

/** Runs one roll at once after the other, each given up with a note. */
function givenUp(id: string): string {
  storeRoll(id);
  const settings = {
    temperaturesC: { b: { developer: 37 } },
    batchIds: ['b'],
    excluded: ['x'],
    arrangement: [{ tankId: 't', batchId: 'b', rollIds: [id] }],
  };
  const started = startSession(
    [{ batchId: 'b', tankId: 't', rollIds: [id], plan: { ...housePlan(), title: `Run of ${id}` }, seenRemjet: false }],
    settings,
  );
  if (!started.ok) throw new Error(started.message);
  happens(started.runId, 'readied', { skipped: ['Gloves'] });
  happens(started.runId, 'poured', { step: 0 });
  happens(started.runId, 'note', { text: `lid off, ${id}` });
  happens(started.runId, 'given-up', { reason: 'lid', countsRolls: true });
  return started.runId;
}

beforeAll(() => {
  storeBatch('b', 6);
  storeTank('t');
});

test('a run is told whole: what was skipped, noted, planned and done; a live one leads to the Bench, an unknown one is said', () => {
  const runId = givenUp('a');
  expect(load(loader, '/', { runId })).toMatchObject({
    state: 'given-up',
    skipped: ['Gloves'],
    notes: [{ text: 'lid off, a' }],
    givenUp: { reason: 'lid', countsRolls: true },
    rolls: [{ id: 'a' }],
    when: expect.stringMatching(/first pour \d\d:\d\d:\d\d$/) as string,
  });
  expect(load(loader, '/', { runId: 'nobody' })).toBe(404);
});

test('a run over midnight has one date, the one that the list gives it, and its first pour says its own', () => {
  const at = (hour: number, day: number) => new Date(2026, 10, day, hour, 40, 12).getTime();
  expect(whenRun(at(0, 29), at(23, 28))).toMatch(/^Sunday 29 November 2026, first pour 23:40:12 on 28 November$/);
  expect(whenRun(at(22, 28), at(21, 28))).toBe('Saturday 28 November 2026, first pour 21:40:12');
  expect([whenRun(at(22, 28), null), whenRun(null, null)]).toEqual(['Saturday 28 November 2026', 'never begun']);
});

test('what it taught is kept; an evening like it carries its settings over and none of its rolls', async () => {
  const runId = givenUp('b');
  expect((await post(action, { verdict: '  Keep the lid on.  ' }, { runId })).to).toBe(`/logbook/${runId}`);
  expect(load(loader, '/', { runId })).toMatchObject({ verdict: 'Keep the lid on.' });
  expect((await post(action, { intent: 'again' }, { runId })).to).toBe('/');
  expect(storedSetting('draft')).toMatchObject({
    temperaturesC: { b: { developer: 37 } },
    batchIds: ['b'],
    arrangement: null,
    excluded: [],
  });
});

test('the logbook lists the newest first and pages; an address of nonsense is its first page', () => {
  for (let i = 0; i < 31; i++) givenUp(`more-${i}`);
  const first = load(listLoader, '/logbook?page=banana') as ReturnType<typeof listLoader>;
  const second = load(listLoader, '/logbook?page=2') as ReturnType<typeof listLoader>;
  expect([first.page, first.runs.length, first.total, second.runs.length]).toEqual([1, 30, 33, 3]);
  expect(first.runs[0]?.title).toBe('Run of more-30');
  expect(new Set([...first.runs, ...second.runs].map((run) => run.id)).size).toBe(33);
});
