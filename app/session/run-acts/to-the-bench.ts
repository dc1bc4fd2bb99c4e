import { data, redirectDocument } from 'react-router';
import type { Started } from '../../run/session-start.server.ts';

/** A run that was started is shown; one that was not says why, and where the one is that stands in its way. */
export function toTheBench(started: Started) {
  if (started.ok) throw redirectDocument(`/bench/${started.runId}`);
  return data({ field: null, typed: '', message: started.message, nearest: null, liveRunId: started.liveRunId }, { status: 409 });
}
