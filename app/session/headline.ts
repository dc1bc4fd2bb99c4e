import { format } from 'date-fns';
import type { Evening } from '../../core/schedule/evening.ts';
import type { RunClock } from '../../core/schedule/session-clock.ts';

export interface Headline {
  readonly title: string;
  readonly below: string;
}

/** The evening in a sentence: how many rolls in how many runs, and the clock times that matter. */
export function eveningHeadline(evening: Evening, clock: readonly RunClock[], heaterW: number, nowMs: number): Headline {
  const rolls = evening.runs.reduce((sum, run) => sum + run.rollIds.length, 0);
  const day = `${format(nowMs, 'EEEE')} ${partOfDay(clock[0]?.firstPourMs ?? nowMs)}`;
  const first = clock[0];
  const last = clock.at(-1);
  if (rolls === 0 || !first || !last) return { title: day, below: 'No runs are planned yet.' };
  return {
    title: `${day}, ${count(rolls, 'roll')} in ${count(evening.runs.length, 'run')}`,
    below: `First pour ${time(first.firstPourMs)} if the ${heaterW > 0 ? 'bath goes on' : 'bottles go into the water'} by ${time(first.warmFromMs)}. Hung up by ${time(last.hungMs)}.`,
  };
}

function partOfDay(atMs: number): string {
  const hour = new Date(atMs).getHours();
  return hour < 5 ? 'night' : hour < 12 ? 'morning' : hour < 17 ? 'afternoon' : 'evening';
}

export function time(atMs: number): string {
  return format(atMs, 'HH:mm');
}

function count(n: number, noun: string): string {
  return `${n} ${noun}${n === 1 ? '' : 's'}`;
}

/** Marks for a time axis: every half hour, or every hour when the evening is long. */
export function clockTicks(clock: readonly RunClock[]): { readonly atMs: number; readonly label: string }[] {
  const first = clock[0];
  const last = clock.at(-1);
  if (!first || !last) return [];
  const fromMs = Math.min(first.warmFromMs, first.loadFromMs);
  const everyMs = last.hungMs - fromMs > 3.5 * 3_600_000 ? 3_600_000 : 1_800_000;
  const ticks = [];
  for (let atMs = Math.ceil((fromMs + everyMs / 6) / everyMs) * everyMs; atMs < last.hungMs - everyMs / 6; atMs += everyMs)
    ticks.push({ atMs, label: time(atMs) });
  return ticks;
}
