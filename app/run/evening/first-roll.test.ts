import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { loader as benchLoader } from '../../bench/screen/bench.tsx';
import { action as practise } from '../../bench/practice/practice.tsx';
import { action, loader } from '../../first/first-roll.tsx';
import { loader as frameLoader } from '../../frame/daylight.tsx';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findKit, listKits } from '../../server/shelf/kits.server.ts';
import { setPracticeEnd } from '../../server/runs/practices.server.ts';
import { waitingRolls } from '../../server/rolls.server.ts';
import { setRunState } from '../../server/runs/runs.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { startSession } from './session-start.server.ts';

const page = (address = '/first-roll') => load(loader, address) as ReturnType<typeof loader>;
const does = async (fields: Record<string, string>) => post(action, fields);
const done = async (step: string) => (await does({ intent: 'done', step })).to;
const LEAFLET = {
  intent: 'kit',
  process: 'C-41',
  bottles: 'developer,bleach-fix,stabiliser',
  name: 'Kitchen kit',
  makes: '1000',
  '0.temp': '38',
  '0.time': '3:15',
  '1.temp': '38',
  '1.time': '6:30',
  '2.temp': '25',
  '2.time': '1:00',
};

test('looked at, nothing has begun; the first press begins it, and every page knows the way back', async () => {
  expect(page()).toMatchObject({ begun: false, step: 'needed', done: [] });
  expect(storedSetting('first-roll')).toBeNull();
  expect(load(frameLoader)).toMatchObject({ firstRoll: null });
  expect(await done('needed')).toBe('/first-roll?step=kit');
  expect(load(frameLoader)).toMatchObject({ firstRoll: { done: 1, of: 10 } });
  // Somebody who knows the room already goes there first, and is led back to what was left out.
  expect(await done('room')).toBe('/first-roll?step=tank');
  expect(page()).toMatchObject({ step: 'kit', done: ['needed', 'room'] });
  expect(page('/first-roll?step=moon').step).toBe('kit');
  expect((await does({ intent: 'done', step: 'moon' })).status).toBe(422);
  expect((await does({ intent: 'dance' })).status).toBe(422);
});

test('the leaflet is refused by field, and kept whole once it can be', async () => {
  const { data } = await does({ ...LEAFLET, name: '', '1.time': 'soon', '0.more': '30', '0.wear': 'percent', '0.percent': '-1' });
  expect(data).toMatchObject({ step: 'kit', leaflet: { typed: { '1.time': 'soon' } } });
  expect(Object.keys((data as { leaflet: { faults: object } }).leaflet.faults).sort()).toEqual(['0.more', '0.percent', '1.time', 'name']);
  // A form without bottles makes no kit, and a first roll is C-41 whatever is posted.
  expect((await does({ ...LEAFLET, bottles: '' })).status).toBe(422);
  const before = listKits().length;
  expect((await does({ ...LEAFLET, process: 'E-6', '0.more': '30 8:00', rolls: '8', '0.wear': 'percent', '0.percent': '2' })).to).toBe(
    '/first-roll?step=tank',
  );
  expect(listKits()).toHaveLength(before + 1);
  expect(findKit('kitchen-kit')?.kit).toMatchObject({
    process: 'C-41',
    capacityRolls: 8,
    baths: [
      {
        nominalC: 38,
        exhaustion: { rule: 'percent', perRoll: 2 },
        time: {
          points: [
            { c: 38, s: 195 },
            { c: 30, s: 480 },
          ],
        },
      },
      { time: { points: [{ c: 38, s: 390 }] } },
      {},
    ],
  });
  // Another of the same name is another kit; one that is there is chosen.
  await does(LEAFLET);
  expect(page().kit?.id).toBe('kitchen-kit-2');
  await does({ intent: 'choose-kit', kit: 'kitchen-kit' });
  expect(page().kit).toMatchObject({ id: 'kitchen-kit', name: 'Kitchen kit' });
  expect((await does({ intent: 'choose-kit', kit: 'gone' })).status).toBe(404);
});

