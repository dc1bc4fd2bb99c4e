import { formatISO } from 'date-fns';

/**
 * The server's clock, by which every event is stamped. Tests, and only they, may run it faster:
 * STEADY_REEL_TEST_SPEED=60 makes a minute pass in a second, from the moment the process started.
 */
const startedAtMs = Date.now();

export function clockSpeed(): number {
  const speed = Number(process.env['STEADY_REEL_TEST_SPEED'] ?? 1);
  return Number.isFinite(speed) && speed > 0 ? speed : 1;
}

export function nowMs(): number {
  const speed = clockSpeed();
  return speed === 1 ? Date.now() : Math.round(startedAtMs + (Date.now() - startedAtMs) * speed);
}

/** The local date as ISO text. */
export function today(): string {
  return formatISO(nowMs(), { representation: 'date' });
}
