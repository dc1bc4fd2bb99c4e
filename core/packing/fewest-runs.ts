import { fits, isFull, loadKey, loadsOf, shareOfTank, without, type Holds, type Load, type MustTake, type Shape } from './load.ts';

export interface FewestRuns {
  /** The least number of runs that takes everything, proven. Infinity if something fits no tank. */
  readonly fewest: (there: Load) => number;
  /** Whether `runs` runs are enough. */
  readonly enough: (there: Load, runs: number) => boolean;
  /** What the next load must take, at the least, for `runs` more runs to be able to hold the rest. */
  readonly mustTake: (there: Load, runs: number) => MustTake;
}

/**
 * The least number of tank loads for a set of rolls that may share tanks (domain.md 11): bin packing with several
 * kinds of bins. Few formats exist, so rolls are counted by shape and the search goes over counts, not over rolls:
 * try the lower bound of runs, then one more, each time placing the bulkiest shape left in every full load that holds
 * it. Answers are remembered, and shared between questions about the same shapes and tanks.
 */
export function fewestRuns(shapes: readonly Shape[], tanks: readonly Holds[]): FewestRuns {
  const shares = tanks.map((holds) => shapes.map((shape) => shareOfTank(shape, holds)));
  const least = shapes.map((_, i) => Math.min(...shares.map((row) => row[i] as number)));
  const bulkiestFirst = shapes.map((_, i) => i).sort((a, b) => (least[b] as number) - (least[a] as number));
  const unsolvable = new Map<number | string, number>();
  const solved = new Map<number | string, number>();

  const worth = least.map((share) => Math.min(1, share));
  const roomFor = (there: Load): number => there.reduce((sum, n, i) => sum + n * (worth[i] as number), 0);

  /** No tank wastes less than nothing, and two things that each fill over half a tank never share one. */
  const atLeast = (there: Load): number => {
    const bulky = there.reduce((sum, n, i) => sum + ((least[i] as number) > 0.5 + 1e-9 ? n : 0), 0);
    return Math.max(Math.ceil(roomFor(there) - 1e-9), bulky);
  };

  const mustTake = (there: Load, runs: number): MustTake => ({ worth, atLeast: roomFor(there) - runs });

  const enough = (there: Load, runs: number): boolean => {
    const bulkiest = bulkiestFirst.find((i) => (there[i] as number) > 0);
    if (bulkiest === undefined) return true;
    if (runs <= 0 || atLeast(there) > runs) return false;
    const key = loadKey(there);
    if ((solved.get(key) ?? Infinity) <= runs) return true;
    if ((unsolvable.get(key) ?? -1) >= runs) return false;
    const loads = fullLoads(shares, there, bulkiest, mustTake(there, runs - 1));
    const found = loads.some((load) => enough(without(there, load), runs - 1));
    if (found) solved.set(key, runs);
    else unsolvable.set(key, runs);
    return found;
  };

  return {
    enough,
    mustTake,
    fewest: (there) => {
      if (there.some((n, i) => n > 0 && !fits(least[i] as number))) return Infinity;
      let runs = atLeast(there);
      while (!enough(there, runs)) runs++;
      return runs;
    },
  };
}

/** Full loads that hold the given shape, the best filled first, each once whatever tanks allow it. */
function fullLoads(shares: readonly (readonly number[])[], there: Load, mustHold: number, mustTake: MustTake): Load[] {
  const found = new Map<number | string, { load: Load; filled: number }>();
  for (const row of shares) {
    for (const load of loadsOf(row, there, mustHold, mustTake)) {
      if (!isFull(load, row, there)) continue;
      const filled = load.reduce((sum, n) => sum + n, 0);
      found.set(loadKey(load), { load, filled });
    }
  }
  return [...found.values()].sort((a, b) => b.filled - a.filled).map(({ load }) => load);
}
