import { clockSpeed, nowMs } from '../server/clock.server.ts';

/** The server's clock, for screens to reckon theirs by. */
export function loader() {
  return Response.json({ nowMs: nowMs(), speed: clockSpeed() }, { headers: { 'Cache-Control': 'no-store' } });
}
