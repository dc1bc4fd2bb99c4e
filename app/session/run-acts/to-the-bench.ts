import { data, redirectDocument } from 'react-router';
import type { Started } from '../../run/evening/session-start.server.ts';
import { refusalOf } from '../draft/posted-change.server.ts';

/** A run that was started is shown; one that was not says why, and where the one is that stands in its way. */
export function toTheBench(started: Started) {
  if (started.ok) throw redirectDocument(`/bench/${started.runId}`);
  return data(refusalOf(started.message, started.liveRunId), { status: 409 });
}
