/** One run of an evening, as far as the clock is concerned. */
export interface RunLength {
  /** From the first pour to the last step's end. */
  readonly totalS: number;
  readonly loadS: number;
  /** Standing loaded in the bath until its temperature is the bath’s; absent, it is poured into as soon as it is closed. */
  readonly warmTankS?: number;
  /** Bringing bottles back to temperature before this run. */
  readonly warmS: number;
  readonly tankId: string;
  /** Sets of reels this tank has: with a second one the first may dry. */
  readonly reelSets: number;
}

export interface EveningHabits {
  /** Reels must be dry before they are loaded again. */
  readonly dryReelsS: number;
  readonly hangS: number;
}

export interface RunClock {
  readonly warmFromMs: number;
  readonly loadFromMs: number;
  readonly loadUntilMs: number;
  readonly firstPourMs: number;
  readonly endMs: number;
  readonly hungMs: number;
}

export type EveningAnchor =
  | { readonly kind: 'start'; readonly atMs: number }
  | { readonly kind: 'first-pour'; readonly atMs: number }
  | { readonly kind: 'finish'; readonly atMs: number };

/** What an evening that goes on already has behind it, or in the tank. */
export interface Behind {
  /** From when hands and bath are free for the next run. */
  readonly freeMs: number;
  /** When the film of each tank was hung up, and its reels were left wet. */
  readonly hung: readonly { readonly tankId: string; readonly hungMs: number }[];
}

/**
 * Clock times of a session's runs, forwards from a start or backwards from a wanted first pour or finish (domain.md 1).
 * Warming and drying go on while hands are busy: a run's film is loaded once a set of reels of its tank is dry, its
 * bottles warm alongside, and the pour waits for both.
 */
export function eveningClock(runs: readonly RunLength[], habits: EveningHabits, anchor: EveningAnchor): RunClock[] {
  const fromZero = clockToCome(runs, habits, { freeMs: 0, hung: [] });
  const first = fromZero[0];
  const last = fromZero.at(-1);
  if (!first || !last) return [];
  const shiftMs =
    anchor.kind === 'start' ? anchor.atMs : anchor.kind === 'first-pour' ? anchor.atMs - first.firstPourMs : anchor.atMs - last.hungMs;
  return fromZero.map((run) => ({
    warmFromMs: run.warmFromMs + shiftMs,
    loadFromMs: run.loadFromMs + shiftMs,
    loadUntilMs: run.loadUntilMs + shiftMs,
    firstPourMs: run.firstPourMs + shiftMs,
    endMs: run.endMs + shiftMs,
    hungMs: run.hungMs + shiftMs,
  }));
}

/** When a set of a tank's reels is dry, by when its films were hung up; null where a set was never wet. */
export function reelsDryMs(hungMs: readonly number[], reelSets: number, { dryReelsS }: Pick<EveningHabits, 'dryReelsS'>): number | null {
  const wet = hungMs.at(-reelSets);
  return wet === undefined ? null : wet + dryReelsS * 1000;
}

/** The runs still to come of an evening that goes on, one after the other from when hands are free. */
export function clockToCome(runs: readonly RunLength[], habits: EveningHabits, behind: Behind): RunClock[] {
  const clock: RunClock[] = [];
  const hungOfTank = new Map<string, number[]>();
  for (const { tankId, hungMs } of behind.hung) hungOfTank.set(tankId, [...(hungOfTank.get(tankId) ?? []), hungMs]);
  let { freeMs } = behind;
  for (const run of runs) {
    const uses = hungOfTank.get(run.tankId) ?? [];
    const loadFromMs = Math.max(freeMs, reelsDryMs(uses, run.reelSets, habits) ?? freeMs);
    const { warmTankS = 0 } = run;
    const readyMs = Math.max(loadFromMs + (run.loadS + warmTankS) * 1000, freeMs + run.warmS * 1000);
    const endMs = readyMs + run.totalS * 1000;
    const hungMs = endMs + habits.hangS * 1000;
    clock.push({
      warmFromMs: readyMs - run.warmS * 1000,
      // Loading as late as the pour allows keeps film out of a damp tank.
      loadFromMs: readyMs - (run.loadS + warmTankS) * 1000,
      loadUntilMs: readyMs - warmTankS * 1000,
      firstPourMs: readyMs,
      endMs,
      hungMs,
    });
    hungOfTank.set(run.tankId, [...uses, hungMs]);
    freeMs = hungMs;
  }
  return clock;
}
