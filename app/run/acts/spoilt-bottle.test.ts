import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { nextRun } from '../../bench/after/next-run.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { writeEntry } from '../../server/shelf/bottle-entries.server.ts';
import { nowMs, today } from '../../server/database/clock.server.ts';
import { findRun, runsOfSession } from '../../server/runs/runs.server.ts';
import { EMPTY_DRAFT } from '../../session/draft/draft.ts';
import { writeDraft } from '../../session/draft/tonight.server.ts';
import { fromText } from '../../ui/as-text.ts';
import { action as begin, loader as beginPage } from '../../session/run-acts/begin.tsx';
import { startTonight } from '../../session/run-acts/replan.server.ts';
import { loader as tonightPage } from '../../session/tonight/tonight.tsx';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { recordEvent } from './run-log.server.ts';

let count = 0;
const record = (runId: string, kind: string, body: object = {}) => {
  const recorded = recordEvent(runId, { id: `spoilt-${++count}`, atMs: nowMs(), kind, ...body });
  if (!recorded.ok) throw new Error(recorded.message);
};

/** Run 1 at the Bench, runs 2 and 3 waiting, all from one litre; a second litre on the shelf. */
function evening() {
  storeTank('steel', 1);
  for (const id of ['first', 'second']) storeBatch(id, 0);
  for (const id of ['a', 'b', 'c']) storeRoll(id);
  writeDraft({ ...EMPTY_DRAFT, batchIds: ['first'] });
  const started = startTonight();
  if (!started.ok) throw new Error(started.message);
  const run = findRun(started.runId);
  if (!run) throw new Error('no run');
  const [, two] = runsOfSession(run.sessionId);
  return { run, two: two?.id ?? '' };
}

test('a drop of bleach-fix in the developer: said at once everywhere, and run 2 is led on', async () => {
  const { run, two } = evening();
  record(run.id, 'incident', { bath: 'developer', what: 'later-bath' });
  const says = /^Developer is spent: .*Test it with a snip/;
  // The Bench does not announce the developer as back in its range, and names what stands in run 2's way.
  const { next, until } = nextRun(run);
  expect(next?.trouble).toEqual([expect.stringMatching(says)]);
  expect(until?.bottles.map(({ bottle }) => bottle)).not.toContain('Developer');
  // Session says it first, for every run that waits for it, before anything was touched.
  const page = fromText(load(tonightPage, '/') as ReturnType<typeof tonightPage>);
  if (!page.underWay) throw new Error('no evening');
  expect(page.underWay.trouble.map(({ n, says: said }) => [n, said])).toEqual([
    [2, [expect.stringMatching(says)]],
    [3, [expect.stringMatching(says)]],
  ]);
  record(run.id, 'given-up', { reason: '', countsRolls: false });

  // The refused run leads somewhere: a page with the other litre, the test, and the end.
  const refused = await post(begin, {}, { runId: two });
  expect([refused.status, refused.data.message]).toEqual([409, expect.stringMatching(says)]);
  const way = load(beginPage, '/', { runId: two });
  if (typeof way === 'number') throw new Error('no page');
  expect(way).toMatchObject({ n: 2, others: [{ id: 'second' }], toTest: [{ name: 'Developer' }] });
  const begun = await post(begin, { batchId: 'second' }, { runId: two });
  expect(begun.to).toBe(`/bench/${two}`);
  expect(findRun(two)).toMatchObject({ state: 'live', batchId: 'second' });
  const now = findRun(two);
  if (!now) throw new Error('no run');
  expect(nextRun(now).next?.trouble).toEqual([]);
});

test('a run whose batch has seen other rolls since is timed anew as it begins, and that is written down with it', async () => {
  const { sessionId } = findRun(runsOfSession(findRun(liveId())?.sessionId ?? '')[1]?.id ?? '') ?? { sessionId: '' };
  const runs = runsOfSession(sessionId);
  const live = runs.find((run) => run.state === 'live');
  const coming = runs.find((run) => run.state === 'queued');
  if (!live || !coming) throw new Error('no runs');
  const before = coming.plan.steps.find((step) => step.critical)?.seconds;
  const developer = findBatch(coming.batchId)?.id ?? '';
  writeEntry({ batchId: developer, atMs: 1, entry: { kind: 'corrected', on: today(), rolls: 4, reason: 'The notebook says so.' } });
  record(live.id, 'given-up', { reason: '', countsRolls: false });
  expect((await post(begin, {}, { runId: coming.id })).to).toBe(`/bench/${coming.id}`);
  const anew = findRun(coming.id);
  expect(anew?.plan.steps.find((step) => step.critical)?.seconds).toBeGreaterThan(before ?? Infinity);
  const { stateOfRun } = await import('./run-state.server.ts');
  expect(
    anew &&
      stateOfRun(anew)
        .notes.map((note) => note.text)
        .join(),
  ).toMatch(/^Timed anew as it began\./);
});

function liveId(): string {
  const page = fromText(load(tonightPage, '/') as ReturnType<typeof tonightPage>);
  if (!page.underWay) throw new Error('no evening');
  return page.underWay.begun.find((run) => run.is === 'live')?.id ?? '';
}
