import { upperFirst } from '../units/first-letter.ts';
import type { ToDo } from './whats-next.ts';

/** A thing to do with its words and its clock time, as the person reads them. */
export interface SaidToDo extends ToDo {
  readonly words: string;
  readonly at: string;
}

export interface NowInWords {
  /** The one thing to do next, and when: `Bleach-fix out at 20:14`. */
  readonly next: string;
  /** The same as the title of a tab has room for it, the time first: `20:14 bleach-fix out`. */
  readonly inShort: string;
  /** What comes after it, as far as the next run's first pour. */
  readonly then: string;
}

/** Where the evening stands in a sentence (interface.md, tonight while it goes). What is due is said to be due now. */
export function nowInWords(toDo: readonly SaidToDo[], nowMs: number): NowInWords | null {
  const [next, ...after] = toDo;
  if (!next) return null;
  const others = after.filter((thing) => AFTERWARDS.includes(thing.what)).slice(0, 3);
  const due = next.atMs <= nowMs + 500;
  return {
    next: due ? `Now: ${next.words}` : `${upperFirst(next.words)} at ${next.at}`,
    inShort: due ? `Now: ${next.words}` : `${next.at} ${next.words}`,
    then: others.length === 0 ? '' : `Then ${others.map((thing) => `${thing.words} at ${thing.at}`).join(', ')}.`,
  };
}

/** Pours within a run are the Bench's business; a person at the plan wants to know what else there is to do. */
const AFTERWARDS: readonly ToDo['what'][] = ['hang', 'load', 'first-pour', 'all-hung'];
