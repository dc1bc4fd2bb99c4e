import { clockOfTheEvening, type DoneAlready } from '../../../core/evening/evening-clock.ts';
import type { EveningRun } from '../../../core/evening/evening.ts';
import type { EveningBathQuestion } from '../../../core/evening/evening-bath.ts';
import { ticksThatHold, type Doing, type Ticks } from '../../../core/evening/list/doing.ts';
import { doingsOfEvening, doneAlready } from '../../../core/evening/list/doings-of-evening.ts';
import type { EveningAnchor, RunClock } from '../../../core/evening/session-clock.ts';
import { clockTime, wantedTime } from '../../../core/evening/wanted-time.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { readEvening, type EveningSettings } from '../../run/evening/evening-settings.ts';
import type { EveningUnderWay } from '../../run/evening/evening-under-way.server.ts';
import { personsZone, storedSetting } from '../../server/settings.server.ts';
import { bathOnce, toppedUpOnceS } from '../bath/bath-once.ts';
import type { Tonight } from '../draft/tonight.server.ts';
import { listedRuns, runsUnderWay } from '../list/listed-runs.server.ts';

/** What a wanted clock time asks back, on the two nights a year on which it is not just one. */
export type ClockQuestion =
  | { readonly kind: 'never'; readonly time: string; readonly nearest: string }
  | { readonly kind: 'twice'; readonly time: string; readonly first: string; readonly second: string; readonly chosen: 'first' | 'second' };

export interface EveningPlan {
  readonly settings: EveningSettings;
  /** What the bath page asks for the first run; null when no run is planned. */
  readonly bathQuestion: EveningBathQuestion | null;
  /** Seconds from heater on to every bottle in range; null when it never gets there. */
  readonly warmS: number | null;
  readonly clock: readonly RunClock[];
  /** Why the wanted time cannot be kept, with the nearest that can. */
  readonly clockFault: string | null;
  readonly clockQuestion: ClockQuestion | null;
  /** The evening in order: every page and paper of it is drawn from this. */
  readonly doings: readonly Doing[];
}

const HORIZON_S = 4 * 3600;

/** Tonight on the clock: heater, loading, pours, hanging, for each run that can be done; what was ticked of it is done. */
export function eveningPlan(tonight: Tonight, nowMs: number, kept: Ticks = {}): EveningPlan {
  const settings = readEvening(storedSetting('evening'));
  const zone = personsZone();
  const bathQuestion = firstRunBath(tonight, settings);
  const warmS = warmingOf(bathQuestion);
  const { anchor, question } = anchorOf(settings, nowMs, zone);
  const ticks = ticksThatHold(kept, nowMs);
  const { runs } = tonight.evening;
  const onClock = (done?: DoneAlready) =>
    clockOfTheEvening(runs, tonight.tanks, settings, warmS ?? 0, anchor, nowMs, { house: tonight.heat, ...(done && { done }) });
  const inOrder = (clock: readonly RunClock[]) => doingsOfEvening({ runs: listedRuns(runs, clock, tonight), tub: settings, ticks, nowMs });
  const untouched = onClock();
  const doings = inOrder(untouched.clock);
  const isTouched = doings.some(({ done }) => done !== null);
  const { clock, lateMs } = isTouched ? onClock(doneAlready(doings)) : untouched;
  return {
    settings,
    bathQuestion,
    warmS,
    clock,
    clockFault: tooLate(clock, lateMs, anchor, zone),
    clockQuestion: question,
    doings: isTouched ? inOrder(clock) : doings,
  };
}

/** The rest of an evening that goes on: its list begins with what was. */
export function planUnderWay(under: EveningUnderWay, tonight: Tonight, nowMs: number, ticks: Ticks): EveningPlan {
  const { settings } = under;
  const bathQuestion = firstRunBath(tonight, settings);
  return {
    settings,
    bathQuestion,
    warmS: warmingOf(bathQuestion),
    clock: under.coming.map(({ clock }) => clock),
    clockFault: null,
    clockQuestion: null,
    doings: doingsOfEvening({ runs: runsUnderWay(under, tonight), tub: settings, ticks, nowMs }),
  };
}

function tooLate(clock: readonly RunClock[], lateMs: number, anchor: EveningAnchor, zone: string): string | null {
  if (lateMs === 0) return null;
  const [wanted, what] =
    anchor.kind === 'first-pour' ? [clock[0]?.firstPourMs ?? 0, 'the first pour can be'] : [clock.at(-1)?.hungMs ?? 0, 'all hangs'];
  return `For that you would have had to begin ${showMinutes(lateMs / 1000)} ago. Beginning now, ${what} at ${clockTime(wanted + lateMs, zone)}.`;
}

function anchorOf(
  { anchor, time, which }: EveningSettings,
  nowMs: number,
  zone: string,
): { readonly anchor: EveningAnchor; readonly question: ClockQuestion | null } {
  if (anchor === 'start') return { anchor: { kind: 'start', atMs: nowMs }, question: null };
  const wanted = wantedTime(time, nowMs, zone);
  switch (wanted.kind) {
    case 'once':
      return { anchor: { kind: anchor, atMs: wanted.atMs }, question: null };
    case 'never':
      return {
        anchor: { kind: anchor, atMs: wanted.nearestMs },
        question: { kind: 'never', time, nearest: clockTime(wanted.nearestMs, zone) },
      };
    case 'twice': {
      const [first, second] = [clockTime(wanted.firstMs, zone), clockTime(wanted.secondMs, zone)];
      const atMs = which === 'second' ? wanted.secondMs : wanted.firstMs;
      return { anchor: { kind: anchor, atMs }, question: { kind: 'twice', time, first, second, chosen: which } };
    }
  }
}

/** Seconds from heater on, or bottles in, to every bottle in range; null when it never gets there, or nothing is warmed. */
export function warmingOf(question: EveningBathQuestion | null): number | null {
  if (!question) return null;
  const toppedUpS = question.tub.heaterW > 0 || question.noHeater ? null : toppedUpOnceS(question);
  if (toppedUpS !== null) return toppedUpS;
  const ready = bathOnce(question).readyS;
  return ready.ok ? ready.value : null;
}

export function firstRunBath(
  tonight: Pick<Tonight, 'evening' | 'inUse' | 'tanks' | 'waiting'>,
  settings: EveningSettings,
): EveningBathQuestion | null {
  const run = tonight.evening.runs.find((each) => each.plan.ok);
  const batch = tonight.inUse.find((candidate) => candidate.id === run?.batchId);
  if (!run?.plan.ok || !batch) return null;
  const { steps, heat, noHeater } = run.plan.value;
  const portionMl = portionOf(run, tonight);
  return {
    steps,
    bottleMl: Math.max(50, batch.mlLeft),
    portionMl,
    tub: settings,
    bathC: heat?.bathC ?? null,
    noHeater,
    horizonS: HORIZON_S,
  };
}

/** What is poured, where that stands in the bath in place of its bottles. */
function portionOf(run: EveningRun, { tanks, waiting }: Pick<Tonight, 'tanks' | 'waiting'>): number | null {
  const tank = tanks.find(({ id }) => id === run.tankId);
  const film = waiting.filter(({ id }) => run.rollIds.includes(id));
  return tank?.warms === 'portion' ? loadedTank(tank, film).volumeMl : null;
}
