import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { findBatch } from '../../server/shelf/batches.server.ts';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { storeDoneRun } from '../acts/a-done-run.fixture.ts';
import { lastTime, type ToPlan } from './last-time.server.ts';

const KIT = 'house-c41-three-bath';
const asked = (change: Partial<ToPlan> = {}): ToPlan => ({
  film: 'Fennel 200',
  process: 'C-41',
  pushStops: 0,
  kitId: KIT,
  kitName: findBatch('batch')?.kit.name ?? '',
  tankName: 'One',
  ...change,
});

beforeAll(() => {
  storeTank('One', 1);
  storeBatch('batch', 0);
  const film = (id: string, name: string) => [{ id, film: name }];
  storeDoneRun('spring', {
    batchId: 'batch',
    tankId: 'One',
    on: '2026-04-02',
    rolls: film('a', 'Fennel 200'),
    readings: [
      [0, 37],
      [120, 36.4],
    ],
  });
  storeDoneRun('summer', { batchId: 'batch', tankId: 'One', on: '2026-07-02', rolls: film('b', 'Fennel 200'), pushStops: 1 });
  storeDoneRun('autumn', { batchId: 'batch', tankId: 'One', on: '2026-10-02', rolls: film('c', 'Tern 400') });
});

test('the same film with the same push comes before the same film, and that before the same kit and push; newest first', () => {
  expect(lastTime(asked())).toMatchObject({ runId: 'spring', near: 'film-and-push', different: [] });
  expect(lastTime(asked({ pushStops: 1 }))).toMatchObject({ runId: 'summer', near: 'film-and-push' });
  expect(lastTime(asked({ pushStops: 2 }))).toMatchObject({ runId: 'summer', near: 'film', different: [expect.stringMatching(/^it was/)] });
  expect(lastTime(asked({ pushStops: 2 }))?.different).toEqual(['it was a push 1']);
  expect(lastTime(asked({ film: 'Lapwing 100' }))).toMatchObject({ runId: 'autumn', near: 'kit-and-push' });
  expect(lastTime(asked({ film: '' }))).toMatchObject({ runId: 'autumn', near: 'kit-and-push' });
  expect(lastTime(asked({ film: 'Lapwing 100', pushStops: 2 }))).toBeNull();
  expect(lastTime(asked({ process: 'E-6', kitId: 'none' }))).toBeNull();
});

test('it says how it was: the time, the temperature in the tank by what was read, and what is different now', () => {
  const spring = lastTime(asked({ kitName: 'Another kit', tankName: 'Two', treatment: 'bleach-bypass' }));
  expect(spring?.on).toBe('2 Apr 2026');
  expect(spring?.developerS).toBeGreaterThan(190);
  // Between 37.0 and 36.4, and on as it was last read.
  expect(spring?.meanC).toBeGreaterThan(36.4);
  expect(spring?.meanC).toBeLessThan(37);
  expect([spring?.ownS, spring?.ownWay, spring?.verdict, spring?.range]).toEqual([0, false, null, null]);
  expect(spring?.different).toEqual([`the kit was ${findBatch('batch')?.kit.name}`, 'the treatment was normal', 'in One']);
});