test('a tank is typed in once however often it is posted, or chosen from the shelf', async () => {
  const once = 'first-tank-0001';
  const tank = { intent: 'tank', once, name: 'My tank', method: 'inversion', volumeMl: '500' };
  const refused = (await does({ ...tank, volumeMl: 'a cup' })).data as { reply: { error: Record<string, string[]> } };
  expect(refused.reply.error).toEqual({ volumeMl: [expect.stringContaining('How much it takes')] });
  await does(tank);
  await does(tank);
  expect(listTanks().map(({ id, volumeMl, holds }) => ({ id, volumeMl, holds }))).toEqual([
    { id: once, volumeMl: 500, holds: { '135': 1 } },
  ]);
  storeTank('t');
  await does({ intent: 'choose-tank', tank: 't' });
  expect(page().tank).toBe('t');
  expect((await does({ intent: 'choose-tank', tank: 'gone' })).status).toBe(404);
});

test('loading with closed eyes is counted, and how the bath gets warm is worked out for this kit', async () => {
  for (const times of [1, 2, 3]) {
    expect((await does({ intent: 'loaded' })).to).toBe('/first-roll?step=blind');
    expect(page().blind).toBe(times);
  }
  const { bath } = page('/first-roll?step=bath');
  expect(bath?.setC).toBe(38);
  expect(bath?.readyS).toBeGreaterThan(600);
  expect(bath?.sinkC).toBeGreaterThan(38);
});

test('a dry run that ended and a roll that hangs count by themselves, whoever’s page they were done on', async () => {
  const water = { scene: 'water', kit: 'kitchen-kit', tank: 't', speed: '1', seed: '' };
  const begun = (await post(practise, { ...water, once: 'dry-run-00001' })).to;
  expect(page('/first-roll?step=dry-run').facts).toMatchObject({ dry: null, dryOpen: 'dry-run-00001' });
  setPracticeEnd('dry-run-00001', nowMs(), 80);
  expect([begun, page().facts.dry, page().done.includes('dry-run')]).toEqual(['/practice/dry-run-00001', 'dry-run-00001', true]);

  expect(page('/first-roll?step=real').facts).toMatchObject({ batch: null, rolls: 0, live: null, run: null });
  const film = { intent: 'film', once: 'first-film-0001', film: 'Fennel 200', speed: 'fast' };
  expect((await does(film)).data).toMatchObject({ step: 'real', reply: { error: { speed: ['Its ISO number, such as 200.'] } } });
  for (let twice = 0; twice < 2; twice++) expect((await does({ ...film, speed: '200' })).to).toBe('/first-roll?step=real');
  expect(waitingRolls().map(({ name, process, exposedSpeed }) => ({ name, process, exposedSpeed }))).toEqual([
    { name: 'My first roll', process: 'C-41', exposedSpeed: 200 },
  ]);
  storeBatch('b', 0);
  const started = startSession([{ batchId: 'b', tankId: 't', rollIds: ['first-film-0001'], plan: housePlan(), seenRemjet: false }]);
  if (!started.ok) throw new Error(started.message);
  expect(page().facts.live?.id).toBe(started.runId);
  expect(load(benchLoader, '/', { runId: started.runId })).toMatchObject({
    explains: expect.arrayContaining([expect.stringContaining('Makes silver and dye')]) as string[],
  });
  setRunState(started.runId, 'finished', nowMs());
  expect(page()).toMatchObject({ facts: { run: { id: started.runId } } });
  expect(page().done).toContain('real');

  expect((await does({ intent: 'over' })).to).toBe('/');
  expect(load(frameLoader)).toMatchObject({ firstRoll: null });
  expect(load(benchLoader, '/', { runId: started.runId })).toMatchObject({ explains: null });
  // Once more from the beginning, with the kit and the tank that are known.
  await does({ intent: 'again' });
  expect(page()).toMatchObject({ over: false, done: [], kit: { id: 'kitchen-kit' }, tank: 't' });
});

test('a page of it that was stored by another version is begun anew and breaks nothing', () => {
  writeSetting('first-roll', { begunAtMs: 'yesterday', done: 5 });
  expect(page()).toMatchObject({ begun: false, step: 'needed' });
});
