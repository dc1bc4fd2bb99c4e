import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { findBatch } from '../../server/shelf/batches.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { eventsOfRun, screensOfEvents } from '../../server/runs/run-events.server.ts';
import { stateOfRun } from '../../run/acts/run-state.server.ts';
import { findRun, liveRun } from '../../server/runs/runs.server.ts';
import { startSession } from '../../run/evening/session-start.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { loader as benchLoader } from '../screen/bench.tsx';
import { loader as clockLoader } from './clock.ts';
import { loader as emptyLoader } from '../after/empty.tsx';
import { action, loader } from './events.ts';
import { loader as streamLoader } from './stream.ts';

const STEPS = housePlan().steps.map((step) => step.id);
let runId = '';
let count = 0;
const event = (kind: string, body: object = {}) => ({ id: `event-${++count}-wxyz`, atMs: nowMs(), kind, ...body });
const theRun = () => findRun(runId) ?? { id: runId, plan: housePlan() };
const send = async (body: unknown, run = runId, context: object = {}) => {
  const text = typeof body === 'string' ? body : JSON.stringify(body);
  const request = new Request('http://s/', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: text });
  const answer = await action({ request, params: { runId: run }, context } as never);
  return { status: answer.status, ...((await answer.json()) as { seq?: number; repeated?: boolean; message?: string }) };
};

beforeAll(() => {
  storeBatch('b', 6);
  storeTank('t');
  storeRoll('a');
  storeRoll('b');
  const started = startSession([{ batchId: 'b', tankId: 't', rollIds: ['a', 'b'], plan: housePlan(), seenRemjet: false }]);
  if (started.ok) runId = started.runId;
});

test('what is no event is refused in words, and the log stays as it is', async () => {
  expect(await send('{"kind":')).toMatchObject({ status: 422, message: 'The event is not JSON.' });
  expect(await send(`"${'x'.repeat(30_000)}"`)).toMatchObject({ status: 413 });
  expect(await send({ ...event('poured', { step: STEPS[0] }), step: 'first' })).toMatchObject({
    status: 422,
    message: expect.stringContaining('$.step') as string,
  });
  expect(await send(event('exploded'))).toMatchObject({ status: 422 });
  expect(await send({ ...event('poured', { step: STEPS[0] }), atMs: nowMs() + 60_000 })).toMatchObject({
    status: 422,
    message: expect.stringContaining('future') as string,
  });
  expect(await send(event('poured', { step: STEPS[0] }), 'nobody')).toMatchObject({ status: 404 });
  expect(await send(event('poured', { step: STEPS[3] }))).toMatchObject({
    status: 409,
    message: expect.stringContaining('The next bath is') as string,
  });
  expect(eventsOfRun(theRun())).toEqual([]);
});

test('an act delivered twice counts once; another act under its id is refused', async () => {
  const poured = event('poured', { step: STEPS[0] });
  const first = await send(poured);
  expect([first.status, first.repeated]).toEqual([200, false]);
  expect(await send(poured)).toMatchObject({ status: 200, seq: first.seq, repeated: true });
  expect(await send({ ...poured, kind: 'note', text: 'tampered', step: undefined })).toMatchObject({ status: 409 });
  expect(eventsOfRun(theRun())).toHaveLength(1);
  // Before JavaScript arrives an act comes from a form, and is stamped here.
  const byForm = await post(action, { act: JSON.stringify({ kind: 'note', text: 'by form' }) }, { runId });
  expect([byForm.to, eventsOfRun(theRun()).at(-1)?.event]).toMatchObject([`/bench/${runId}`, { kind: 'note', text: 'by form' }]);
  expect((await post(action, { act: 'nonsense' }, { runId })).to).toMatch(/\?refused=.*kind/);
});

test('a stream gives what lies after its place, then each event as it comes, and a cut one is caught up', async () => {
  const stopping = new AbortController();
  const stream = streamLoader({ request: new Request('http://s/?after=1', { signal: stopping.signal }), params: { runId } } as never);
  const reader = (stream.body as ReadableStream<Uint8Array>).getReader();
  let said = '';
  const until = async (wanted: string) => {
    while (!said.includes(wanted)) said += new TextDecoder().decode((await reader.read()).value);
  };
  await until('by form');
  expect(said).not.toContain('"poured"');
  await send(event('note', { text: 'as it comes' }));
  await until('as it comes');
  expect(said.match(/^id: /gm)).toHaveLength(2);
  stopping.abort();
  const after = (await loader({ request: new Request('http://s/?after=2'), params: { runId } } as never).json()) as {
    events: unknown[];
  };
  expect(after.events).toHaveLength(1);
});

test('the whole run through the events alone: rolls developed, batch counted, the Bench shows it ended', async () => {
  const page = () => load(benchLoader, '/', { runId }) as Exclude<ReturnType<typeof benchLoader>, number>;
  expect(page()).toMatchObject({ runId, above: 'Run 1 of 1', after: { next: null, until: null } });
  expect(load(emptyLoader)).toBe(302);
  const { steps } = page().plan;
  await send(event('step-ended', { step: STEPS[0] }));
  for (let step = 1; step < steps.length; step++) {
    expect((await send(event('poured', { step }))).status).toBe(200);
    expect((await send(event('reading', { c: 37.4, shownC: 37.6, thermometer: 'Stem' }))).status).toBe(200);
    expect((await send(event('step-ended', { step }))).status).toBe(200);
  }
  const before = findBatch('b')?.rollsDone ?? 0;
  expect((await send(event('finished'))).status).toBe(200);
  expect([findRun(runId)?.state, liveRun(), findBatch('b')?.rollsDone]).toEqual(['finished', null, before + 2]);
  expect(await send(event('poured', { step: STEPS[1] }))).toMatchObject({
    status: 409,
    message: expect.stringContaining('already finished') as string,
  });
  const run = findRun(runId);
  const readings = run ? stateOfRun(run).actual.map((step) => step?.readings.length) : [];
  expect(readings).toEqual(steps.map((_, step) => (step === 0 ? 0 : 1)));
  expect(load(emptyLoader)).toMatchObject({ next: null });
  expect(load(benchLoader, '/', { runId: 'nobody' })).toBe(404);
  const { nowMs: told } = (await clockLoader().json()) as { nowMs: number };
  expect(Math.abs(told - nowMs())).toBeLessThan(2000);
});

test('an act says on which screen it was made: one that was let in by its name, this machine itself by none', async () => {
  const phone = { who: { kind: 'screen', screen: { name: 'phone at the sink' } } };
  const [here, there] = [event('note', { text: 'at the laptop' }), event('note', { text: 'at the sink' })];
  expect(await send(here)).toMatchObject({ status: 200 });
  expect(await send(there, runId, phone)).toMatchObject({ status: 200 });
  // Delivered again from another screen it stays the act of the first.
  expect(await send(there)).toMatchObject({ status: 200, repeated: true });
  expect([...screensOfEvents(runId)]).toEqual([[there.id, 'phone at the sink']]);
});
