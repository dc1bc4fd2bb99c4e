/** The keys of the Bench, each also a button there (interface.md). */
export const BENCH_KEYS: readonly (readonly [string, string])[] = [
  ['Space', 'the act on the wide button'],
  ['digits', 'a reading; Enter keeps it'],
  ['R', 'a reading'],
  ['N', 'a note'],
  ['Z', 'undo the last act'],
  [', and .', 'the step began a second earlier, or later'],
  ['Shift with them', 'by five seconds'],
  ['B', 'when the step really began'],
  ['A', 'in practice: the tank is turned'],
  ['S', 'sound'],
  ['?', 'these keys'],
];
