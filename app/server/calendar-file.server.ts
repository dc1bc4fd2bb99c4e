import ical, { type ICalCalendar } from 'ical-generator';
import { nowMs } from './database/clock.server.ts';

/** Versions of an entry count up from here, in seconds: a number that calendars take. */
const SEQUENCE_FROM_MS = Date.UTC(2026, 0, 1);

/** A calendar to be filled, and the number by which its entries overrule those of an earlier file. */
export function newCalendar(): { readonly calendar: ICalCalendar; readonly sequence: number } {
  return {
    calendar: ical({ name: 'Steady Reel', prodId: { company: 'Steady Reel', product: 'Session', language: 'EN' } }),
    sequence: Math.max(0, Math.floor((nowMs() - SEQUENCE_FROM_MS) / 1000)),
  };
}

/** A calendar as a file to be kept or opened. */
export function calendarFile(calendar: ICalCalendar, name: string): Response {
  return new Response(calendar.toString(), {
    headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Content-Disposition': `attachment; filename="${name}"` },
  });
}
