import type { Span } from './shape.ts';

/** What a form takes, and a book: one home for both. Units stand in the names. */
export const LIMITS = {
  batchMl: [50, 20_000],
  tankMl: [50, 10_000],
  tankFillS: [0, 300],
  reelSets: [1, 9],
  places: [0, 40],
  heatJK: [1, 5000],
  coolingPerMin: [0, 1],
  machineC: [15, 60],
  rollsDone: [0, 999],
  price: [0, 100_000],
  filmSpeed: [1, 25_600],
  rollCount: [1, 40],
  expiredYear: [1950, 2100],
} as const satisfies Readonly<Record<string, Span>>;

/** How many letters. */
export const LETTERS = { name: 120, place: 200, note: 2000 } as const;
