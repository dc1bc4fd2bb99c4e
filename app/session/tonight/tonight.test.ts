import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findRoll, rollCounts, waitingRolls } from '../../server/rolls.server.ts';
import { recordEvent } from '../../run/acts/run-log.server.ts';
import { findRun, liveRun, queuedRuns, runsOfSession } from '../../server/runs/runs.server.ts';
import { beginRun } from '../../run/evening/session-start.server.ts';
import { EMPTY_DRAFT, withChange, type DraftChange } from '../draft/draft.ts';
import { backToThePlan, replanAt, startTonight } from '../run-acts/replan.server.ts';
import { readDraft, tonight, writeDraft } from '../draft/tonight.server.ts';

const set = (change: DraftChange) => {
  const { before: _, ...draft } = readDraft();
  writeDraft(withChange(draft, change));
};
const developerS = (runId: string) => findRun(runId)?.plan.steps.find((step) => step.kind === 'developer')?.seconds ?? 0;
let count = 0;
const happens = (runId: string, kind: string, body: object = {}) => {
  const recorded = recordEvent(runId, { id: `event-${++count}-abcd`, atMs: nowMs(), kind, ...body });
  if (!recorded.ok) throw new Error(recorded.message);
};
const started = (answer: ReturnType<typeof startTonight>) => {
  if (!answer.ok) throw new Error(answer.message);
  return answer.runId;
};

beforeAll(() => {
  storeTank('steel');
  storeBatch('worn', 8);
  storeBatch('fresh', 2);
  for (const id of ['a', 'b', 'c']) storeRoll(id);
  storeRoll('cine', { process: 'ECN-2', boxSpeed: 250, exposedSpeed: 250 });
});
beforeEach(() => {
  for (const run of [...(liveRun() ? [liveRun()] : []), ...queuedRuns()]) if (run) backToThePlan(run.sessionId);
  writeDraft(EMPTY_DRAFT);
});

test('the freshest batch is proposed, a chosen one replaces it, and cine film goes nowhere without its treatment', () => {
  expect(tonight().inUse.map((each) => each.id)).toEqual(['fresh']);
  expect(
    tonight()
      .evening.runs.map((run) => run.rollIds.length)
      .sort(),
  ).toEqual([1, 2]);
  expect(tonight().evening.leftOut.map((left) => left.id)).toEqual(['cine']);
  set({ kind: 'choose-batch', batchId: 'worn' });
  const worn = tonight();
  expect(worn.inUse.map((each) => each.id)).toEqual(['worn']);
  set({ kind: 'treatment', rollIds: ['cine'], treatment: 'cine-in-c41' });
  const treated = tonight().evening;
  expect([...treated.leftOut, ...treated.unplaceable]).toEqual([]);
  const cine = treated.runs.find((run) => run.rollIds.includes('cine'));
  expect(cine?.rollIds).toEqual(['cine']);
  expect(cine?.plan.ok && cine.plan.value.steps.map((step) => step.kind).slice(0, 4)).toEqual([
    'prebath',
    'remjet-rinse',
    'developer',
    'rinse',
  ]);
});

test('wear and push schools hold for tonight alone', () => {
  const first = () => {
    const plan = tonight().evening.runs.find((run) => run.pushStops > 0)?.plan;
    return plan?.ok ? plan.value.steps.find((step) => step.kind === 'developer') : undefined;
  };
  set({ kind: 'push', rollIds: ['a', 'b'], stops: 1 });
  const byLeaflet = first()?.nominalS ?? 0;
  set({ kind: 'school', school: 'rule-of-thumb' });
  // The leaflet pushes one stop by 1.25, the rule of thumb by 1.3, on the same base and wear.
  expect((first()?.nominalS ?? 0) / byLeaflet).toBeCloseTo(1.3 / 1.25, 9);
  set({ kind: 'school', school: 'first' });
  expect(tonight().habits.wear).toBe('first');
  expect(first()?.nominalS ?? 0).toBeLessThan((byLeaflet * 1.3) / 1.25);
  started(startTonight());
  expect(readDraft()).toMatchObject({ pushStops: {}, treatments: {} });
  expect(readDraft().wear).toBeUndefined();
});

test('a developer that turned out colder: every run not begun is planned anew as it was arranged', () => {
  set({ kind: 'choose-batch', batchId: 'worn' });
  const [one, two] = tonight().evening.runs;
  if (!one || !two) throw new Error('two runs expected');
  // Arranged by hand: the single roll first.
  set({ kind: 'reorder', from: 0, to: 1, runs: [one, two].map(({ tankId, batchId, rollIds }) => ({ tankId, batchId, rollIds })) });
  const before = started(startTonight());
  const plannedS = developerS(before);
  const arranged = runsOfSession(findRun(before)?.sessionId ?? '').map((run) => run.plan.rollNames);

  expect(replanAt(before, 'developer', 55)).toMatchObject({
    ok: false,
    message: expect.stringContaining('outside the leaflet') as string,
    liveRunId: before,
  });
  expect(liveRun()?.id).toBe(before);
  expect(developerS(before)).toBe(plannedS);

  happens(before, 'readied', { skipped: [] });
  const after = started(replanAt(before, 'developer', 37));
  expect(liveRun()?.id).toBe(after);
  expect(findRun(before)?.state).toBe('cancelled');
  const again = runsOfSession(findRun(after)?.sessionId ?? '').filter((run) => run.state !== 'cancelled');
  expect(again.map((run) => run.plan.rollNames)).toEqual(arranged);
  for (const run of again) {
    expect(run.batchId).toBe('worn');
    expect(run.plan.steps.find((step) => step.kind === 'developer')?.temperatureC).toBe(37);
  }
  expect(developerS(after)).toBeGreaterThan(plannedS);
  expect(rollCounts().developing).toBe(3);

  happens(after, 'readied', { skipped: [] });
  happens(after, 'poured', { step: 'prewash' });
  expect(replanAt(after, 'developer', 36)).toMatchObject({ ok: false, message: expect.stringContaining('has begun') as string });
  happens(after, 'given-up', { reason: 'power cut', countsRolls: false });
});

test('half an evening: the run that is left over waits as arranged, begins later, or goes back to the plan', () => {
  const first = started(startTonight());
  const { sessionId } = findRun(first) ?? { sessionId: '' };
  happens(first, 'given-up', { reason: '', countsRolls: false });
  const [left] = queuedRuns();
  if (!left) throw new Error('a run should wait');
  expect(beginRun(left.id)).toEqual({ ok: true, runId: left.id });
  const rollIds = waitingRolls().map((each) => each.id);
  backToThePlan(sessionId);
  expect(liveRun()).toBeNull();
  expect(queuedRuns()).toEqual([]);
  expect(waitingRolls().length).toBeGreaterThan(rollIds.length);
  expect(['a', 'b', 'c'].map((id) => findRoll(id)?.state)).toEqual(['waiting', 'waiting', 'waiting']);
  // The rolls of the run that was given up wait again, so what is left is planned anew with them.
  expect(readDraft().arrangement).toBeNull();
  expect(tonight().evening.runs).toHaveLength(2);
});
