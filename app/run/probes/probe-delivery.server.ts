import { sift, type ProbeReading, type SetAside } from '../../../core/probe/sift.ts';
import { thinned } from '../../../core/probe/thin.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { inTransaction } from '../../server/database/database.server.ts';
import { forgetOldReadings, insertReadings, insertSetAside, probeReadings, type Probe } from '../../server/probes.server.ts';
import { insertEvent, findEvent } from '../../server/runs/run-events.server.ts';
import { liveRun } from '../../server/runs/runs.server.ts';
import { announceProbes, announceRun } from '../acts/live-runs.server.ts';
import { stateOfRun } from '../acts/run-state.server.ts';

export interface Delivered {
  readonly accepted: number;
  readonly repeated: number;
  readonly setAside: readonly SetAside[];
  /** How many of them went into the run at the Bench. */
  readonly inRun: number;
}

/** A reading is judged by what came in the minute before it. */
const BESIDE_MS = 60_000;
/** Old readings are let go now and then, not at every second. */
const TIDIED_EVERY_MS = 600_000;
let tidiedAtMs = 0;

/** Keeps what a probe sent, all or nothing, and gives a running bath what it needs to follow its temperature (domain.md 18). */
export function deliver(probe: Probe, delivered: readonly ProbeReading[]): Delivered {
  const now = nowMs();
  const { told, runId } = inTransaction(() => {
    const instants = delivered.map(({ atMs }) => atMs);
    const known = probeReadings(probe.name, Math.min(...instants) - BESIDE_MS, Math.max(...instants));
    const { accepted, setAside, repeated } = sift(delivered, known, now);
    insertReadings(probe.name, accepted, now);
    if (setAside.length > 0) insertSetAside(probe.name, setAside, now);
    const run = probe.reads === 'tank' ? intoTheRun(probe.name, accepted) : null;
    return { told: { accepted: accepted.length, setAside, repeated, inRun: run?.readings ?? 0 }, runId: run?.runId ?? null };
  });
  if (Math.abs(now - tidiedAtMs) > TIDIED_EVERY_MS) {
    tidiedAtMs = now;
    forgetOldReadings(now);
  }
  if (runId !== null && told.inRun > 0) announceRun(runId);
  announceProbes();
  return told;
}

/** Only while a bath is in the tank whose finish follows its temperature; of all others the probe itself keeps what it saw. */
function intoTheRun(name: string, fresh: readonly ProbeReading[]): { readonly runId: string; readonly readings: number } | null {
  const run = liveRun();
  if (!run || fresh.length === 0) return null;
  const state = stateOfRun(run);
  const step = run.plan.steps[state.step];
  const actual = state.actual[state.step];
  if (state.phase !== 'running' || !step?.critical || step.points.length < 2 || !actual) return null;
  const kept = actual.readings.filter((reading) => reading.probe === name);
  const last = kept.at(-1) ?? null;
  const after = fresh.filter(({ atMs }) => last === null || atMs > last.atMs);
  const beside = probeReadings(name, (after[0]?.atMs ?? 0) - BESIDE_MS, after.at(-1)?.atMs ?? 0);
  let readings = 0;
  for (const { atMs, c } of thinned(beside, after, actual.startMs, last)) {
    const id = `probe:${name}:${atMs}`;
    if (findEvent(id)) continue;
    insertEvent(run.id, {
      id,
      atMs,
      kind: 'reading',
      c,
      shownC: c,
      thermometer: `probe ${name}`,
      probe: name,
    });
    readings++;
  }
  return { runId: run.id, readings };
}
