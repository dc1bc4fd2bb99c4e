/** The middle of some figures, or the mean of the two in the middle; NaN of none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const [low = NaN, high = NaN] = sorted.length % 2 === 1 ? [sorted[middle], sorted[middle]] : [sorted[middle - 1], sorted[middle]];
  return (low + high) / 2;
}
