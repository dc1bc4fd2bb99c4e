import type { ActualStep } from './state.ts';

/** What a step got in all that ended: its last attempt and those before. */
export function gotMs(actual: Pick<ActualStep, 'earlierMs' | 'startMs' | 'endMs'> | null): number {
  if (!actual) return 0;
  return actual.earlierMs + (actual.endMs === null ? 0 : Math.max(0, actual.endMs - actual.startMs));
}
