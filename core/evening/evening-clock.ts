import { WARM_TANK_S, warmsFirstIn, type HouseHeat } from '../heat/tank/tank-heat-setting.ts';
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

/** What of the first run is done already: an evening that counts from now counts on from there. */
export interface DoneAlready {
  /** When the bath was set going; null while it is not. */
  readonly bathMs: number | null;
  readonly loaded: boolean;
}

const NOTHING_DONE: DoneAlready = { bathMs: null, loaded: false };

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
  tanks: readonly EveningTank[],
  pace: EveningPace,
  warmS: number,
  anchor: EveningAnchor,
  nowMs: number,
  { done = NOTHING_DONE, house = null }: { readonly done?: DoneAlready; readonly house?: HouseHeat | null } = {},
): ClockOfTheEvening {
  const goesOn = anchor.kind === 'start';
  const warmedS = goesOn && done.bathMs !== null ? (nowMs - done.bathMs) / 1000 : 0;
  const firstPlace = runs.findIndex(({ plan }) => plan.ok);
  const lengths = runs.flatMap((run, i): RunLength[] => {
    if (!run.plan.ok) return [];
    const tank = tanks.find(({ id }) => id === run.tankId);
    const warms = tank && !run.plan.value.noHeater && warmsFirstIn(tank, house) !== null;
    return [
      {
        totalS: run.plan.value.totalS,
        loadS: goesOn && i === firstPlace && done.loaded ? 0 : pace.loadMin * 60,
        warmTankS: warms ? WARM_TANK_S : 0,
        warmS: i === firstPlace ? Math.max(0, warmS - warmedS) : REWARM_S,
        tankId: run.tankId,
        reelSets: tank?.reelSets ?? 1,
      },
    ];
  });
  const clock = eveningClock(lengths, { dryReelsS: pace.dryMin * 60, hangS: HANG_S }, anchor);
  const begins = clock[0] ? Math.min(clock[0].warmFromMs, clock[0].loadFromMs) : nowMs;
  const lateMs = anchor.kind === 'start' ? 0 : nowMs - begins;
  return { clock, lateMs: lateMs > LATE_MS ? lateMs : 0 };
}
