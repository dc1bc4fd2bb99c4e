/** Where this screen stands; making a formatter takes longer than all it ever shows. */
const hand = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' });

/** A clock time to the second, as a person reads it off the wall. */
export function showClock(atMs: number): string {
  return hand.format(atMs);
}
