import { differenceInCalendarDays, parseISO, subDays } from 'date-fns';
import { counted } from '../../units/counted.ts';
import { isoDay, shortDay } from '../../units/day.ts';
import { lowerFirst } from '../../units/first-letter.ts';
import type { TwoEnds } from '../life/two-ends.ts';
import type { BottleNow } from './bottle.ts';

/** What a person does about it: the page decides where a press leads. */
export type ShelfAct =
  | { readonly act: 'test'; readonly bottle: string; readonly label: string }
  | { readonly act: 'empty' | 'open'; readonly bottle?: string; readonly label: string }
  | { readonly act: 'plan' | 'mix'; readonly label: string };

export interface WhatFollows {
  readonly urgency: 'spent' | 'look' | 'soon' | 'fine';
  readonly says: string;
  readonly does: ShelfAct | null;
  /** The day by which it is done; null for now or never. */
  readonly by: string | null;
}

export interface BatchFacts {
  readonly on: string;
  readonly bottles: readonly BottleNow[];
  readonly ends: TwoEnds;
  /** Rolls that wait for this process, by name, in the order in which they came. */
  readonly waiting: readonly string[];
}

/** So little is not worth a word. */
export const A_ROLL_LOST = 0.5;
const SOON_DAYS = 14;

/**
 * What a batch's state means for its owner: one sentence and one act, the most urgent first (domain.md 15). A bottle
 * that must not be poured comes before one that is old, and that before what would be lost.
 */
export function whatFollows({ on, bottles, ends, waiting }: BatchFacts): WhatFollows {
  const inUse = bottles.filter((bottle) => !bottle.emptied);
  if (inUse.length === 0)
    return { urgency: 'spent', says: 'Every bottle is empty.', does: { act: 'empty', label: 'Put the batch away' }, by: null };
  const bad = inUse.find((bottle) => bottle.standing === 'spent') ?? inUse.find((bottle) => bottle.standing === 'doubtful');
  if (bad) return doubted(bad);
  const old = inUse.filter((bottle) => bottle.goodUntil !== null && bottle.goodUntil < on);
  if (old.length > 0) return past(old, on);
  if (ends.rollsLeft !== null && ends.rollsLeft <= 1e-9)
    return {
      urgency: 'look',
      says: 'It has done the rolls it is made for.',
      does: { act: 'empty', label: 'Pour it into the jugs' },
      by: null,
    };
  return bothEnds(ends, on, waiting);
}

function doubted(bottle: BottleNow): WhatFollows {
  const spent = bottle.standing === 'spent';
  const why = bottle.why.at(-1) ?? 'Something is not as it should be.';
  return {
    urgency: spent ? 'spent' : 'look',
    says: `${bottle.name}${bottle.sinceOn ? `, ${shortDay(bottle.sinceOn)}` : ''}: ${lowerFirst(why)}`,
    does: { act: 'test', bottle: bottle.id, label: spent ? 'Test it with a snip, or pour it away' : 'Test it with a snip first' },
    by: null,
  };
}

function past(old: readonly BottleNow[], on: string): WhatFollows {
  const oldest = [...old].sort((a, b) => (a.goodUntil ?? '').localeCompare(b.goodUntil ?? ''))[0] as BottleNow;
  const days = differenceInCalendarDays(parseISO(on), parseISO(oldest.goodUntil as string));
  return {
    urgency: 'look',
    says: `${old.map((bottle) => bottle.name).join(', ')}: past ${old.length === 1 ? 'its' : 'their'} time by ${days} ${days === 1 ? 'day' : 'days'}.`,
    does: { act: 'test', bottle: oldest.id, label: 'Test it with a snip, or pour it away' },
    by: null,
  };
}

function bothEnds({ wornOn, oldOn, endsOn, rollsLost, rollsLeft }: TwoEnds, on: string, waiting: readonly string[]): WhatFollows {
  const near = (day: string | null) => day !== null && differenceInCalendarDays(parseISO(day), parseISO(on)) <= SOON_DAYS;
  if (rollsLeft !== null && rollsLost !== null && oldOn !== null && rollsLost >= A_ROLL_LOST) {
    const lost = `Old on ${shortDay(oldOn)}, before it is worn: ${counted(rollsLost, 'roll')} would be lost.`;
    const uses = waiting.slice(0, 2).join(' and ');
    return waiting.length > 0
      ? {
          urgency: near(oldOn) ? 'soon' : 'fine',
          says: lost,
          does: { act: 'plan', label: `Plan ${uses}${near(oldOn) ? ' this week' : ''}` },
          by: oldOn,
        }
      : { urgency: near(oldOn) ? 'soon' : 'fine', says: `${lost} Mix half next time.`, does: null, by: oldOn };
  }
  if (wornOn !== null && wornOn === endsOn) {
    const by = isoBefore(wornOn, on);
    return {
      urgency: near(wornOn) ? 'soon' : 'fine',
      says: `Ends worn on ${shortDay(wornOn)}, not old: nothing will be lost.`,
      does: { act: 'mix', label: `Mix the next one by ${shortDay(by)}` },
      by,
    };
  }
  if (oldOn !== null)
    return {
      urgency: near(oldOn) ? 'soon' : 'fine',
      says: `Good until ${shortDay(oldOn)}.`,
      does: waiting.length > 0 ? { act: 'plan', label: `Plan ${waiting.slice(0, 2).join(' and ')}` } : null,
      by: oldOn,
    };
  const says =
    rollsLeft === null
      ? 'Its leaflet gives neither days nor rolls: test it before a film that matters.'
      : `Good for ${counted(rollsLeft, 'roll')} more; its leaflet gives no days: test it before a film that matters.`;
  return { urgency: 'fine', says, does: null, by: null };
}

/** The day before, but never before today. */
function isoBefore(day: string, on: string): string {
  const before = isoDay(subDays(parseISO(day), 1));
  return before < on ? on : before;
}

export interface BatchToChoose {
  readonly id: string;
  readonly name: string;
  readonly ends: TwoEnds;
  readonly worst: BottleNow['standing'];
}

/**
 * Of two batches of a process that may both be poured, the one that would grow old with rolls in it goes first; why, in
 * a sentence. Null when the order does not matter.
 */
export function firstToUse(chosen: BatchToChoose, others: readonly BatchToChoose[]): { readonly id: string; readonly why: string } | null {
  const losing = others
    .filter(({ worst, ends }) => worst === 'good' && (ends.rollsLost ?? 0) >= A_ROLL_LOST && (ends.rollsLeft ?? 0) > 0)
    .filter(({ ends }) => (ends.oldOn ?? '9') < (chosen.ends.oldOn ?? '9'))
    .sort((a, b) => (a.ends.oldOn ?? '').localeCompare(b.ends.oldOn ?? ''))[0];
  if (!losing?.ends.oldOn) return null;
  return {
    id: losing.id,
    why: `${losing.name} is old on ${shortDay(losing.ends.oldOn)} and would lose ${counted(losing.ends.rollsLost ?? 0, 'roll')}; ${chosen.name} keeps${chosen.ends.oldOn ? ` until ${shortDay(chosen.ends.oldOn)}` : ' longer'}.`,
  };
}
