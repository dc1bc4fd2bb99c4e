import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { pouredBaths } from '../../../core/schedule/bottles-in-run.ts';
import type { Run } from '../../server/runs/runs.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';

/** The bottles that a run pours, in the order of its steps, as the shelf has them now. */
export function bottlesOfRun(run: Pick<Run, 'batchId' | 'plan'>): BottleAtBench[] {
  const bottles = findBatch(run.batchId)?.bottles ?? [];
  return [...pouredBaths(run.plan.steps)].flatMap((bath) => {
    const at = bottles.findIndex((each) => each.bath === bath && !each.emptied);
    const bottle = bottles[at];
    if (!bottle) return [];
    const { name, kind, code, cap, mlLeft, goodUntil, standing, why } = bottle;
    return [{ bath, name, kind, place: at + 1, code, cap, mlLeft, goodUntil, standing, why }];
  });
}
