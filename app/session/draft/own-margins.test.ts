import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { recordEvent } from '../../run/acts/run-log.server.ts';
import { startSession } from '../../run/evening/session-start.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findRun } from '../../server/runs/runs.server.ts';
import { post } from '../../ui/forms/posting.fixture.ts';
import { startedRuns } from '../a-session.fixture.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { action } from '../tonight/tonight.tsx';
import { readDraft, tonight, writeDraft } from './tonight.server.ts';
import { marginsLastTime } from './margins-last-time.server.ts';

const KIT = 'house-c41-three-bath';
const margin = (fields: Record<string, string>) =>
  post(action, { intent: 'margin', batchId: 'batch', kitId: KIT, bath: 'developer', reason: '', ...fields });
const developer = () => {
  const plan = tonight().evening.runs[0]?.plan;
  return plan?.ok ? plan.value.steps.find((step) => step.bath === 'developer') : undefined;
};
let count = 0;
const happens = (runId: string, kind: string, body: object = {}) =>
  recordEvent(runId, { id: `own-event-${++count}`, atMs: nowMs(), kind, ...body });

beforeAll(() => void startedRuns(1));

test('a margin is typed in seconds or percent with its reason, and is a line of its own; a slip is told at its field', async () => {
  const bareS = developer()?.seconds ?? NaN;
  await margin({ amount: '5 %', reason: 'thin with this kit' });
  expect(developer()?.working.at(-1)).toEqual({
    what: 'own',
    seconds: Math.round(bareS * 0.05),
    label: 'Your own margin, +5 %: thin with this kit',
  });
  expect(await margin({ amount: 'a bit more' })).toMatchObject({
    status: 422,
    data: { field: 'batch developer own', typed: 'a bit more', message: expect.stringContaining('+10, −0:05 or 5 %') as string },
  });
  expect(developer()?.seconds).toBe(bareS + Math.round(bareS * 0.05));
  await margin({ amount: '' });
  expect(developer()?.seconds).toBe(bareS);
});

test('what was set at the Bench is offered again for this kit, whichever its batch, and never taken by itself', async () => {
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const run = findRun(started.runId);
  expect(happens(started.runId, 'margin', { step: 'developer', by: 'seconds', amount: 10, reason: 'thin' })).toMatchObject({ ok: true });
  expect(marginsLastTime([KIT])).toEqual({});
  for (const step of run?.plan.steps ?? []) {
    happens(started.runId, 'poured', { step: step.id });
    happens(started.runId, 'step-ended', { step: step.id });
  }
  expect(happens(started.runId, 'finished')).toMatchObject({ ok: true });
  const own = { by: 'seconds', amount: 10, reason: 'thin' };
  expect(marginsLastTime([KIT, 'no such kit'])).toEqual({ [KIT]: { developer: own } });
  expect(readDraft().own[KIT] ?? {}).toEqual({});
  await margin({ amount: '+0:10', reason: 'thin' });
  storeBatch('mixed later', 0);
  await post(action, { intent: 'choose-batch', batchId: 'mixed later' });
  const later = startedRuns(1)[0];
  expect(later?.batchId).toBe('mixed later');
  expect(later?.plan.steps.find((step) => step.bath === 'developer')?.working.at(-1)).toMatchObject({ what: 'own', seconds: 10 });
  // And it outlasts the evening.
  expect(startSession(later ? [later] : [], {}).ok).toBe(true);
  expect(readDraft().own[KIT]).toEqual({ developer: own });
});

test('a margin for one film reaches its rolls alone, and is told where that film shares a tank with another', async () => {
  storeTank('for two');
  storeRoll('thin-1', { film: 'Sorrel 400' });
  storeRoll('other-1', { film: 'Fennel 200' });
  await margin({ amount: '+0:20', reason: 'thin in spring', film: 'Sorrel 400' });
  const batchId = tonight().inUse[0]?.id ?? '';
  const arranged = (...runs: string[][]) => {
    writeDraft({ ...readDraft(), arrangement: runs.map((rollIds) => ({ tankId: 'for two', batchId, rollIds })) });
    return tonight().evening.runs.map(({ plan }) => {
      const own = plan.ok ? plan.value.steps.find(({ bath }) => bath === 'developer')?.working.find(({ what }) => what === 'own') : null;
      return [own?.seconds ?? 0, plan.ok && plan.value.advice.some(({ message }) => message.startsWith('Sorrel 400 has a margin'))];
    });
  };
  const ofKit = 10;
  expect(arranged(['thin-1'], ['other-1'])).toEqual([
    [20, false],
    [ofKit, false],
  ]);
  expect(arranged(['thin-1', 'other-1'])).toEqual([[ofKit, true]]);
});

test('what is made as it was last time outlasts an evening that goes on, as any margin does', async () => {
  const film = 'Tern 400';
  await post(action, { intent: 'as-last', batchId: 'batch', kitId: KIT, bath: 'developer', tempC: '38', ownS: '15', film });
  expect(readDraft().own[`${KIT}#${film}`]).toEqual({ developer: { by: 'seconds', amount: 15, reason: 'as last time' } });
});
