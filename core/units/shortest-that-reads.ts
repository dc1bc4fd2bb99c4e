/** The fewest decimals with which a figure reads back as a value. */
export function shortestThatReads(figure: number, value: number, read: (text: string) => number | null): string {
  for (let digits = 0; digits < 6; digits++) {
    const text = String(Number(figure.toFixed(digits)));
    if (read(text) === value) return text;
  }
  return String(figure);
}
