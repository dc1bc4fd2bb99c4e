import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');
// The laptop was started again, and its clock had been two hours ahead.
process.env['STEADY_REEL_TEST_CLOCK_SET_MS'] = '-7200000';
process.env['STEADY_REEL_TEST_BOOT'] = 'tuesday';

import { housePlan } from '../../../core/run/plan/a-run-plan.fixture.ts';
import { recordEvent } from '../acts/run-log.server.ts';
import { startSession } from './session-start.server.ts';
import { storeBatch, storeRoll, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { resumeClockOfBook } from './resume-clock.server.ts';
import { clockWasSetByMs, nowMs } from '../../server/database/clock.server.ts';
import { sql } from '../../server/database/database.server.ts';

const plan = housePlan();

test.each(['with the mark of its last act', 'in a book from before marks were kept'])(
  'a live run goes on after its last act and takes the next one, %s; the Bench is told how far the clock was set',
  (how) => {
    storeTank('steel');
    storeBatch(how, 0);
    storeRoll(how);
    const started = startSession([
      {
        batchId: how,
        tankId: 'steel',
        rollIds: [how],
        plan: { ...plan, tank: { ...plan.tank, volumeMl: 520 }, rollIds: [how] },
        seenRemjet: false,
      },
    ]);
    if (!started.ok) throw new Error(started.message);
    const aheadMs = Date.now();
    const [first] = plan.steps;
    // As it was written down while the clock was ahead.
    sql('UPDATE sessions SET started_at_ms = ?').run(aheadMs - 60_000);
    const document = JSON.stringify({ v: 2, id: `poured-before-${how.length}`, atMs: aheadMs, kind: 'poured', step: first?.id });
    sql('INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES (?, ?, ?, ?, ?)').run(
      started.runId,
      `poured-before-${how.length}`,
      aheadMs,
      'poured',
      document,
    );
    if (how.startsWith('with')) sql("UPDATE clock_mark SET at_ms = ?, boot = 'monday'").run(aheadMs);
    else sql('DELETE FROM clock_mark').run();
    resumeClockOfBook();
    expect(nowMs()).toBeGreaterThanOrEqual(aheadMs);
    expect(clockWasSetByMs()).toBeLessThan(-7_000_000);
    expect(
      recordEvent(started.runId, { id: `note-after-it-${how.length}`, atMs: nowMs(), kind: 'note', text: 'still here' }),
    ).toMatchObject({
      ok: true,
    });
    expect(
      recordEvent(started.runId, { id: `left-after-it-${how.length}`, atMs: nowMs(), kind: 'given-up', reason: '', countsRolls: false }),
    ).toMatchObject({
      ok: true,
    });
    expect(nowMs()).toBeLessThan(aheadMs);
  },
);
