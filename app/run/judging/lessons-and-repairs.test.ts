import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { loader as benchLoader } from '../../bench/screen/bench.tsx';
import { storeDoneRun } from '../acts/a-done-run.fixture.ts';
import { recordEvent } from '../acts/run-log.server.ts';
import { startSession } from '../evening/session-start.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { findRoll } from '../../server/rolls.server.ts';
import { findRun, liveRun } from '../../server/runs/runs.server.ts';
import { action as repairAction } from '../../session/run-acts/repair.ts';
import { backToThePlan } from '../../session/run-acts/replan.server.ts';
import { fromText } from '../../ui/as-text.ts';
import { loader as tonightLoader } from '../../session/tonight/tonight.tsx';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { action as lessonsAction, loader as lessonsLoader } from '../../logbook/lessons/lessons.tsx';
import { action as lookAction } from '../../logbook/inspection/look.tsx';
import { loader as runLoader } from '../../logbook/runs/run.tsx';

let count = 0;
const happens = (runId: string, kind: string, body: object = {}) => {
  const recorded = recordEvent(runId, { id: `event-${++count}-less`, atMs: nowMs(), kind, ...body });
  if (!recorded.ok) throw new Error(recorded.message);
};
const page = (runId: string) => load(runLoader, '/', { runId }) as ReturnType<typeof runLoader>;
const lessons = () => (load(lessonsLoader, '/') as ReturnType<typeof lessonsLoader>).lessons;
const atBench = (runId: string) => (load(benchLoader, '/', { runId }) as ReturnType<typeof benchLoader>).lessons;
const keep = (fields: Record<string, string>) => post(lessonsAction, { intent: 'keep', ...fields });

function atTheBench(rollId: string, film: string, batchId = 'b'): string {
  storeRoll(rollId, { film });
  const plan = findRun('first')?.plan;
  if (!plan) throw new Error('no plan');
  const started = startSession([{ batchId, tankId: 'steel', rollIds: [rollId], plan: { ...plan, rollIds: [rollId] }, seenRemjet: false }]);
  if (!started.ok) throw new Error(started.message);
  return started.runId;
}
function giveUp(runId: string): void {
  happens(runId, 'readied', { skipped: [] });
  happens(runId, 'given-up', { reason: '', countsRolls: false });
}

beforeAll(() => {
  storeTank('steel');
  for (const id of ['b', 'elsewhere']) storeBatch(id, 0);
  storeDoneRun('first', {
    batchId: 'b',
    tankId: 'steel',
    on: '2026-11-22',
    rolls: [{ id: 'r1', film: 'Tern 400' }],
    shares: { 'bleach-fix': 0.5 },
  });
});

test('a lesson from a cause is offered in its words, kept in the person’s, and appears at its step in the next run', async () => {
  const offered = load(lessonsLoader, '/logbook/lessons?run=first&cause=silver-left') as ReturnType<typeof lessonsLoader>;
  expect(offered.typed).toMatchObject({
    text: expect.stringMatching(/Give the bleach its whole time/) as string,
    at: 'bleach',
    about: 'kit:house-c41-three-bath',
  });
  const kept = await keep({
    run: 'first',
    text: 'Leave the telephone alone in the bleach-fix.',
    about: 'kit:house-c41-three-bath',
    at: 'bleach',
    once: 'lesson-telephone',
  });
  expect(kept.to).toBe('/logbook/lessons#lesson-lesson-telephone');
  const runId = atTheBench('r2', 'Fennel 200');
  expect(atBench(runId)).toMatchObject([{ text: 'Leave the telephone alone in the bleach-fix.', at: 'bleach' }]);
  giveUp(runId);
});

test('a lesson about a film returns with that film, at planning on Session; one about another batch does not', async () => {
  await keep({ run: 'first', text: 'Tern wants a stop more.', about: 'film:Tern 400', at: 'planning', once: 'lesson-about-tern' });
  await keep({ text: 'Only there.', about: 'batch:elsewhere', at: 'developer', once: 'lesson-elsewhere' });
  storeRoll('r3', { film: 'Tern 400' });
  const said = () => fromText(load(tonightLoader, '/') as ReturnType<typeof tonightLoader>).page.lessons.map(({ text }) => text);
  expect(said()).toEqual(['Tern wants a stop more.']);
  const fennel = atTheBench('r4', 'Fennel 200');
  expect(atBench(fennel).map(({ text }) => text)).toEqual(['Leave the telephone alone in the bleach-fix.']);
  giveUp(fennel);
});

