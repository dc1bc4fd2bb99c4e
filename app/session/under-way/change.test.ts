import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import fc from 'fast-check';
import { eveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { onAnyRunAnnounced } from '../../run/acts/live-runs.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch, setBatchRetired } from '../../server/shelf/batches.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findRoll, setRollState, waitingRolls } from '../../server/rolls.server.ts';
import { runsToCome } from '../../run/acts/effect-of-run.server.ts';
import { findRun, liveRun, openSessionId, runsOfSession } from '../../server/runs/runs.server.ts';
import { post } from '../../ui/forms/posting.fixture.ts';
import { arrangedAs } from '../draft/arranged-as.server.ts';
import { EMPTY_DRAFT, type DraftChange } from '../draft/draft.ts';
import { readDraft, tonight, writeDraft } from '../draft/tonight.server.ts';
import { startTonight } from '../run-acts/replan.server.ts';
import { action as leave } from '../run-acts/leave.ts';
import { action as replan } from '../run-acts/replan.ts';
import { action as begin } from '../run-acts/begin.tsx';
import { fromText } from '../../ui/as-text.ts';
import { action, loader } from '../tonight/tonight.tsx';
import { changeComing, endEarly, undoComing } from './change.server.ts';
import { comingOf, queuedOf } from './coming.server.ts';

const ROLLS = ['a', 'b', 'c', 'd', 'e', 'late'];
let count = 0;
const happens = (runId: string, kind: string, body: object = {}) =>
  recordEvent(runId, { id: `change-event-${++count}`, atMs: nowMs(), kind, ...body });

beforeAll(() => {
  storeTank('one', 1);
  storeTank('two', 2);
  storeBatch('lane', 4);
  storeBatch('fresh', 0);
  for (const id of ROLLS) storeRoll(id);
  storeRoll('pushed', { exposedSpeed: 400 });
});

/** An evening of five rolls, one a run in the small tank, whose first run is at the Bench. */
function begun(): string {
  const left = openSessionId();
  const live = liveRun();
  if (live) happens(live.id, 'given-up', { reason: '', countsRolls: false });
  if (left !== null) endEarly(left);
  writeDraft({
    ...EMPTY_DRAFT,
    batchIds: ['lane'],
    excluded: ['late', 'pushed'],
    arrangement: ['a', 'b', 'c', 'd', 'e'].map((id) => ({ tankId: 'one', batchId: 'lane', rollIds: [id] })),
  });
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  happens(started.runId, 'poured', { step: 'prewash' });
  return openSessionId() ?? '';
}

const arranged = (sessionId: string) => comingOf(sessionId).draft.arrangement ?? [];
const runs = (sessionId: string) => ({ runs: [...arranged(sessionId)] });
const inRuns = (sessionId: string) => queuedOf(sessionId).map((run) => [run.tankId, run.batchId, ...run.plan.rollIds].join(' '));
const developers = (sessionId: string) =>
  queuedOf(sessionId).map((run) => run.plan.steps.find((step) => step.kind === 'developer')?.seconds ?? NaN);

/** What must hold at every stage of an evening, whatever was changed. */
function holdsTogether(sessionId: string): void {
  const open = runsOfSession(sessionId).filter((run) => run.state === 'live' || run.state === 'queued');
  // Every roll exactly once: it waits, or one run that has not ended has it, in its row and in its plan.
  for (const id of [...ROLLS, 'pushed']) {
    const holders = open.filter((run) => run.plan.rollIds.includes(id)).map((run) => run.id);
    const roll = findRoll(id);
    expect([id, roll?.state, roll?.runId ?? null]).toEqual([id, holders.length === 0 ? 'waiting' : 'developing', holders[0] ?? null]);
    expect(holders.length).toBeLessThanOrEqual(1);
  }
  // Every roll equivalent is reserved exactly once, and each run is timed for what goes before it.
  const before = new Map<string, number>();
  for (const run of open) {
    const done = findBatch(run.batchId)?.rollsDone ?? 0;
    const earlier = before.get(run.batchId) ?? 0;
    expect(run.plan.rollNumber).toBe(Math.ceil(done + earlier + run.runRolls - 1e-9));
    before.set(run.batchId, earlier + run.runRolls);
  }
  expect(new Map([...runsToCome()].map(([id, { wears }]) => [id, wears]))).toEqual(before);
  // The clock goes one way, and nothing to come lies in the past.
  const { coming, begun: past, ledger } = eveningUnderWay(sessionId, nowMs());
  let freeMs = Math.max(...past.map((run) => run.clock.hungMs));
  for (const { clock } of coming) {
    expect(clock.loadFromMs).toBeGreaterThanOrEqual(freeMs);
    expect(clock.firstPourMs).toBeGreaterThan(clock.loadFromMs);
    freeMs = clock.hungMs;
  }
  for (const [batchId, rolls] of before) {
    const last = ledger.filter((row) => row.batchName === batchId).at(-1);
    expect(last?.rollsAfter).toBeCloseTo((findBatch(batchId)?.rollsDone ?? 0) + rolls, 6);
  }
}

