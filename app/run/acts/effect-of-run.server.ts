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
import { findBatch, findBottle } from '../../server/shelf/batches.server.ts';
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

/** The bottles that a run may be poured from: its batch's, and the single baths' that its plan names. */
export function bottlesOf({ batchId, plan }: Pick<Run, 'batchId' | 'plan'>): readonly ShelfBottle[] {
  return [...(findBatch(batchId)?.bottles ?? []), ...singlesOf(plan)];
}

/** The single baths' own bottles that a plan names, as they stand. */
export function singlesOf({ steps }: Pick<Run['plan'], 'steps'>): readonly ShelfBottle[] {
  const named = new Set(steps.flatMap(({ from }) => from ?? []));
  return [...named].flatMap((id) => findBottle(Number(id)) ?? []);
}

/** The batches in which those stand. */
export function batchesOfSingles(plan: Pick<Run['plan'], 'steps'>): ReadonlyMap<string, string> {
  return new Map(singlesOf(plan).map((bottle) => [bottle.id, bottle.batchId ?? bottle.mixedIn]));
}

/** What runs that were planned and are not done will do, by batch; without those that a session is planning anew. */
export function runsToCome(exceptQueuedOf = ''): Map<string, Forecast> {
  const forecasts = new Map<string, Forecast>();
  // As the runs before leave them, whichever batch they stand in.
  const standing = new Map<string, ShelfBottle>();
  for (const run of openRuns(exceptQueuedOf)) {
    const bottles = bottlesOf(run).map((bottle) => standing.get(bottle.id) ?? bottle);
    const { entries } = effectOnBottles(run, undefined, bottles);
    for (const bottle of bottlesAfter(bottles, entries)) standing.set(bottle.id, bottle);
    const elsewhere = batchesOfSingles(run.plan);
    for (const batchId of new Set([run.batchId, ...elsewhere.values()])) {
      const its = entries.filter(({ bottle }) => (elsewhere.get(bottle) ?? run.batchId) === batchId);
      forecasts.set(batchId, withRun(forecasts.get(batchId) ?? NOTHING_TO_COME, its, run.repairs !== null));
    }
  }
  return forecasts;
}
