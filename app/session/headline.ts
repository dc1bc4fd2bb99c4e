import { format } from 'date-fns';
import type { Evening } from '../../core/schedule/evening.ts';
import { eveningClock, type RunClock } from '../../core/schedule/session-clock.ts';

export interface RunTimes {
  readonly firstPour: string;
  readonly hung: string;
}

export interface Headline {
  readonly title: string;
  readonly below: string;
  readonly clock: readonly RunTimes[];
}

const LOAD_S = 10 * 60;
const DRY_REELS_S = 20 * 60;
const HANG_S = 5 * 60;

/** The evening in a sentence: how many rolls in how many runs, from when to when. */
export function eveningHeadline(evening: Evening, nowMs: number): Headline {
  const runs = evening.runs.map((run) => ({ totalS: run.plan.ok ? run.plan.value.totalS : 0, loadS: LOAD_S, warmS: 0 }));
  const clock = eveningClock(runs, { dryReelsS: DRY_REELS_S, hangS: HANG_S }, { kind: 'start', atMs: nowMs });
  const rolls = evening.runs.reduce((sum, run) => sum + run.rollIds.length, 0);
  const part = partOfDay(nowMs);
  if (rolls === 0) return { title: `${format(nowMs, 'EEEE')} ${part}`, below: 'No runs are planned yet.', clock: [] };
  return {
    title: `${format(nowMs, 'EEEE')} ${part}, ${count(rolls, 'roll')} in ${count(evening.runs.length, 'run')}`,
    below: `If you load now, the first pour is at ${time(clock[0]?.firstPourMs)} and the last film hangs by ${time(clock.at(-1)?.hungMs)}.`,
    clock: clock.map((run: RunClock) => ({ firstPour: time(run.firstPourMs), hung: time(run.hungMs) })),
  };
}

function partOfDay(nowMs: number): string {
  const hour = new Date(nowMs).getHours();
  return hour < 5 ? 'night' : hour < 12 ? 'morning' : hour < 17 ? 'afternoon' : 'evening';
}

function time(atMs: number | undefined): string {
  return atMs === undefined ? '' : format(atMs, 'HH:mm');
}

function count(n: number, noun: string): string {
  return `${n} ${noun}${n === 1 ? '' : 's'}`;
}
