/** Where a run lives: a run has its own clock and its own effects, and the Bench is told which (architecture.md, seams). */
export interface RunPlace {
  /** Its page; acts and stream lie below it. */
  readonly at: string;
  /** What its clock is asked by. */
  readonly clock: string;
  /** The browser's database in which its acts are kept for a page that is opened without a network. */
  readonly keptIn: 'steady-reel-bench' | 'steady-reel-practice';
}

export function benchPlace(runId: string): RunPlace {
  return { at: `/bench/${runId}`, clock: '/clock', keptIn: 'steady-reel-bench' };
}

/** A practice numbers its acts by itself: beside those of the runs they would overwrite one another. */
export function practicePlace(practiceId: string): RunPlace {
  return { at: `/practice/${practiceId}`, clock: `/practice/${practiceId}/clock`, keptIn: 'steady-reel-practice' };
}