test('whatever is changed in whatever order: what began is untouched, every roll is kept once, and all of it can be taken back', () => {
  const changes = fc.oneof(
    fc.record({ kind: fc.constant('move' as const), roll: fc.nat(4), to: fc.integer({ min: -1, max: 4 }) }),
    fc.record({ kind: fc.constant('reorder' as const), from: fc.nat(4), to: fc.nat(4) }),
    fc.record({ kind: fc.constant('run-tank' as const), run: fc.nat(4), tankId: fc.constantFrom('one', 'two') }),
    fc.record({ kind: fc.constant('choose-batch' as const), batchId: fc.constantFrom('lane', 'fresh') }),
    fc.record({ kind: fc.constant('temperature' as const), tempC: fc.constantFrom(36, 37.4, 38, 12) }),
    fc.record({ kind: fc.constantFrom('roll-in' as const, 'roll-out' as const), rollId: fc.constantFrom(...ROLLS, 'pushed') }),
    fc.record({ kind: fc.constant('push' as const), rollId: fc.constantFrom(...ROLLS), stops: fc.constantFrom(0, 1) }),
    fc.record({ kind: fc.constant('propose' as const) }),
  );
  const made = (sessionId: string, asked: typeof changes extends fc.Arbitrary<infer C> ? C : never): DraftChange => {
    switch (asked.kind) {
      case 'move':
        return {
          kind: 'move',
          rollId: arranged(sessionId).flatMap((run) => run.rollIds)[asked.roll] ?? 'none',
          to: asked.to,
          ...runs(sessionId),
        };
      case 'reorder':
      case 'run-tank':
        return { ...asked, ...runs(sessionId) };
      case 'temperature':
        return { ...asked, batchId: 'lane', step: 'developer' };
      case 'push':
        return { kind: 'push', rollIds: [asked.rollId], stops: asked.stops };
      default:
        return asked;
    }
  };
  fc.assert(
    fc.property(fc.array(changes, { minLength: 1, maxLength: 7 }), (asked) => {
      const sessionId = begun();
      const live = JSON.stringify(findRun(liveRun()?.id ?? ''));
      const first = { rolls: inRuns(sessionId), developers: developers(sessionId) };
      let accepted = 0;
      for (const each of asked) {
        const before = { runs: inRuns(sessionId), developers: developers(sessionId) };
        const changed = changeComing(sessionId, made(sessionId, each));
        if (changed.ok) accepted++;
        // A change that is refused says why and has done nothing.
        else {
          expect(changed.message).toMatch(/\.$/);
          expect({ runs: inRuns(sessionId), developers: developers(sessionId) }).toEqual(before);
        }
        expect(JSON.stringify(findRun(liveRun()?.id ?? ''))).toBe(live);
        holdsTogether(sessionId);
      }
      for (let i = 0; i < accepted; i++) expect(undoComing(sessionId)).toMatchObject({ ok: true });
      expect({ rolls: inRuns(sessionId), developers: developers(sessionId) }).toEqual(first);
      holdsTogether(sessionId);
    }),
    { numRuns: 25 },
  );
}, 120_000);

