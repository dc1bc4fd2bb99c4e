import { format } from 'date-fns';

/** A clock time to the second, as a person reads it off the wall. */
export function showClock(atMs: number): string {
  return format(atMs, 'HH:mm:ss');
}
