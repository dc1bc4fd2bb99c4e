import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun } from '../../run/acts/a-done-run.fixture.ts';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { setRollState } from '../rolls.server.ts';
import { storeBatch, storeTank } from '../shelf/a-shelf.fixture.ts';
import { saveLook } from './looks.server.ts';
import { bestStripBetween, filmsBetween } from './year-of-rolls.server.ts';

const [FROM, TO] = [Date.UTC(2026, 0, 1), Date.UTC(2027, 0, 1)];

test('a year by film: how many rolls, what came out, what nobody looked at and what was lost; another year is another’s', () => {
  storeTank('Two');
  storeBatch('batch', 0);
  const run = (id: string, on: string, film: string, n = 1) =>
    storeDoneRun(id, { batchId: 'batch', tankId: 'Two', on, rolls: Array.from({ length: n }, (_, i) => ({ id: `${id}-${i}`, film })) });
  run('a', '2026-03-01', 'Fennel 200', 2);
  run('b', '2026-04-01', 'Fennel 200');
  run('c', '2026-05-01', 'Tern 400');
  run('d', '2026-06-01', '');
  run('before', '2025-12-30', 'Fennel 200');
  const look = (runId: string, edge: 'thin' | 'normal', frames: 'thin' | 'normal') => {
    saveLook({
      id: `look-${runId}`,
      runId,
      rollId: null,
      filmIs: 'dry',
      seen: { edge, frames, colour: 'right', marks: [] },
      note: '',
      atMs: 9,
    });
    indexRunAnew(runId);
  };
  look('a', 'normal', 'normal');
  look('b', 'normal', 'thin');
  setRollState('c-0', 'spoilt', 'c');
  expect(filmsBetween(FROM, TO)).toEqual([
    { process: 'C-41', film: 'Fennel 200', rolls: 3, right: 2, judged: { exposure: 1 }, notLookedAt: 0, lost: 0 },
    { process: 'C-41', film: '', rolls: 1, right: 0, judged: {}, notLookedAt: 1, lost: 0 },
    { process: 'C-41', film: 'Tern 400', rolls: 1, right: 0, judged: {}, notLookedAt: 0, lost: 1 },
  ]);
  expect(filmsBetween(TO, TO + 1)).toEqual([]);
  expect(bestStripBetween(FROM, TO)).toBeNull();
  // A look at one roll of a run says nothing of the others.
  saveLook({
    id: 'look-a',
    runId: 'a',
    rollId: 'a-1',
    filmIs: 'dry',
    seen: { edge: 'normal', frames: 'normal', marks: [] },
    note: '',
    atMs: 9,
  });
  indexRunAnew('a');
  expect(filmsBetween(FROM, TO)[0]).toMatchObject({ film: 'Fennel 200', rolls: 3, right: 1, notLookedAt: 1 });
});
