import type { Sentence } from '../../units/sentence.ts';

export type DoingKind =
  | 'fill'
  | 'heater'
  | 'stand'
  | 'stand-out'
  | 'top-up'
  | 'change-bath'
  | 'load'
  | 'warm-tank'
  | 'water'
  | 'run'
  | 'hang'
  | 'put-back';

/** One line of the evening: what to do, with what figures, when (interface.md, the evening in order). */
export interface Doing {
  /** Says what is to be done, figures and rolls with it: where those change it is another doing, and nobody has done it yet. */
  readonly id: string;
  readonly kind: DoingKind;
  /** Of which run, counted from 1; null where it is the bath's. */
  readonly run: number | null;
  readonly atMs: number;
  /** By when it is through; null where it takes no time worth naming. */
  readonly untilMs: number | null;
  readonly title: string;
  readonly says: readonly Sentence[];
  /** The films that are loaded, by name and in their order; of a loading alone. */
  readonly rolls?: readonly string[];
  /** What is in its way, with what would do. */
  readonly trouble: readonly Sentence[];
  /** Ticked by a person, or plain from what has happened since; null while it is still to be done. */
  readonly done: 'ticked' | 'by-itself' | null;
}

/** When each was ticked, by its doing’s id. */
export type Ticks = Readonly<Record<string, number>>;

/** A tick is about an evening; this much later it is another one. */
const LASTS_MS = 12 * 3_600_000;

export function ticksThatHold(ticks: Ticks, nowMs: number): Ticks {
  return Object.fromEntries(Object.entries(ticks).filter(([, atMs]) => atMs <= nowMs + 60_000 && nowMs - atMs < LASTS_MS));
}

/** What lies before *now* and what after it: a thing that was ticked is behind, whenever it was planned for. */
export function placeOfNow(doings: readonly Doing[], nowMs: number): number {
  const next = doings.findIndex(({ done, atMs }) => done === null && atMs > nowMs);
  return next === -1 ? doings.length : next;
}