test('a change says what it moved, run by run, and every screen hears of it', async () => {
  const sessionId = begun();
  const heard: string[] = [];
  const off = onAnyRunAnnounced((id) => heard.push(id));
  const before = developers(sessionId)[0] ?? NaN;
  const { data } = await post(action, { intent: 'temperature', batchId: 'lane', step: 'developer', tempC: '37' });
  off();
  const moved = (data as unknown as { moved: string[] }).moved;
  expect(developers(sessionId)[0]).toBeGreaterThan(before);
  expect(moved).toHaveLength(4);
  expect(moved[0]).toMatch(/^Run 2: developer \d:\d\d → \d:\d\d\.$|^Run 2: developer \d:\d\d → \d:\d\d; first pour .* → .*\.$/);
  expect(heard).toEqual(expect.arrayContaining(queuedOf(sessionId).map((run) => run.id)));
  expect((await post(action, { intent: 'undo' })).status).toBe(200);
  expect(developers(sessionId)[0]).toBe(before);
});

test('a roll from the camera bag joins where it may, and where it may not it is said why', async () => {
  const sessionId = begun();
  storeRoll('bag');
  await post(action, { intent: 'run-tank', run: '0', tankId: 'two', arranged: arrangedAs(arranged(sessionId)) });
  expect(await post(action, { intent: 'roll-in', rollId: 'bag' })).toMatchObject({ status: 200 });
  expect(queuedOf(sessionId)[0]?.plan.rollIds).toEqual(['b', 'bag']);
  // A push of its own needs a run of its own, in the smallest tank.
  await post(action, { intent: 'roll-in', rollId: 'pushed' });
  expect(inRuns(sessionId).at(-1)).toBe('one lane pushed');
  storeRoll('slide', { process: 'E-6' });
  expect(await post(action, { intent: 'roll-in', rollId: 'slide' })).toMatchObject({
    status: 409,
    data: {
      message: expect.stringMatching(
        /^Nothing was changed\. No tank and batch on the shelf take Roll slide: mix a batch for E-6/,
      ) as string,
    },
  });
  expect(await post(action, { intent: 'roll-in', rollId: 'bag' })).toMatchObject({ status: 409 });
  // One that was developed elsewhere meanwhile is left out with the next change, and holds nothing up.
  setRollState('bag', 'developed', null);
  expect(await post(action, { intent: 'move', rollId: 'c', to: '0', arranged: arrangedAs(arranged(sessionId)) })).toMatchObject({
    status: 200,
  });
  expect(queuedOf(sessionId)[0]?.plan.rollIds).toEqual(['b', 'c']);
});

test('two screens, a run that began a second ago, a roll done and a batch put away meanwhile: told in words, nothing half done', async () => {
  const sessionId = begun();
  const stale = arrangedAs(arranged(sessionId));
  await post(action, { intent: 'reorder', from: '0', to: '1', arranged: stale });
  const stands = inRuns(sessionId);
  const refused = (message: RegExp) => ({ status: 409, data: { message: expect.stringMatching(message) as string } });
  expect(await post(action, { intent: 'run-tank', run: '0', tankId: 'two', arranged: stale })).toMatchObject(
    refused(/changed on another screen meanwhile/),
  );
  expect(await post(action, { intent: 'roll-in', rollId: 'nobody' })).toMatchObject(refused(/no longer waiting/));
  setBatchRetired('lane', 7);
  expect(await post(action, { intent: 'temperature', batchId: 'lane', step: 'developer', tempC: '37' })).toMatchObject(
    refused(/put away meanwhile/),
  );
  expect(await post(action, { intent: 'choose-batch', batchId: 'lane' })).toMatchObject(refused(/put away meanwhile/));
  setBatchRetired('lane', null);
  expect(inRuns(sessionId)).toEqual(stands);

  // Run 1 ends, run 2 begins: what it holds cannot be changed, and an undo that would reach it says so.
  const live = liveRun();
  await post(action, { intent: 'move', rollId: 'd', to: '0', arranged: arrangedAs(arranged(sessionId)) });
  await post(action, { intent: 'run-tank', run: '0', tankId: 'two', arranged: arrangedAs(arranged(sessionId)) });
  expect(await post(action, { intent: 'move', rollId: 'd', to: '0', arranged: arrangedAs(arranged(sessionId)) })).toMatchObject({
    status: 200,
  });
  happens(live?.id ?? '', 'given-up', { reason: '', countsRolls: false });
  const shown = arrangedAs(arranged(sessionId));
  const next = queuedOf(sessionId)[0]?.id ?? '';
  expect(await post(begin, {}, { runId: next })).toMatchObject({ to: `/bench/${next}` });
  // Run 1 counted for nothing, so the batch has seen one roll less than run 2 was planned for.
  expect(await post(action, { intent: 'run-tank', run: '0', tankId: 'one', arranged: shown })).toMatchObject(
    refused(/on another screen meanwhile/),
  );
  expect(undoComing(sessionId)).toMatchObject({ ok: false, message: expect.stringContaining('has begun since') as string });
  expect(undoComing('no such session')).toMatchObject({ ok: false });
  holdsTogether(sessionId);
});

