import { pouredAtC } from '../../schedule/poured-at.ts';
import { asMessage, sentence, type Spoken } from '../../units/sentence.ts';
import type { RunPlan } from '../plan/run-plan.ts';
import type { RunState, StepReading } from '../state/state.ts';
import { betweenS } from '../../schedule/timeline.ts';

export interface BottleWarning extends Spoken {
  readonly step: string;
  readonly message: string;
}

/** A bottle is looked after from this long before its pour, while something can still be done. */
const BEFORE_MS = 10 * 60_000;
const NEAR_C = 0.3;
const APART_MS = 120_000;

/**
 * Bottles that were read while they wait, and will be out of their range when they are poured: by two readings along
 * their line, by one as it is. A reading of the tub stands for bottles that were not read themselves.
 */
export function bottlesWaiting(plan: RunPlan, state: RunState, endsAtMs: number | null, nowMs: number): BottleWarning[] {
  let pourMs = endsAtMs ?? nowMs;
  const next = state.phase === 'running' ? state.step + 1 : state.step;
  return plan.steps.slice(next).flatMap((step, i): BottleWarning[] => {
    if (i > 0) {
      const before = plan.steps[next + i - 1];
      pourMs += ((before?.seconds ?? 0) + betweenS(plan.changeoverS, before)) * 1000;
    }
    if (step.bottle === null || pourMs - nowMs > BEFORE_MS) return [];
    const own = state.looseReadings.filter((reading) => reading.of === `bottle:${step.id}`);
    const readings = own.length > 0 ? own : state.looseReadings.filter((reading) => reading.of === 'tub');
    const c = atInstant(readings, pourMs);
    if (c === null) return [];
    const wantedC = pouredAtC(step);
    const range = step.critical || !step.range ? { lowC: wantedC - NEAR_C, highC: wantedC + NEAR_C } : step.range;
    if (c >= range.lowC - 1e-9 && c <= range.highC + 1e-9) return [];
    const [what, doing] = c < range.lowC ? ['cooled', 'Warm it now'] : ['warmed', 'Let it cool now'];
    return [
      {
        step: step.id,
        ...asMessage(
          sentence`${own.length > 0 ? step.name : 'The bath'} has ${what}: ${step.name.toLowerCase()} will be at ${{ tempC: c }} when it is poured, and is wanted at ${{ fromC: range.lowC, toC: range.highC }}. ${doing}.`,
        ),
      },
    ];
  });
}

function atInstant(readings: readonly StepReading[], atMs: number): number | null {
  const [before, last] = [readings.at(-2), readings.at(-1)];
  if (!last) return null;
  // Two readings of one minute differ by how the thermometer was held: no line is drawn through them.
  if (!before || last.atMs - before.atMs < APART_MS) return last.c;
  return last.c + ((last.c - before.c) * Math.max(0, atMs - last.atMs)) / (last.atMs - before.atMs);
}
