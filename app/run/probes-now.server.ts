import { heard, type Heard } from '../../core/probe/heard.ts';
import type { ReadingOf } from '../../core/run/event.ts';
import { nowMs } from '../server/clock.server.ts';
import { lastReadings, listProbes } from '../server/probes.server.ts';

/** A probe as a screen shows it. */
export interface ProbeNow {
  readonly name: string;
  readonly reads: ReadingOf | null;
  readonly heard: Heard;
}

/** Three seconds of one that sends ten times a second. */
const FOR_A_MEDIAN = 30;

export function probesNow(): ProbeNow[] {
  const now = nowMs();
  return listProbes().map(({ name, reads }) => ({ name, reads, heard: heard(lastReadings(name, FOR_A_MEDIAN), now) }));
}

/** Those that are in something, for the Bench: what lies in a drawer is no news there. */
export function probesInUse(): ProbeNow[] {
  return probesNow().filter(({ reads }) => reads !== null);
}
