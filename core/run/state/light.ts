import { bleachesOrFixes } from '../../kit/kind.ts';
import type { PlannedStep } from '../../schedule/plan.ts';
import { isRepair } from '../plan/repair.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import { gotMs } from './got.ts';
import { withoutOwnS } from './plan-as-run.ts';
import type { RunState } from './state.ts';

/** A bath that bleaches or fixes and got too little. */
export interface ShortFixing {
  readonly step: number;
  readonly gotS: number;
  readonly wantedS: number;
}

export interface Light {
  /** Light does no harm from here: everything that bleaches or fixes is behind, and got its time. */
  readonly safe: boolean;
  /** What ended too soon; the film stays in the dark until it got the rest. */
  readonly short: ShortFixing | null;
}

/** Nine tenths of its time, over all its attempts, count as done (issue of the first opened tank: domain.md 10.1). */
const ENOUGH = 0.9;

export function isEnough(gotS: number, wantedS: number): boolean {
  return gotS >= ENOUGH * wantedS - 1e-9;
}

/** What a bath that bleaches or fixes must get before light may reach the film: conviction may add to it, never take off. */
export function fixedAfterS(step: PlannedStep): number {
  return Math.max(step.seconds, withoutOwnS(step));
}

/** Whether the tank may be opened, by what the film really got, not by what was planned. */
export function lightOf(plan: RunPlan, state: RunState): Light {
  // Film without a developer before it was developed, bleached and fixed another time.
  if (isRepair(plan)) return { safe: true, short: null };
  const fixing = plan.steps.flatMap((step, i) =>
    bleachesOrFixes(step.kind) ? [{ step: i, gotS: gotMs(state.actual[i] ?? null) / 1000, wantedS: fixedAfterS(step) }] : [],
  );
  const short = fixing.find((bath) => bath.step < state.step && !isEnough(bath.gotS, bath.wantedS)) ?? null;
  const safe = fixing.length > 0 && fixing.every((bath) => bath.step < state.step && isEnough(bath.gotS, bath.wantedS));
  return { safe, short };
}
