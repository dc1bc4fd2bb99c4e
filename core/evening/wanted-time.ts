import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';

/**
 * A clock time of this evening in a person's zone. On two nights a year an hour is missing or comes twice: that is
 * asked about, never guessed.
 */
export type WantedTime =
  | { readonly kind: 'once'; readonly atMs: number }
  | { readonly kind: 'never'; readonly nearestMs: number }
  | { readonly kind: 'twice'; readonly firstMs: number; readonly secondMs: number };

const HALF_A_DAY_MS = 12 * 3_600_000;
const HOUR_MS = 3_600_000;
const JUST_PAST_MS = 3 * HOUR_MS;

/**
 * When `19:30` is, seen from now: today's, or tomorrow's when today's lies more than twelve hours back. At ten in the
 * evening half past midnight is tonight, not twenty hours ago; half past nine is half an hour late. Just after midnight
 * the evening that has just been is not over.
 */
export function wantedTime(time: string, nowMs: number, zone: string): WantedTime {
  const yesterday = on(time, nowMs, -1, zone);
  // Ten to midnight, typed at five past it, was a quarter of an hour ago.
  if (nowMs - earliestOf(yesterday) < JUST_PAST_MS) return yesterday;
  const today = on(time, nowMs, 0, zone);
  return nowMs - earliestOf(today) > HALF_A_DAY_MS ? on(time, nowMs, 1, zone) : today;
}

function earliestOf(wanted: WantedTime): number {
  return wanted.kind === 'once' ? wanted.atMs : wanted.kind === 'never' ? wanted.nearestMs : wanted.firstMs;
}

function on(time: string, nowMs: number, daysOn: number, zone: string): WantedTime {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  const now = new TZDate(nowMs, zone);
  const at = new TZDate(now.getFullYear(), now.getMonth(), now.getDate() + daysOn, hours, minutes, 0, 0, zone).getTime();
  const says = (ms: number) => format(new TZDate(ms, zone), 'HH:mm');
  // Clocks are moved by an hour at most anywhere that film is developed.
  const same = [at - HOUR_MS, at, at + HOUR_MS].filter((ms) => says(ms) === time);
  const [first, second] = same;
  if (first === undefined) return { kind: 'never', nearestMs: at };
  return second === undefined ? { kind: 'once', atMs: first } : { kind: 'twice', firstMs: first, secondMs: second };
}

/** A page tells dozens of clock times in one zone; making its formatter is what takes long. */
const hands = new Map<string, Intl.DateTimeFormat>();

function handOf(zone: string): Intl.DateTimeFormat {
  const known = hands.get(zone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone: zone });
  hands.set(zone, made);
  return made;
}

/** `19:30`; in the hour that comes twice, with the zone's own name, so that 02:23 before 02:04 can be told apart. */
export function clockTime(atMs: number, zone: string): string {
  const hand = handOf(zone);
  const here = hand.format(atMs);
  const again = [atMs - HOUR_MS, atMs + HOUR_MS].some((ms) => hand.format(ms) === here);
  return again ? `${here} ${format(new TZDate(atMs, zone), 'OOO')}` : here;
}
