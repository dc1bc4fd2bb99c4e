import { heard } from '../../../core/probe/heard.ts';
import type { ProbeNow } from '../../../core/probe/probe-now.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { lastReadings, listProbes } from '../../server/probes.server.ts';

/** Three seconds of one that sends ten times a second. */
const FOR_A_MEDIAN = 30;

function probesNow(): ProbeNow[] {
  const now = nowMs();
  return listProbes().map(({ name, reads }) => ({ name, reads, heard: heard(lastReadings(name, FOR_A_MEDIAN), now) }));
}

/** Those that are in something, for the Bench: what lies in a drawer is no news there. */
export function probesInUse(): ProbeNow[] {
  return probesNow().filter(({ reads }) => reads !== null);
}
