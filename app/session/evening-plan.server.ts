import { addDays, format, set } from 'date-fns';
import { eveningBath, type EveningBathQuestion } from '../../core/heat/evening-bath.ts';
import { DEFAULT_TANK_HEAT_JK } from '../../core/heat/water.ts';
import { eveningClock, type EveningAnchor, type RunClock } from '../../core/schedule/session-clock.ts';
import { showDuration } from '../../core/units/duration.ts';
import { readSetting } from '../server/settings.server.ts';
import { DEFAULT_EVENING, type EveningSettings } from './evening-settings.ts';
import type { Tonight } from './tonight.server.ts';

export interface EveningPlan {
  readonly settings: EveningSettings;
  /** What the bath page asks for the first run; null when no run is planned. */
  readonly bathQuestion: EveningBathQuestion | null;
  /** Seconds from heater on to every bottle in range; null when it never gets there. */
  readonly warmS: number | null;
  readonly bathFault: string | null;
  readonly clock: readonly RunClock[];
  /** Why the wanted time cannot be kept, with the nearest that can. */
  readonly clockFault: string | null;
}

const HANG_S = 5 * 60;
const HALF_A_DAY_MS = 12 * 3_600_000;
const HORIZON_S = 4 * 3600;
/** Bottles that stood in the bath through a run need only be topped up again. */
const REWARM_S = 10 * 60;

/** Tonight on the clock: heater, loading, pours, hanging, for each run. */
export function eveningPlan(tonight: Tonight, nowMs: number): EveningPlan {
  const settings = { ...DEFAULT_EVENING, ...readSetting<EveningSettings>('evening') };
  const bathQuestion = firstRunBath(tonight, settings);
  const ready = bathQuestion ? eveningBath(bathQuestion).readyS : null;
  const warmS = ready?.ok ? ready.value : null;
  const runs = tonight.evening.runs.map((run, i) => {
    const tank = tonight.tanks.find((candidate) => candidate.id === run.tankId);
    return {
      totalS: run.plan.ok ? run.plan.value.totalS : 0,
      loadS: settings.loadMin * 60,
      warmS: i === 0 ? (warmS ?? 0) : REWARM_S,
      reelSets: tank?.reelSets ?? 1,
    };
  });
  // A second set of reels saves the wait for the first to dry.
  const dryReelsS = runs.every((run) => run.reelSets > 1) ? 0 : settings.dryMin * 60;
  const clock = eveningClock(runs, { dryReelsS, hangS: HANG_S }, anchorOf(settings, nowMs));
  const begins = clock[0] ? Math.min(clock[0].warmFromMs, clock[0].loadFromMs) : nowMs;
  const lateMs = nowMs - begins;
  const { anchor } = settings;
  const clockFault =
    anchor !== 'start' && lateMs > 60_000
      ? `For that you would have had to begin ${showDuration(Math.ceil(lateMs / 60_000) * 60).replace(/:00$/, '')} ${lateMs < 3_600_000 ? 'minutes' : 'hours'} ago. Beginning now, ${anchor === 'first-pour' ? 'the first pour can be' : 'all hangs'} at ${format((anchor === 'first-pour' ? (clock[0]?.firstPourMs ?? 0) : (clock.at(-1)?.hungMs ?? 0)) + lateMs, 'HH:mm')}.`
      : null;
  return { settings, bathQuestion, warmS, bathFault: ready && !ready.ok ? (ready.errors[0]?.message ?? null) : null, clock, clockFault };
}

function anchorOf({ anchor, time }: EveningSettings, nowMs: number): EveningAnchor {
  if (anchor === 'start') return { kind: 'start', atMs: nowMs };
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  const today = set(nowMs, { hours, minutes, seconds: 0, milliseconds: 0 });
  // At ten in the evening half past midnight is tonight, not twenty hours ago; half past nine is half an hour late.
  const past = nowMs - today.getTime() > HALF_A_DAY_MS;
  return { kind: anchor, atMs: (past ? addDays(today, 1) : today).getTime() };
}

function firstRunBath(tonight: Tonight, settings: EveningSettings): EveningBathQuestion | null {
  const run = tonight.evening.runs[0];
  const batch = tonight.inUse.find((candidate) => candidate.id === run?.batchId);
  const tank = tonight.tanks.find((candidate) => candidate.id === run?.tankId);
  if (!run?.plan.ok || !batch || !tank) return null;
  const usual = tank.method === 'rotary' ? DEFAULT_TANK_HEAT_JK.rotary : DEFAULT_TANK_HEAT_JK.plastic;
  return {
    steps: run.plan.value.steps,
    bottleMl: batch.volumeMl,
    tub: settings,
    tank: {
      volumeMl: tank.volumeMl,
      heatJK: tank.heatJK ?? usual,
      surroundings: tank.coolingPerMin === null ? null : { coolingPerMin: tank.coolingPerMin, surroundC: settings.roomC },
    },
    averagesTarget: tonight.habits.temperature === 'averages-target',
    horizonS: HORIZON_S,
  };
}
