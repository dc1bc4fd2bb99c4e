import { nanoid } from 'nanoid';
import type { RunToStart } from '../run/evening/session-start.server.ts';
import { storeBatch, storeRoll, storeTank } from '../server/shelf/a-shelf.fixture.ts';
import { findBatch } from '../server/shelf/batches.server.ts';
import { tonight } from './draft/tonight.server.ts';
import { frozenRuns } from './run-acts/frozen-plan.server.ts';

/** For tests: so many runs of one roll each, planned by the page's own code from a real database. */
export function startedRuns(count: number): RunToStart[] {
  storeTank('one', 1);
  if (!findBatch('batch')) storeBatch('batch', 0);
  const ids = Array.from({ length: count }, () => nanoid());
  for (const id of ids) storeRoll(id);
  return frozenRuns(tonight()).filter((run) => run.rollIds.some((id) => ids.includes(id)));
}
