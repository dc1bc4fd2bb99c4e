import type { RunClock } from '../../../core/evening/session-clock.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';

export interface Headline {
  readonly title: string;
  readonly below: string;
}

export interface EveningInFigures {
  readonly rolls: number;
  readonly runs: number;
  readonly clock: readonly RunClock[];
  readonly heaterW: number;
  /** `Wednesday`, and the hour of the first pour, both where the person is. */
  readonly day: string;
  readonly hour: number;
  readonly zone: string;
}

/** The evening in a sentence: how many rolls in how many runs, and the clock times that matter. */
export function eveningHeadline({ rolls, runs, clock, heaterW, day, hour, zone }: EveningInFigures): Headline {
  const when = `${day} ${partOfDay(hour)}`;
  const first = clock[0];
  const last = clock.at(-1);
  if (rolls === 0 || !first || !last) return { title: when, below: 'No runs are planned yet.' };
  const time = (atMs: number) => clockTime(atMs, zone);
  return {
    title: `${when}, ${count(rolls, 'roll')} in ${count(runs, 'run')}`,
    below: `First pour ${time(first.firstPourMs)} if the ${heaterW > 0 ? 'bath goes on' : 'bottles go into the water'} by ${time(first.warmFromMs)}. Hung up by ${time(last.hungMs)}.`,
  };
}

function partOfDay(hour: number): string {
  return hour < 5 ? 'night' : hour < 12 ? 'morning' : hour < 17 ? 'afternoon' : 'evening';
}

function count(n: number, noun: string): string {
  return `${n} ${noun}${n === 1 ? '' : 's'}`;
}
