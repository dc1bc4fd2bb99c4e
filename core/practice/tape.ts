import type { RunState } from '../run/state/state.ts';
import { kitchenAt, type PracticeRun } from './kitchen-of-run.ts';
import type { BathDone } from './report.ts';

/** A practice to be looked at again: where the tank truly was, and what was pressed when (domain.md 18). */
export interface Tape {
  /** From the first pour to the last end, epoch milliseconds of the practice's clock. */
  readonly fromMs: number;
  readonly toMs: number;
  /** Where tank and tub truly were; null between baths, empty where the tank was real. */
  readonly trace: readonly { readonly atMs: number; readonly tankC: number | null; readonly tubC: number }[];
  readonly readings: readonly { readonly atMs: number; readonly c: number; readonly of: string; readonly thermometer: string | null }[];
  readonly beats: readonly { readonly atMs: number; readonly kept: boolean }[];
  /** Each bath as it was, in order. */
  readonly baths: readonly { readonly id: string; readonly startMs: number; readonly endMs: number }[];
}

/** No more points than a page can show. */
const MOST_POINTS = 240;

export function tapeOf(run: PracticeRun, state: RunState, baths: readonly BathDone[]): Tape | null {
  const ran = run.plan.steps.flatMap((step, i) => {
    const actual = state.actual[i];
    return actual && !actual.skipped && actual.endMs !== null ? [{ id: step.id, startMs: actual.startMs, endMs: actual.endMs }] : [];
  });
  const first = ran[0];
  const last = ran.at(-1);
  if (!first || !last) return null;
  const [fromMs, toMs] = [first.startMs, last.endMs];
  const everyMs = Math.max(1000, (toMs - fromMs) / MOST_POINTS);
  const trace: { atMs: number; tankC: number | null; tubC: number }[] = [];
  let nextMs = fromMs;
  kitchenAt(run, state, toMs, ({ tankC, tubC, holds }, atMs) => {
    if (atMs < nextMs) return;
    trace.push({ atMs, tankC: holds ? tankC : null, tubC });
    nextMs = atMs + everyMs;
  });
  const readings = state.inForce.flatMap((event) =>
    event.kind === 'reading' && event.atMs >= fromMs - 600_000
      ? [{ atMs: event.atMs, c: event.c, of: event.of ?? 'tank', thermometer: event.thermometer }]
      : [],
  );
  const beats = baths.flatMap((bath) => bath.beats.map(({ atMs, offS }) => ({ atMs, kept: offS !== null })));
  return { fromMs, toMs, trace, readings, beats, baths: ran };
}
