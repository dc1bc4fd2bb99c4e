import type { ActualStep, RunState } from './state.ts';

/** What a step got in all that ended: its last attempt and those before. */
export function gotMs(actual: Pick<ActualStep, 'earlierMs' | 'startMs' | 'endMs'> | null): number {
  if (!actual) return 0;
  return actual.earlierMs + (actual.endMs === null ? 0 : Math.max(0, actual.endMs - actual.startMs));
}

/** When the first bath of a run went in, the first time where it was poured in again; null where none did. */
export function firstPourMs({ actual }: Pick<RunState, 'actual'>): number | null {
  return actual.find((step) => step && !(step.skipped && gotMs(step) === 0))?.firstStartMs ?? null;
}
