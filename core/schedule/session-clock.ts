/** One run of an evening, as far as the clock is concerned. */
export interface RunLength {
  /** From the first pour to the last step's end. */
  readonly totalS: number;
  readonly loadS: number;
  /** Bringing bottles back to temperature before this run. */
  readonly warmS: number;
}

export interface EveningHabits {
  /** Reels must be dry before they are loaded again; 0 when a second set is ready. */
  readonly dryReelsS: number;
  readonly hangS: number;
}

export interface RunClock {
  readonly warmFromMs: number;
  readonly loadFromMs: number;
  readonly firstPourMs: number;
  readonly endMs: number;
  readonly hungMs: number;
}

export type EveningAnchor =
  | { readonly kind: 'start'; readonly atMs: number }
  | { readonly kind: 'first-pour'; readonly atMs: number }
  | { readonly kind: 'finish'; readonly atMs: number };

/**
 * Clock times of a session's runs, forwards from a start or backwards from a wanted first pour or finish (domain.md 1).
 * Warming and drying go on while hands are busy: a run's film is loaded once the reels are dry, its bottles warm
 * alongside, and the pour waits for both.
 */
export function eveningClock(runs: readonly RunLength[], habits: EveningHabits, anchor: EveningAnchor): RunClock[] {
  const fromZero: RunClock[] = [];
  let freeMs = 0;
  runs.forEach((run, i) => {
    const loadFromMs = freeMs + (i === 0 ? 0 : habits.dryReelsS * 1000);
    const readyMs = Math.max(loadFromMs + run.loadS * 1000, freeMs + run.warmS * 1000);
    const endMs = readyMs + run.totalS * 1000;
    const hungMs = endMs + habits.hangS * 1000;
    fromZero.push({
      warmFromMs: readyMs - run.warmS * 1000,
      // Loading as late as the pour allows keeps film out of a damp tank.
      loadFromMs: readyMs - run.loadS * 1000,
      firstPourMs: readyMs,
      endMs,
      hungMs,
    });
    freeMs = hungMs;
  });
  const first = fromZero[0];
  const last = fromZero.at(-1);
  if (!first || !last) return [];
  const shiftMs =
    anchor.kind === 'start' ? anchor.atMs : anchor.kind === 'first-pour' ? anchor.atMs - first.firstPourMs : anchor.atMs - last.hungMs;
  return fromZero.map((run) => ({
    warmFromMs: run.warmFromMs + shiftMs,
    loadFromMs: run.loadFromMs + shiftMs,
    firstPourMs: run.firstPourMs + shiftMs,
    endMs: run.endMs + shiftMs,
    hungMs: run.hungMs + shiftMs,
  }));
}
