import { clockSpeed, clockWasSetByMs, nowMs } from '../../server/database/clock.server.ts';

/** The server's clock, for screens to reckon theirs by; and by how much the machine's own was set while it was held. */
export function loader() {
  return Response.json({ nowMs: nowMs(), speed: clockSpeed(), setByMs: clockWasSetByMs() }, { headers: { 'Cache-Control': 'no-store' } });
}
