import { sql } from './database.server.ts';
import type { ClockMark } from './steady-clock.ts';

/** By what the clock stood when something last happened at the Bench; null in a book from before marks were kept. */
export function storedClockMark(): ClockMark | null {
  return (sql('SELECT at_ms AS atMs, boot, up_ms AS upMs FROM clock_mark').get() as ClockMark | undefined) ?? null;
}

export function writeClockMark(mark: ClockMark): void {
  sql(
    `INSERT INTO clock_mark (one, at_ms, boot, up_ms) VALUES (1, @atMs, @boot, @upMs)
     ON CONFLICT (one) DO UPDATE SET at_ms = excluded.at_ms, boot = excluded.boot, up_ms = excluded.up_ms`,
  ).run({ ...mark });
}
