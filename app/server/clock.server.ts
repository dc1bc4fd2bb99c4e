import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { uptime } from 'node:os';
import { SteadyClock } from './steady-clock.ts';
import { personsZone } from './settings.server.ts';

/**
 * The server's clock, by which every event is stamped. Tests, and only they, may run it faster:
 * STEADY_REEL_TEST_SPEED=60 makes a minute pass in a second, from the moment the process started.
 */
export function clockSpeed(): number {
  const speed = Number(process.env['STEADY_REEL_TEST_SPEED'] ?? 1);
  return Number.isFinite(speed) && speed > 0 ? speed : 1;
}

const steady = new SteadyClock({ wallMs: () => Date.now(), monotonicMs: () => performance.now(), sinceBootMs: () => uptime() * 1000 });
const startedAtMs = steady.nowMs();
// Held until it is known that no run is at the Bench: a server killed in a developer step comes back in one.
let held = true;

/** Whether the clock runs by itself (a run is at the Bench) or follows the machine's. */
export function holdClock(hold: boolean): void {
  if (hold && !held) steady.takeWallTime();
  held = hold;
}

export function nowMs(): number {
  if (!held) steady.takeWallTime();
  const speed = clockSpeed();
  const now = steady.nowMs();
  return Math.round(speed === 1 ? now : startedAtMs + (now - startedAtMs) * speed);
}

/** How far the machine's clock was set away since, while a run went on; 0 when nobody touched it. */
export function clockWasSetByMs(): number {
  return steady.wasSetByMs();
}

/** The person's date as ISO text. */
export function today(): string {
  return format(new TZDate(nowMs(), personsZone()), 'yyyy-MM-dd');
}

/** An instant as the person reads it, in their zone. */
export function shownInstant(atMs: number, pattern: string): string {
  return format(new TZDate(atMs, personsZone()), pattern);
}
