import { mixed, object, string } from 'yup';
import { ticksThatHold, type Ticks } from '../../../core/evening/list/doing.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { announceEvening } from '../acts/live-runs.server.ts';

const TICKS_FORMAT = 'steady-reel/ticks@1';

/** Longer than the longest thing that is done with the rolls of a full drum. */
const LONGEST_ID = 2000;
const MOST = 500;

interface KeptTicks {
  /** Of which session; null for what is planned and has not begun. */
  readonly sessionId: string | null;
  readonly ticks: Ticks;
}

const shape = object({
  sessionId: string().nullable().defined(),
  ticks: mixed<Ticks>(
    (value: unknown): value is Ticks =>
      typeof value === 'object' && value !== null && Object.values(value).every((atMs) => typeof atMs === 'number'),
  ).required(),
});

/** What was ticked, as it was stored by any version; what cannot be read is nothing. */
function keptTicks(): KeptTicks {
  const stored = storedSetting('ticks');
  return shape.isValidSync(stored, { strict: true }) ? stored : { sessionId: null, ticks: {} };
}

/** When each doing of an evening was ticked; of the one that is planned, where `sessionId` is null. */
export function ticksOf(sessionId: string | null): Ticks {
  const kept = keptTicks();
  return kept.sessionId === sessionId ? kept.ticks : {};
}

/**
 * Ticks a doing, or takes its tick back, on every screen. One that was pressed off the network arrives later: what another
 * screen ticked after it holds, and nothing was done in the future.
 */
export function tickDoing(sessionId: string | null, doing: string, done: boolean, pressedAtMs = nowMs()): void {
  const nowIsMs = nowMs();
  const atMs = Math.min(pressedAtMs, nowIsMs);
  const { [doing]: before = -Infinity, ...others } = ticksThatHold(ticksOf(sessionId), nowIsMs);
  if (before > atMs) return;
  const room = doing.length <= LONGEST_ID && Object.keys(others).length < MOST;
  writeTicks(sessionId, done && room ? { ...others, [doing]: atMs } : others);
  announceEvening();
}

/** What was ticked on paper goes along when the evening begins, and comes back with it. */
export function handTicksOn(from: string | null, to: string | null): void {
  const kept = keptTicks();
  if (kept.sessionId === from) writeTicks(to, kept.ticks);
}

function writeTicks(sessionId: string | null, ticks: Ticks): void {
  writeSetting('ticks', { format: TICKS_FORMAT, sessionId, ticks });
}