test('after a run it asks whether it helped, and not after one that was before it', async () => {
  // A run of a day to come: the lesson was kept before it, whenever this is read.
  storeDoneRun('second', { batchId: 'b', tankId: 'steel', on: '2099-01-01', rolls: [{ id: 'r5', film: 'Fennel 200' }] });
  const asked = () => page('second').lessonsAsked;
  expect([asked(), page('first').lessonsAsked]).toMatchObject([[{ id: 'lesson-telephone', helped: null }], []]);
  await post(lessonsAction, { intent: 'helped', lesson: 'lesson-telephone', run: 'second', back: '/logbook/second' });
  expect(asked()).toMatchObject([{ id: 'lesson-telephone', helped: true }]);
});

test('a lesson is done with, returns, is reworded in its place, taken out and brought back; nonsense is refused in words', async () => {
  const one = () => lessons().find(({ id }) => id === 'lesson-telephone');
  await post(lessonsAction, { intent: 'helped', lesson: 'lesson-telephone', run: 'first' });
  await post(lessonsAction, { intent: 'helped', lesson: 'lesson-telephone', run: 'first' });
  expect(one()).toMatchObject({ asked: 2, helped: 2 });
  await post(lessonsAction, { intent: 'done', lesson: 'lesson-telephone' });
  const quiet = atTheBench('r6', 'Fennel 200');
  expect(atBench(quiet)).toEqual([]);
  giveUp(quiet);
  await post(lessonsAction, { intent: 'return', lesson: 'lesson-telephone' });
  await keep({ lesson: 'lesson-telephone', text: 'Telephone off.', about: 'tank:steel', at: 'fixer' });
  expect(one()).toMatchObject({
    text: 'Telephone off.',
    at: 'fixer',
    about: { kind: 'tank', name: 'steel' },
    runId: 'first',
    doneAtMs: null,
  });
  expect((await post(lessonsAction, { intent: 'drop', lesson: 'lesson-telephone' })).to).toContain('dropped=lesson-telephone');
  expect(one()).toBeUndefined();
  await post(lessonsAction, { intent: 'bring-back', lesson: 'lesson-telephone' });
  expect(one()?.text).toBe('Telephone off.');
  expect((await keep({ text: '   ', about: 'everything:', at: 'planning' })).data).toMatchObject({
    field: 'text',
    says: expect.stringContaining('sentence') as string,
  });
  expect((await keep({ text: 'x', about: 'moon:full', at: 'planning' })).data).toMatchObject({ field: 'about', typed: { text: 'x' } });
  expect((await keep({ text: 'x'.repeat(301), about: 'everything:', at: 'planning' })).data.says).toContain('301');
});

