import type { EveningRun, EveningTank } from './evening.ts';
import { eveningClock, type EveningAnchor, type RunClock, type RunLength } from './session-clock.ts';

/** What a person says about hands and reels. */
export interface EveningPace {
  readonly loadMin: number;
  readonly dryMin: number;
}

export interface ClockOfTheEvening {
  readonly clock: readonly RunClock[];
  /** How long ago it would have had to begin for the wanted time, in ms; 0 when it can be kept. */
  readonly lateMs: number;
}

export const HANG_S = 5 * 60;
/** Bottles that stood in the bath through a run need only be topped up again. */
export const REWARM_S = 10 * 60;
const LATE_MS = 60_000;

/**
 * The evening on the clock: heater, loading, pours, hanging for each run that can be done (domain.md 1). `warmS` is what
 * the bath needs before the first pour. A run without a plan takes no time and has no place on the clock.
 */
export function clockOfTheEvening(
  runs: readonly EveningRun[],
  tanks: readonly Pick<EveningTank, 'id' | 'reelSets'>[],
  pace: EveningPace,
  warmS: number,
  anchor: EveningAnchor,
  nowMs: number,
): ClockOfTheEvening {
  const lengths = runs.flatMap((run, i): RunLength[] =>
    run.plan.ok
      ? [
          {
            totalS: run.plan.value.totalS,
            loadS: pace.loadMin * 60,
            warmS: i === 0 ? warmS : REWARM_S,
            tankId: run.tankId,
            reelSets: tanks.find((tank) => tank.id === run.tankId)?.reelSets ?? 1,
          },
        ]
      : [],
  );
  const clock = eveningClock(lengths, { dryReelsS: pace.dryMin * 60, hangS: HANG_S }, anchor);
  const begins = clock[0] ? Math.min(clock[0].warmFromMs, clock[0].loadFromMs) : nowMs;
  const lateMs = anchor.kind === 'start' ? 0 : nowMs - begins;
  return { clock, lateMs: lateMs > LATE_MS ? lateMs : 0 };
}
