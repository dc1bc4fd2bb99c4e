import { differenceInCalendarDays, parseISO } from 'date-fns';

export interface LifeMark {
  readonly what: 'today' | 'worn' | 'old';
  readonly on: string;
  /** Where on the line, 0 to 100. */
  readonly at: number;
  /** It lies beyond the end of the line: an arrow points there. */
  readonly beyond: boolean;
  /** Row of its label below the line: two labels near each other do not share one. */
  readonly row: number;
}

/** Beyond this many times the shelf life (or half a year) nobody looks along a line. */
const FURTHEST = 1.3;
const NEAR = 30;

/** One line of a batch's life, from its mixing to the later of its ends that is worth drawing. */
export function lifeLine(
  mixedOn: string,
  today: string,
  ends: { readonly wornOn: string | null; readonly oldOn: string | null },
): LifeMark[] {
  const day = (on: string) => differenceInCalendarDays(parseISO(on), parseISO(mixedOn));
  const now = Math.max(0, day(today));
  const known = [ends.wornOn, ends.oldOn].filter((on): on is string => on !== null).map(day);
  const furthest = ends.oldOn !== null ? Math.max(day(ends.oldOn), now) * FURTHEST : Math.max(183, now * FURTHEST);
  const length = Math.max(1, Math.min(Math.max(now * 1.08, ...known), Math.max(furthest, now * 1.08)));
  const at = (on: string) => Math.max(0, Math.min(100, (day(on) / length) * 100));
  const marks = (['worn', 'old'] as const)
    .flatMap((what) => {
      const on = what === 'worn' ? ends.wornOn : ends.oldOn;
      return on === null ? [] : [{ what, on, at: at(on), beyond: day(on) > length + 1e-9 }];
    })
    .sort((a, b) => a.at - b.at);
  return [
    { what: 'today', on: today, at: (now / length) * 100, beyond: false, row: 0 },
    ...marks.map((mark, i) => ({ ...mark, row: i > 0 && mark.at - (marks[i - 1]?.at ?? 0) < NEAR ? 1 : 0 })),
  ];
}
