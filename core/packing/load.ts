import { formatById, type FormatFamily } from '../film/format.ts';
import type { FilmCount } from '../film/roll-equivalents.ts';

export type Holds = Readonly<Partial<Record<FormatFamily, number>>>;

/** Rolls that take the same room in every tank: a family of formats and a count that stays together. */
export interface Shape {
  readonly family: FormatFamily;
  readonly count: number;
}

const EPSILON = 1e-9;

/** The share of a tank that a shape takes; Infinity where the tank has no place for it (domain.md 11). */
export function shareOfTank(shape: Shape, holds: Holds): number {
  const places = holds[shape.family] ?? 0;
  return places > 0 ? shape.count / places : Infinity;
}

/** How much of a tank a load takes, in places; Infinity where film has no place in it, and film known by its area has none. */
export function shareOfLoad(films: readonly FilmCount[], holds: Holds): number {
  return films.reduce(
    (sum, { format, count }) =>
      sum + (typeof format === 'string' ? shareOfTank({ family: formatById(format).family, count }, holds) : Infinity),
    0,
  );
}

/** Less solution for less film: a tank that takes 290 ml with one reel and 520 with two (domain.md 11). */
export type VolumeByLoad = readonly { readonly upTo: number; readonly ml: number }[];

/** What a load of this share of the tank needs; null where the rows do not go so far. */
export function volumeForLoadMl(rows: VolumeByLoad, share: number): number | null {
  return [...rows].sort((a, b) => a.upTo - b.upTo).find(({ upTo }) => share <= upTo + EPSILON)?.ml ?? null;
}

/** A tank as it is filled for this film: with one reel alone it may take less (domain.md 11). */
export function loadedTank<T extends { readonly volumeMl: number; readonly volumeOneMl?: number | null; readonly holds: Holds }>(
  tank: T,
  films: readonly FilmCount[],
): T {
  if (!tank.volumeOneMl) return tank;
  const oneReel = 1 / Math.max(1, ...Object.values(tank.holds));
  const ml = volumeForLoadMl([{ upTo: oneReel, ml: tank.volumeOneMl }], shareOfLoad(films, tank.holds));
  return ml === null ? tank : { ...tank, volumeMl: ml };
}

/** A load fits when the shares add up to one tank at most. */
export function fits(shares: number): boolean {
  return shares <= 1 + EPSILON;
}

/** How many of each shape go in together, by index. */
export type Load = readonly number[];

/** What a load must take off the pile at least: the sum over its rolls of `worth`, the share each takes of its roomiest tank. */
export interface MustTake {
  readonly worth: readonly number[];
  readonly atLeast: number;
}

/**
 * Every load that a tank takes out of what is there, the empty one left out.
 * With `mustHold` only loads with at least one of that shape; with `mustTake` only loads that take enough of the pile,
 * which cuts whole branches: what a tank still has room for is worth no more than that room.
 */
export function loadsOf(shares: readonly number[], there: Load, mustHold: number | null, mustTake?: MustTake): Load[] {
  const loads: Load[] = [];
  const load = there.map(() => 0);
  const place = (shape: number, room: number, taken: number): void => {
    if (mustTake && taken + room < mustTake.atLeast - EPSILON) return;
    if (shape === there.length) {
      if (load.some((n) => n > 0) && (mustHold === null || (load[mustHold] as number) > 0)) loads.push([...load]);
      return;
    }
    const share = shares[shape] as number;
    const most = Math.min(there[shape] as number, share === Infinity ? 0 : Math.floor((room + EPSILON) / share));
    const worth = mustTake?.worth[shape] ?? 0;
    for (let n = most; n >= 0; n--) {
      load[shape] = n;
      place(shape + 1, n === 0 ? room : room - n * share, n === 0 ? taken : taken + n * worth);
    }
    load[shape] = 0;
  };
  place(0, 1, 0);
  return loads;
}

/** A load to which nothing that is left could be added. Leaving film out of a tank never makes fewer runs. */
export function isFull(load: Load, shares: readonly number[], there: Load): boolean {
  const used = load.reduce((sum, n, i) => sum + (n > 0 ? n * (shares[i] as number) : 0), 0);
  return there.every((n, i) => (load[i] as number) >= n || !fits(used + (shares[i] as number)));
}

export function without(there: Load, load: Load): Load {
  return there.map((n, i) => n - (load[i] as number));
}

/** One value a load, to remember it by: a number while it stays exact, which is far quicker than text. */
export function loadKey(load: Load): number | string {
  if (load.length > MOST_DIGITS) return load.join();
  let key = 0;
  for (const n of load) {
    if (n >= DIGIT) return load.join();
    key = key * DIGIT + n;
  }
  return key;
}

const DIGIT = 64;
const MOST_DIGITS = 8;
