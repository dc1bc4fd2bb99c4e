/** One sum as a person could write it down: what it answers, the sum, and what comes out. */
export interface WorkedSum {
  readonly what: string;
  readonly sum: string;
  readonly figure: string;
}
