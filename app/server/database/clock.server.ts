import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { readFileSync } from 'node:fs';
import { uptime } from 'node:os';
import { personsZone } from '../settings.server.ts';
import { storedClockMark, writeClockMark } from './clock-mark.server.ts';
import { resumedAtMs, SteadyClock, type ClockMark } from './steady-clock.ts';

/**
 * The server's clock, by which every event is stamped. Tests, and only they, may run it faster:
 * STEADY_REEL_TEST_SPEED=60 makes a minute pass in a second, from the moment the process started.
 */
export function clockSpeed(): number {
  const speed = Number(process.env['STEADY_REEL_TEST_SPEED'] ?? 1);
  return Number.isFinite(speed) && speed > 0 ? speed : 1;
}

/** Tests, and only they, set the machine’s clock: STEADY_REEL_TEST_CLOCK_SET_MS=-3600000 puts it back by an hour. */
const wallMs = () => Date.now() + (Number(process.env['STEADY_REEL_TEST_CLOCK_SET_MS']) || 0);
const steady = new SteadyClock({ wallMs, monotonicMs: () => performance.now(), sinceBootMs: () => uptime() * 1000 });
let startedAtMs = steady.nowMs();
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

/** Which start of the machine this is (Linux names each), and how long ago it was. */
function machine(): Pick<ClockMark, 'boot' | 'upMs'> {
  return { boot: process.env['STEADY_REEL_TEST_BOOT'] ?? bootOfMachine(), upMs: Math.round(uptime() * 1000) };
}

function bootOfMachine(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return '';
  }
}

/** Keeps by what the clock stood now, in the transaction of what happened. */
export function markClock(): void {
  writeClockMark({ atMs: nowMs(), ...machine() });
}

/** With a run at the Bench the clock goes on from its last act, however the machine’s was set meanwhile; with none it follows that. */
export function resumeClock(runIsLive: boolean, lastActMs: number | null): void {
  const mark = runIsLive ? (storedClockMark() ?? (lastActMs === null ? null : { atMs: lastActMs, boot: '', upMs: 0 })) : null;
  if (mark) {
    steady.goOnFrom(resumedAtMs(mark, wallMs(), machine(), clockSpeed()));
    startedAtMs = steady.nowMs();
  }
  // Set, not held anew: the clock that goes on is not to be taken from the wall again.
  held = runIsLive;
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
