/** Where a run lives: a run has its own clock and its own effects, and the Bench is told which (architecture.md, seams). */
export interface RunPlace {
  /** Its page; acts and stream lie below it. */
  readonly at: string;
  /** What its clock is asked by. */
  readonly clock: string;
  /** Whether this browser keeps its acts and its time for a page that is opened without a network. */
  readonly kept: boolean;
}

export function benchPlace(runId: string): RunPlace {
  return { at: `/bench/${runId}`, clock: '/clock', kept: true };
}

/** A practice costs nothing that would have to survive a dead network. */
export function practicePlace(practiceId: string): RunPlace {
  return { at: `/practice/${practiceId}`, clock: `/practice/${practiceId}/clock`, kept: false };
}
