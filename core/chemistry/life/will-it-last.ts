/** What a batch will have seen once a run is through. */
export interface RollsAfterRun {
  readonly batchName: string;
  readonly rollsAfter: number;
  /** Null where its leaflet gives none. */
  readonly capacity: number | null;
}

/** Whether each batch lasts to its last run of the evening, in a sentence a batch (domain.md 6, 15). */
export function willItLast(rows: readonly RollsAfterRun[]): string[] {
  const last = new Map(rows.map((row) => [row.batchName, row]));
  return [...last.values()].map(({ batchName, rollsAfter, capacity }) => {
    const after = Math.round(rollsAfter * 100) / 100;
    if (capacity === null) return `${batchName} will have done ${after}; its leaflet gives no capacity.`;
    const lasts = rollsAfter <= capacity + 1e-9 ? 'it lasts' : 'it does not last';
    return `${batchName} will have done ${after} of ${Math.round(capacity * 100) / 100}: ${lasts}.`;
  });
}
