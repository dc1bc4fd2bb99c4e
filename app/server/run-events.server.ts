import type { RunEvent } from '../../core/run/event.ts';
import { sql } from './database.server.ts';

export interface StoredEvent {
  /** Order of arrival over all runs; what a stream continues from. */
  readonly seq: number;
  readonly event: RunEvent;
}

export function eventsOfRun(runId: string, afterSeq = 0): StoredEvent[] {
  const rows = sql('SELECT seq, document FROM run_events WHERE run_id = ? AND seq > ? ORDER BY seq').all(runId, afterSeq) as {
    seq: number;
    document: string;
  }[];
  return rows.map((row) => ({ seq: row.seq, event: JSON.parse(row.document) as RunEvent }));
}

export function findEvent(id: string): { readonly seq: number; readonly runId: string; readonly document: string } | null {
  const row = sql('SELECT seq, run_id AS runId, document FROM run_events WHERE id = ?').get(id);
  return (row as { seq: number; runId: string; document: string } | undefined) ?? null;
}

export function insertEvent(runId: string, event: RunEvent): number {
  const { lastInsertRowid } = sql('INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES (?, ?, ?, ?, ?)').run(
    runId,
    event.id,
    event.atMs,
    event.kind,
    JSON.stringify(event),
  );
  return Number(lastInsertRowid);
}
