import { resumeClock } from '../../server/database/clock.server.ts';
import { lastActOfLiveRunMs } from '../../server/runs/run-events.server.ts';
import { liveRunTitle } from '../../server/runs/runs.server.ts';

/** When a server starts, and when another copy of the book takes the place of this one. */
export function resumeClockOfBook(): void {
  resumeClock(liveRunTitle() !== null, lastActOfLiveRunMs());
}
