import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch, setBatchRetired } from '../../server/shelf/batches.server.ts';
import { entriesOfBatch, writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { db, sql } from '../../server/database/database.server.ts';
import { eventsOfRun } from '../../server/runs/run-events.server.ts';
import { findRun, liveRun, runsOfSession } from '../../server/runs/runs.server.ts';
import { load } from '../../ui/forms/posting.fixture.ts';
import { loader as eventsLoader } from '../../bench/channel/events.ts';
import { loader as streamLoader } from '../../bench/channel/stream.ts';
import { startTonight, backToThePlan, replanAt } from '../../session/run-acts/replan.server.ts';
import { readDraft, tonight, writeDraft } from '../../session/draft/tonight.server.ts';
import { EMPTY_DRAFT } from '../../session/draft/draft.ts';
import { recordEvent } from './run-log.server.ts';
import { stateOfRun } from './run-state.server.ts';
import { beginRun, startSession } from '../evening/session-start.server.ts';

let count = 0;
const event = (kind: string, body: object = {}) => ({ id: `event-${++count}-log`, atMs: nowMs(), kind, ...body });
const record = (runId: string, kind: string, body: object = {}) => {
  const recorded = recordEvent(runId, event(kind, body));
  if (!recorded.ok) throw new Error(recorded.message);
};
const plan = housePlan();
/** A run of one roll of its own at the Bench, through every bath. */
function throughRun(batchId: string, seenRemjet = false): string {
  const rollId = `roll-${++count}`;
  storeRoll(rollId);
  const started = startSession([
    {
      batchId,
      tankId: 'steel',
      rollIds: [rollId],
      plan: { ...plan, tank: { ...plan.tank, volumeMl: 520 }, runRolls: 1, rollIds: [rollId] },
      seenRemjet,
    },
  ]);
  if (!started.ok) throw new Error(started.message);
  for (const { id: step } of plan.steps) {
    record(started.runId, 'poured', { step });
    record(started.runId, 'step-ended', { step });
  }
  return started.runId;
}

beforeAll(() => {
  storeTank('steel');
  for (const id of ['corrected', 'remjet', 'plain', 'away', 'stays']) storeBatch(id, 0);
});
beforeEach(() => writeDraft(EMPTY_DRAFT));

test('a finish is taken back after the batch was counted anew, and the count stays what the person said', () => {
  const runId = throughRun('corrected');
  const finish = event('finished');
  expect(recordEvent(runId, finish).ok).toBe(true);
  expect(findBatch('corrected')?.rollsDone).toBe(1);
  const batch = findBatch('corrected');
  if (!batch) throw new Error('no batch');
  writeEntry({ batchId: batch.id, atMs: 1, entry: { kind: 'corrected', on: today(), rolls: -1, reason: 'Counted again.' } });
  expect(findBatch('corrected')?.rollsDone).toBe(0);
  // Counted off below nought before, this was a constraint error and a screen that asked for ever.
  expect(recordEvent(runId, event('undone', { event: finish.id }))).toMatchObject({ ok: true });
  expect(findBatch('corrected')?.rollsDone).toBe(0);
  record(runId, 'finished');
  expect(findBatch('corrected')?.rollsDone).toBe(0);
  expect(entriesOfBatch('corrected').map(({ entry, undone }) => [entry.kind, undone])).toEqual([
    // An entry for each bottle that was poured.
    ...[1, 2, 3].map(() => ['run', true]),
    ['corrected', false],
    ...[1, 2, 3].map(() => ['run', false]),
  ]);
});

test('reopening takes the remjet back with the roll', () => {
  const runId = throughRun('remjet', true);
  const finish = event('finished');
  recordEvent(runId, finish);
  expect(findBatch('remjet')).toMatchObject({ seenRemjet: true, rollsDone: 1, mlLeft: 1000 - 13 });
  recordEvent(runId, event('undone', { event: finish.id }));
  expect(findBatch('remjet')).toMatchObject({ seenRemjet: false, rollsDone: 0, mlLeft: 1000 });
  record(runId, 'given-up', { reason: '', countsRolls: false });
});

test('a batch pins its kit: one that is edited later changes it only when it is asked to', () => {
  const before = findBatch('plain')?.kit;
  sql("UPDATE kits SET document = json_set(document, '$.capacityRolls', 3) WHERE id = ?").run('house-c41-three-bath');
  expect(findBatch('plain')?.kit).toEqual(before);
});

test('re-planning tells a screen that looks at the run before where it went; a batch put away stops it in words', async () => {
  for (const id of ['one', 'two']) storeRoll(id);
  writeDraft({ ...EMPTY_DRAFT, batchIds: ['away'] });
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const abort = new AbortController();
  const stream = streamLoader({ params: { runId: started.runId }, request: new Request('http://s/', { signal: abort.signal }) } as never);
  const reader = stream.body?.getReader();
  const heard = async (wanted: string) => {
    for (let text = ''; ;) {
      const { value } = (await reader?.read()) ?? {};
      text += new TextDecoder().decode(value);
      if (text.includes(wanted)) return text;
    }
  };
  await heard(': open');
  const again = replanAt(started.runId, 'developer', 37);
  if (!again.ok) throw new Error(again.message);
  expect(await heard('event: moved')).toContain(JSON.stringify({ to: again.runId }));
  // An act on the run before says so too, wherever the screen was.
  expect(recordEvent(started.runId, event('poured', { step: 'prewash' }))).toMatchObject({ ok: false, status: 409, movedTo: again.runId });
  abort.abort();

  setBatchRetired('away', 7);
  expect(replanAt(again.runId, 'developer', 36.5)).toMatchObject({
    ok: false,
    message: expect.stringContaining('away was put away') as string,
  });
  expect(liveRun()?.id).toBe(again.runId);
  const { sessionId } = findRun(again.runId) ?? { sessionId: '' };
  const runs = runsOfSession(sessionId).filter((run) => run.state !== 'cancelled').length;
  expect(backToThePlan(sessionId)).toBe(true);
  expect(readDraft().arrangement).toHaveLength(runs);
  expect(backToThePlan(sessionId)).toBe(true);
  expect(readDraft().arrangement).toHaveLength(runs);
  expect(backToThePlan('made up')).toBe(false);
});

test('what waits is spoken for: a second plan counts the rolls of the first', () => {
  writeDraft({ ...EMPTY_DRAFT, batchIds: ['stays'] });
  const before = tonight().inUse.find((batch) => batch.id === 'stays');
  expect(before?.waiting.rolls).toBe(0);
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  storeRoll('late');
  writeDraft({ ...EMPTY_DRAFT, batchIds: ['stays'] });
  const waiting = tonight().inUse[0]?.waiting.wears ?? 0;
  expect(waiting).toBeGreaterThan(0);
  const plan2 = tonight().evening.runs[0];
  expect(plan2?.rollsBefore).toBe(waiting);
  record(started.runId, 'given-up', { reason: '', countsRolls: false });
});

test('an act in 1970, or an hour before the one before it, is refused in words; so is a step that is not there', () => {
  const runId = throughRun('plain');
  expect(recordEvent(runId, { ...event('note', { text: 'x' }), atMs: 0 })).toMatchObject({
    ok: false,
    status: 422,
    message: expect.stringContaining('before its run') as string,
  });
  expect(recordEvent(runId, { ...event('finished'), atMs: nowMs() - 30_000 })).toMatchObject({ ok: false, status: 422 });
  expect(recordEvent(runId, event('repeated', { step: 'nowhere' }))).toMatchObject({
    ok: false,
    status: 422,
    message: expect.stringContaining('$.step') as string,
  });
  record(runId, 'finished');
});

test.each([-90 * 60_000, 90 * 60_000, -172_800_000])(
  'a run is given up by a clock that is %i ms off: whoever wants out is let out, once',
  (offMs) => {
    const runId = throughRun('plain');
    const last = stateOfRun(findRun(runId) as never).inForce.at(-1)?.atMs ?? 0;
    const leaving = { ...event('given-up', { reason: 'clock', countsRolls: false }), atMs: nowMs() + offMs };
    expect(recordEvent(runId, leaving)).toMatchObject({ ok: true, repeated: false });
    expect(recordEvent(runId, leaving)).toMatchObject({ ok: true, repeated: true });
    const { phase, endedAtMs } = stateOfRun(findRun(runId) as never);
    expect(phase).toBe('given-up');
    expect(endedAtMs).toBeGreaterThanOrEqual(last);
    expect(endedAtMs).toBeLessThanOrEqual(nowMs());
  },
);

test('of two acts made apart the later to arrive hears what the other did, not that its clock is wrong', () => {
  const runId = throughRun('plain');
  const [first] = plan.steps;
  expect(recordEvent(runId, { ...event('step-ended', { step: first?.id }), atMs: nowMs() - 10_000 })).toMatchObject({
    status: 409,
    message: expect.stringMatching(/has already ended\.$/) as string,
  });
  record(runId, 'given-up', { reason: '', countsRolls: false });
});

test('streams and events of a run that is not there are not', () => {
  expect(load(streamLoader, '/', { runId: 'nobody' })).toBe(404);
  expect(load(eventsLoader, '/', { runId: 'nobody' })).toBe(404);
});

test('events of the first version stand beside those of today, and the run is what both say', () => {
  const runId = throughRun('plain');
  const run = findRun(runId);
  if (!run) throw new Error('no run');
  const put = db().prepare('INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES (?, ?, ?, ?, ?)');
  const old = { id: 'old-event-1', atMs: nowMs(), kind: 'repeated', step: 4 };
  put.run(runId, old.id, old.atMs, old.kind, JSON.stringify(old));
  expect(eventsOfRun(run).at(-1)?.event).toMatchObject({ kind: 'repeated', step: 'wash' });
  expect(stateOfRun(run)).toMatchObject({ phase: 'between', step: 4 });
  record(runId, 'given-up', { reason: '', countsRolls: true });
});

test('ten thousand notes do not make an act slow: what was folded once is not folded again', () => {
  const runId = throughRun('plain');
  const run = findRun(runId);
  if (!run) throw new Error('no run');
  const put = db().prepare('INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES (?, ?, ?, ?, ?)');
  db().transaction(() => {
    for (let i = 0; i < 10_000; i++) {
      const note = { v: 2, id: `note-${i}-many`, atMs: nowMs(), kind: 'note', text: 'n' };
      put.run(runId, note.id, note.atMs, note.kind, JSON.stringify(note));
    }
  })();
  expect(stateOfRun(run).notes).toHaveLength(10_000);
  const parsed = jest.spyOn(JSON, 'parse');
  record(runId, 'note', { text: 'one more' });
  // The run's plan, the new event, and little else: not ten thousand old ones.
  expect(parsed.mock.calls.length).toBeLessThan(20);
  parsed.mockRestore();
  record(runId, 'finished');
});

test('bleach-fix that drips into the developer at the Bench is in its bottle’s ledger at once, refuses the run that waits, and goes with its undo', () => {
  storeBatch('dripped', 0);
  const rolls = ['drip-1', 'drip-2'];
  for (const id of rolls) storeRoll(id);
  const started = startSession(
    rolls.map((id) => ({
      batchId: 'dripped',
      tankId: 'steel',
      rollIds: [id],
      plan: { ...plan, tank: { ...plan.tank, volumeMl: 520 }, runRolls: 1, rollIds: [id] },
      seenRemjet: false,
    })),
  );
  if (!started.ok) throw new Error(started.message);
  const developer = () => findBatch('dripped')?.bottles.find((bottle) => bottle.bath === 'developer');
  const [, waiting] = runsOfSession(findRun(started.runId)?.sessionId ?? '');
  const drip = event('incident', { bath: 'developer', what: 'later-bath' });
  expect(recordEvent(started.runId, drip)).toMatchObject({ ok: true, repeated: false });
  // Delivered again it is one drop, not two.
  expect(recordEvent(started.runId, drip)).toMatchObject({ ok: true, repeated: true });
  expect(entriesOfBatch('dripped')).toHaveLength(1);
  expect([developer()?.standing, stateOfRun(findRun(started.runId) as never).notes.at(-1)?.text]).toEqual([
    'spent',
    expect.stringContaining('Developer: bleach') as string,
  ]);
  expect(recordEvent(started.runId, event('incident', { bath: 'no-such', what: 'water', ml: 1 }))).toMatchObject({
    ok: false,
    status: 409,
  });
  expect(recordEvent(started.runId, event('incident', { bath: 'developer', what: 'danced' }))).toMatchObject({ ok: false, status: 422 });

  record(started.runId, 'given-up', { reason: '', countsRolls: false });
  expect(beginRun(waiting?.id ?? '')).toMatchObject({
    ok: false,
    message: expect.stringMatching(/^Developer is spent: .*choose another batch\.$/) as string,
  });
  // It can still be told, and taken back, once the run is over.
  expect(recordEvent(started.runId, event('undone', { event: drip.id }))).toMatchObject({ ok: true });
  expect(developer()?.standing).toBe('good');
  expect(entriesOfBatch('dripped')[0]).toMatchObject({ undone: true, undoneWhy: 'Taken back at the Bench.' });
  expect(beginRun(waiting?.id ?? '')).toMatchObject({ ok: true });
});
