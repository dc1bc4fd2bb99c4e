import type { BottleAtBench } from '../../../core/run/bottles/bottle-at-bench.ts';
import { pouredBaths } from '../../../core/schedule/bottles-in-run.ts';
import type { Run } from '../../server/runs/runs.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { findBatch } from '../../server/shelf/batches.server.ts';
import { singlesOf } from './effect-of-run.server.ts';

/** The bottles that a run pours, in the order of its steps, as the shelf has them now. */
export function bottlesOfRun(run: Pick<Run, 'batchId' | 'plan'>): BottleAtBench[] {
  const bottles = findBatch(run.batchId)?.bottles ?? [];
  const singles = singlesOf(run.plan);
  const ofBatch = [...pouredBaths(run.plan.steps)].flatMap((bath) => {
    const at = bottles.findIndex((each) => each.bath === bath && !each.emptied);
    const bottle = bottles[at];
    return bottle ? [atTheBench(bottle, bath, at + 1)] : [];
  });
  const own = run.plan.steps.flatMap(({ bath, from }) => {
    const at = singles.findIndex(({ id, emptied }) => id === from && !emptied);
    const bottle = singles[at];
    return bottle ? [atTheBench(bottle, bath, bottles.length + at + 1)] : [];
  });
  return [...ofBatch, ...own];
}

function atTheBench({ name, kind, code, cap, mlLeft, goodUntil, standing, why }: ShelfBottle, bath: string, place: number): BottleAtBench {
  return { bath, name, kind, place, code, cap, mlLeft, goodUntil, standing, why };
}
