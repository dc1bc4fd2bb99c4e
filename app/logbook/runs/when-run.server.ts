import { shownInstant } from '../../server/database/clock.server.ts';

/** The day of a run, the one that list, year and trends give it: when it ended. A first pour before midnight says its own. */
export function whenRun(endedAtMs: number | null, firstPourMs: number | null): string {
  if (endedAtMs === null) return 'never begun';
  const day = shownInstant(endedAtMs, 'EEEE d MMMM yyyy');
  if (firstPourMs === null) return day;
  const sameDay = shownInstant(firstPourMs, 'EEEE d MMMM yyyy') === day;
  return `${day}, first pour ${shownInstant(firstPourMs, sameDay ? 'HH:mm:ss' : "HH:mm:ss 'on' d MMMM")}`;
}
