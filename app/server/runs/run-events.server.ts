import { storedEvent, type RunEvent, type StepsById } from '../../../core/run/acts/event.ts';
import { readStoredEvent } from '../../../core/run/acts/read-event.ts';
import { markClock } from '../database/clock.server.ts';
import { sql } from '../database/database.server.ts';

export interface StoredEvent {
  /** Order of arrival over all runs; what a stream continues from. */
  readonly seq: number;
  readonly event: RunEvent;
}

/** Events of a run after one that is known, brought up to date. One that cannot be read is damage: it is left out and logged. */
export function eventsOfRun(run: { readonly id: string; readonly plan: StepsById }, afterSeq = 0): StoredEvent[] {
  const rows = sql('SELECT seq, document FROM run_events WHERE run_id = ? AND seq > ? ORDER BY seq').all(run.id, afterSeq) as {
    seq: number;
    document: string;
  }[];
  return rows.flatMap((row) => {
    const read = readStoredEvent(JSON.parse(row.document), run.plan);
    if (read.ok) return [{ seq: row.seq, event: read.value }];
    console.error(`Event ${row.seq} of run ${run.id} cannot be read: ${read.errors.map((error) => error.message).join(' ')}`);
    return [];
  });
}

/** On which screen each event of a run was made, by the event's id; those of this machine itself are not in it. */
export function screensOfEvents(runId: string): ReadonlyMap<string, string> {
  const rows = sql('SELECT id, made_on AS madeOn FROM run_events WHERE run_id = ? AND made_on IS NOT NULL').all(runId) as {
    id: string;
    madeOn: string;
  }[];
  return new Map(rows.map(({ id, madeOn }) => [id, madeOn]));
}

export function findEvent(id: string): { readonly seq: number; readonly runId: string; readonly document: string } | null {
  const row = sql('SELECT seq, run_id AS runId, document FROM run_events WHERE id = ?').get(id);
  return (row as { seq: number; runId: string; document: string } | undefined) ?? null;
}

/** The instant of the last act of the run at the Bench; null where there is none. */
export function lastActOfLiveRunMs(): number | null {
  const row = sql("SELECT max(at_ms) AS atMs FROM run_events WHERE run_id IN (SELECT id FROM runs WHERE state = 'live')").get();
  return (row as { atMs: number | null }).atMs;
}

export function insertEvent(runId: string, event: RunEvent, madeOn: string | null = null): number {
  const { lastInsertRowid } = sql('INSERT INTO run_events (run_id, id, at_ms, kind, document, made_on) VALUES (?, ?, ?, ?, ?, ?)').run(
    runId,
    event.id,
    event.atMs,
    event.kind,
    JSON.stringify(storedEvent(event)),
    madeOn,
  );
  markClock();
  return Number(lastInsertRowid);
}
