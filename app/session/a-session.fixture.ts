import { nanoid } from 'nanoid';
import { addBatch, findBatch } from '../server/batches.server.ts';
import { storeRoll } from '../server/a-roll.fixture.ts';
import type { RunToStart } from '../server/session-start.server.ts';
import { saveTank } from '../server/tanks.server.ts';
import { frozenRuns } from './frozen-plan.server.ts';
import { tonight } from './tonight.server.ts';

/** For tests: so many runs of one roll each, planned by the page's own code from a real database. */
export function startedRuns(count: number): RunToStart[] {
  saveTank(
    {
      id: 'one',
      name: 'One reel',
      method: 'inversion',
      volumeMl: 300,
      fillS: 5,
      drainS: 8,
      heatJK: null,
      coolingPerMin: null,
      reelSets: 1,
      holds: { '135': 1 },
    },
    1,
  );
  if (!findBatch('batch')) {
    addBatch(
      {
        id: 'batch',
        kitId: 'house-c41-three-bath',
        name: 'Batch',
        volumeMl: 1000,
        mixedOn: '2026-11-20',
        priceCents: 3000,
        rollsDone: 0,
        note: '',
      },
      1,
    );
  }
  const ids = Array.from({ length: count }, () => nanoid());
  for (const id of ids) storeRoll(id);
  return frozenRuns(tonight()).filter((run) => run.rollIds.some((id) => ids.includes(id)));
}
