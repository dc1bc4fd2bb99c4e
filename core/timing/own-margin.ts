import { roundHalfUp, showDurationChange } from '../units/duration.ts';

/** A person's own margin on a bath, by conviction: seconds or percent more or less, and why (domain.md 9). */
export interface OwnMargin {
  readonly by: 'seconds' | 'percent';
  readonly amount: number;
  /** In the person's own words; may be empty. */
  readonly reason: string;
}

/** More than these is another recipe, not a margin. */
export const MOST_OWN = { seconds: 3600, percent: 50 } as const;

/** What a person types for it, said where something else was typed. */
export const OWN_ACCEPTED = `An own margin is seconds or percent, such as +10, −0:05 or 5 %; up to an hour or ${MOST_OWN.percent} %, and 0 for none.`;

/** Whole seconds that a margin adds to a bath which would last `seconds` without it. */
export function ownSeconds(own: OwnMargin | null, seconds: number): number {
  if (!own) return 0;
  // Rounded away from nought alike on both sides, so that a margin taken back is the same seconds.
  return own.by === 'seconds' ? own.amount : Math.sign(own.amount) * roundHalfUp((Math.abs(own.amount) * seconds) / 100);
}

/** `+10`, `-0:05`, `10 s`, `5 %`; null when it is none of these or too much. */
export function parseOwnMargin(text: string): Omit<OwnMargin, 'reason'> | null {
  const typed = text.trim().replace(/^[−–]/, '-').replace(',', '.');
  const percent = /^([+-]?\d{1,3}(?:\.\d+)?)\s*%$/.exec(typed);
  if (percent) return within('percent', Number(percent[1]));
  const clock = /^([+-]?)(\d{1,2}):([0-5]\d)$/.exec(typed);
  if (clock) return within('seconds', (clock[1] === '-' ? -1 : 1) * (Number(clock[2]) * 60 + Number(clock[3])));
  const plain = /^([+-]?\d{1,4})\s*s?$/.exec(typed);
  return plain ? within('seconds', Number(plain[1])) : null;
}

function within(by: OwnMargin['by'], amount: number): Omit<OwnMargin, 'reason'> | null {
  // `-0` is nought as well.
  return Math.abs(amount) <= MOST_OWN[by] ? { by, amount: amount + 0 } : null;
}

/** `+0:10`, `−5 %`. */
export function showOwnMargin({ by, amount }: Pick<OwnMargin, 'by' | 'amount'>): string {
  return by === 'seconds' ? showDurationChange(amount) : `${amount > 0 ? '+' : amount < 0 ? '−' : ''}${Math.abs(amount)} %`;
}

/** The words of its line in the working. */
export function ownLabel({ by, amount, reason }: OwnMargin): string {
  const how = by === 'percent' ? `, ${showOwnMargin({ by, amount })}` : '';
  return `Your own margin${how}${reason === '' ? '' : `: ${reason}`}`;
}

/** Under what a margin is kept that holds for one push alone: a box-speed roll knows nothing of it (domain.md 9). */
export function atPush(id: string, stops: number): string {
  return `${id}@${Math.round(stops * 100) / 100}`;
}

/** Under what a margin is kept that holds for one film alone. */
export function atFilm(id: string, film: string): string {
  return `${id}#${film.trim()}`;
}

export function sameMargin(a: OwnMargin | null, b: OwnMargin | null): boolean {
  return a === b || (a !== null && b !== null && a.by === b.by && a.amount === b.amount && a.reason === b.reason);
}