test('silver left: a repair run at the Bench goes over the same roll, and only the bottles that it poured count it', async () => {
  await post(lookAction, { colour: 'weak', marks: ['silver'], filmIs: 'dry' }, { runId: 'first' });
  expect(page('first').repair?.helps).toEqual(['bleach', 'fix', 'wash', 'stabilise']);
  const wear = () => Object.fromEntries((findBatch('b')?.bottles ?? []).map((bottle) => [bottle.bath, [bottle.rollsDone, bottle.mlLeft]]));
  const [before, rollsBefore] = [wear(), findBatch('b')?.rollsDone];
  const begun = await post(repairAction, { again: ['bleach', 'fix', 'wash'], batch: 'b' }, { runId: 'first' });
  const repair = liveRun();
  expect(begun.to).toBe(`/bench/${repair?.id ?? ''}`);
  // Pressed twice it is one repair.
  expect((await post(repairAction, { again: ['fix'], batch: 'b' }, { runId: 'first' })).to).toBe(begun.to);
  expect(repair?.plan.steps.map((step) => step.kind)).toEqual(['bleach-fix', 'wash']);
  for (const { id: step } of repair?.plan.steps ?? []) {
    happens(repair?.id ?? '', 'poured', { step });
    happens(repair?.id ?? '', 'step-ended', { step });
  }
  happens(repair?.id ?? '', 'finished');
  const after = wear();
  expect(after['bleach-fix']).toEqual([(before['bleach-fix']?.[0] ?? 0) + 1, (before['bleach-fix']?.[1] ?? 0) - 13]);
  expect([after['developer'], after['stabiliser'], findBatch('b')?.rollsDone]).toEqual([
    before['developer'],
    before['stabiliser'],
    rollsBefore,
  ]);
  expect(findRoll('r1')).toMatchObject({ runId: 'first', state: 'developed' });
  expect(page('first').repairs).toMatchObject([{ id: repair?.id, title: 'Repair: bleach, fix, wash again' }]);
  expect(page(repair?.id ?? '').repairOf).toMatchObject({ id: 'first' });
  // Its end taken back, it goes on, and no bottle has counted it; ended again, each has counted it once.
  const ended = load(benchLoader, '/', { runId: repair?.id ?? '' }) as ReturnType<typeof benchLoader>;
  happens(repair?.id ?? '', 'undone', { event: ended.events.at(-1)?.event.id });
  expect(wear()).toEqual(before);
  happens(repair?.id ?? '', 'finished');
  expect(wear()).toEqual(after);
});

test('a bottle that has seen more than its batch is timed by its own wear, in a repair as on an evening', async () => {
  storeBatch('worn', 0);
  storeDoneRun('of-worn', { batchId: 'worn', tankId: 'steel', on: '2026-11-22', rolls: [{ id: 'rw' }] });
  const repairedFor = async () => {
    await post(repairAction, { again: ['fix'], batch: 'worn' }, { runId: 'of-worn' });
    const repair = liveRun();
    for (const { id: step } of repair?.plan.steps ?? []) {
      happens(repair?.id ?? '', 'poured', { step });
      happens(repair?.id ?? '', 'step-ended', { step });
    }
    happens(repair?.id ?? '', 'finished');
    return repair?.plan.steps[0]?.seconds ?? 0;
  };
  // Six percent of its leaflet's time a roll: the second repair finds the bottle one roll further, the batch where it was.
  const first = await repairedFor();
  expect(await repairedFor()).toBeGreaterThan(first);
  expect(findBatch('worn')?.rollsDone).toBe(1);
});

test('a repair is refused in words: nothing chosen, a batch of another process, a spent bottle, a run at the Bench', async () => {
  const refused = async (fields: Record<string, string | string[]>) =>
    decodeURIComponent((await post(repairAction, fields, { runId: 'first' })).to ?? '');
  expect(await refused({ batch: 'b' })).toMatch(/Choose what to do again/);
  expect(await refused({ batch: 'gone', again: ['fix'] })).toMatch(/not there any more/);
  const fixer = findBatch('elsewhere')?.bottles.find((bottle) => bottle.bath === 'bleach-fix');
  writeEntry({ batchId: 'elsewhere', atMs: nowMs(), entry: { kind: 'test', on: today(), bottle: fixer?.id ?? '', result: 'failed' } });
  expect(await refused({ batch: 'elsewhere', again: ['fix'] })).toMatch(/spent|refused/i);
  const live = atTheBench('r7', 'Fennel 200');
  expect(await refused({ batch: 'b', again: ['fix'] })).toMatch(/already at the Bench/);
  giveUp(live);
  expect((await post(repairAction, { batch: 'b', again: ['fix'] }, { runId: 'nobody' })).status).toBe(404);
});

test('a repair that was begun by mistake goes back without a trace', async () => {
  await post(repairAction, { again: ['wash'], batch: 'b' }, { runId: 'first' });
  const repair = liveRun();
  expect(backToThePlan(repair?.sessionId ?? '')).toBe(true);
  expect([liveRun(), findRoll('r1')?.state, page('first').repairs.length]).toEqual([null, 'developed', 1]);
});