test('the evening ended early goes on at the Bench, its rolls wait again, and one press brings them back', async () => {
  const sessionId = begun();
  const live = liveRun()?.id;
  const before = inRuns(sessionId);
  expect(await post(action, { intent: 'end-early' })).toMatchObject({ status: 200 });
  expect([openSessionId(), liveRun()?.id, queuedOf(sessionId)]).toEqual([sessionId, live, []]);
  expect(waitingRolls().map((roll) => roll.id)).toEqual(expect.arrayContaining(['b', 'c', 'd', 'e']));
  expect(fromText(loader({ request: new Request('http://steady.reel/') })).underWay?.toDo.some((thing) => thing.what === 'load')).toBe(
    false,
  );
  await post(action, { intent: 'undo' });
  expect(inRuns(sessionId)).toEqual(before);
  // What waits elsewhere is planned beside it, and never twice.
  expect(tonight().waiting.map((roll) => roll.id)).not.toContain('b');
  holdsTogether(sessionId);
});

test('another evening that is being planned meanwhile is not lost, whatever becomes of this one', async () => {
  const sessionId = begun();
  const live = liveRun();
  happens(live?.id ?? '', 'given-up', { reason: '', countsRolls: false });
  await post(begin, {}, { runId: queuedOf(sessionId)[0]?.id ?? '' });
  const paper = {
    ...EMPTY_DRAFT,
    batchIds: ['fresh'],
    excluded: ['late'],
    arrangement: [{ tankId: 'two', batchId: 'fresh', rollIds: ['a'] }],
  };
  writeDraft(paper);
  // Run 2 turns out colder before its first pour: it and those after it are planned anew.
  expect(await post(replan, { step: 'developer', tempC: '37' }, { runId: liveRun()?.id ?? '' })).toMatchObject({
    to: `/bench/${liveRun()?.id}`,
  });
  expect(openSessionId()).toBe(sessionId);
  expect(eveningUnderWay(sessionId, nowMs()).begun.map((run) => run.is)).toEqual(['given-up', 'live']);
  expect(readDraft()).toMatchObject(paper);
  await post(leave, {}, { sessionId });
  expect(readDraft().before).toMatchObject(paper);
  await post(action, { intent: 'undo' });
  expect(readDraft()).toMatchObject(paper);
});

test('the bottle is back in range by what was read, not by what was planned; a run given up with its film developed counts', async () => {
  const sessionId = begun();
  const live = liveRun();
  const run = live?.id ?? '';
  const backMs = () => eveningUnderWay(sessionId, nowMs()).backInRange[0]?.atMs ?? NaN;
  happens(run, 'step-ended', { step: 'prewash' });
  happens(run, 'poured', { step: 'developer' });
  const planned = backMs();
  happens(run, 'reading', { c: 34, shownC: 34, thermometer: null });
  expect(backMs()).toBeGreaterThan(planned + 60_000);

  happens(run, 'given-up', { reason: 'lid', countsRolls: true });
  await post(begin, {}, { runId: queuedOf(sessionId)[0]?.id ?? '' });
  const done = findBatch('lane')?.rollsDone ?? NaN;
  const rows = () => eveningUnderWay(sessionId, nowMs()).ledger.map((row) => row.rollsAfter);
  expect(rows()).toEqual([done, done + 1, done + 2, done + 3, done + 4]);
  // The same once the second is done as well: what was after run 1 stays what it was.
  happens(liveRun()?.id ?? '', 'given-up', { reason: 'lid', countsRolls: true });
  expect(rows()).toEqual([done, done + 1, done + 2, done + 3, done + 4]);
});
