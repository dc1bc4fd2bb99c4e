import {
  bottlesAfter,
  effectOfRun,
  NOTHING_TO_COME,
  withRun,
  type Forecast,
  type PouredStep,
  type RunEffect,
} from '../../../core/chemistry/ledger/effect.ts';
import { openRuns, type Run } from '../../server/runs/runs.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';

type RunOfBatch = Pick<Run, 'batchId' | 'plan' | 'runRolls'>;

/** What a run does to the bottles that stand in its batch; without `pours`, as it was planned. */
export function effectOnBottles(run: RunOfBatch, pours?: (step: PouredStep) => number, bottles = bottlesOf(run)): RunEffect {
  return effectOfRun({
    steps: run.plan.steps,
    bottles: bottles.filter((bottle) => !bottle.emptied),
    tankMl: run.plan.tank.volumeMl ?? 0,
    rolls: run.runRolls,
    oneShot: run.plan.oneShot,
    ...(pours ? { pours } : {}),
  });
}

function bottlesOf({ batchId }: Pick<Run, 'batchId'>): readonly ShelfBottle[] {
  return findBatch(batchId)?.bottles ?? [];
}

/** What runs that were planned and are not done will do, by batch; without those that a session is planning anew. */
export function runsToCome(exceptQueuedOf = ''): Map<string, Forecast> {
  const forecasts = new Map<string, Forecast>();
  const standing = new Map<string, readonly ShelfBottle[]>();
  for (const run of openRuns(exceptQueuedOf)) {
    const bottles = standing.get(run.batchId) ?? bottlesOf(run);
    const { entries } = effectOnBottles(run, undefined, bottles);
    standing.set(run.batchId, bottlesAfter(bottles, entries));
    forecasts.set(run.batchId, withRun(forecasts.get(run.batchId) ?? NOTHING_TO_COME, entries, run.repairs !== null));
  }
  return forecasts;
}
