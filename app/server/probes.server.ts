import { isReadingOf } from '../../core/probe/probe-now.ts';
import { KEPT_MS, type ProbeReading, type SetAside } from '../../core/probe/sift.ts';
import type { ReadingOf } from '../../core/run/acts/event.ts';
import { sql } from './database/database.server.ts';
import { besideAllPlans } from './database/unchanged.server.ts';

export interface Probe {
  readonly name: string;
  readonly tokenSha256: string;
  /** What it is in; null until somebody says so. */
  readonly reads: ReadingOf | null;
}

interface Row {
  readonly name: string;
  readonly token_sha256: string;
  readonly reads: string | null;
}

const fromRow = ({ name, token_sha256, reads }: Row): Probe => ({
  name,
  tokenSha256: token_sha256,
  reads: isReadingOf(reads) ? reads : null,
});

export function listProbes(): Probe[] {
  const rows = sql('SELECT name, token_sha256, reads FROM probes WHERE deleted_at_ms IS NULL ORDER BY added_at_ms, name').all() as Row[];
  return rows.map(fromRow);
}

export function findProbe(name: string): Probe | null {
  const row = sql('SELECT name, token_sha256, reads FROM probes WHERE name = ? AND deleted_at_ms IS NULL').get(name) as Row | undefined;
  return row ? fromRow(row) : null;
}

/** A new probe, or one of that name that was put away, with a token of its own. */
export function addProbe(name: string, tokenSha256: string, atMs: number): void {
  sql(
    `INSERT INTO probes (name, token_sha256, added_at_ms) VALUES (?, ?, ?)
     ON CONFLICT (name) DO UPDATE SET token_sha256 = excluded.token_sha256, deleted_at_ms = NULL, reads = NULL`,
  ).run(name, tokenSha256, atMs);
}

export function setProbeReads(name: string, reads: ReadingOf | null): void {
  sql('UPDATE probes SET reads = ? WHERE name = ?').run(reads, name);
}

export function setProbeDeleted(name: string, atMs: number): void {
  sql('UPDATE probes SET deleted_at_ms = ?, reads = NULL WHERE name = ?').run(atMs, name);
}

/** In order of their instants, both ends included. */
export function probeReadings(name: string, fromMs: number, toMs: number): ProbeReading[] {
  return sql('SELECT at_ms AS atMs, c FROM probe_readings WHERE probe = ? AND at_ms BETWEEN ? AND ? ORDER BY at_ms').all(
    name,
    fromMs,
    toMs,
  ) as ProbeReading[];
}

/** The last of it, in order: what it says now follows from a few seconds. */
export function lastReadings(name: string, most: number): ProbeReading[] {
  return (
    sql('SELECT at_ms AS atMs, c FROM probe_readings WHERE probe = ? ORDER BY at_ms DESC LIMIT ?').all(name, most) as ProbeReading[]
  ).reverse();
}

export function insertReadings(name: string, readings: readonly ProbeReading[], heardAtMs: number): void {
  const insert = sql('INSERT OR IGNORE INTO probe_readings (probe, at_ms, c, heard_at_ms) VALUES (?, ?, ?, ?)');
  besideAllPlans(() => {
    for (const { atMs, c } of readings) insert.run(name, atMs, c, heardAtMs);
  });
}

/** A delivery that took longer than this on its way was kept meanwhile; so does a clock that is wrong. */
const BEHIND_MS = 60_000;
/** Of one that sends now. */
const SENDS_NOW_MS = 30_000;

/**
 * How far behind the clock of a probe is that sends now and whose newest reading is long past, in seconds; null where it is
 * not. What it sends is kept under the instants that it says, where nobody looks for it.
 */
export function behindS(name: string, nowMs: number): number | null {
  const last = sql(
    'SELECT at_ms AS atMs, heard_at_ms AS heardAtMs FROM probe_readings WHERE probe = ? ORDER BY heard_at_ms DESC, at_ms DESC LIMIT 1',
  ).get(name) as { atMs: number; heardAtMs: number } | undefined;
  if (!last || nowMs - last.heardAtMs > SENDS_NOW_MS || last.heardAtMs - last.atMs < BEHIND_MS) return null;
  return Math.round((last.heardAtMs - last.atMs) / 1000);
}

const MOST_SET_ASIDE = 200;

export function insertSetAside(name: string, readings: readonly SetAside[], heardAtMs: number): void {
  const insert = sql('INSERT INTO probe_set_aside (probe, at_ms, c, why, heard_at_ms) VALUES (?, ?, ?, ?, ?)');
  besideAllPlans(() => {
    for (const { atMs, c, why } of readings.slice(-MOST_SET_ASIDE)) insert.run(name, atMs, c, why, heardAtMs);
    sql(
      'DELETE FROM probe_set_aside WHERE probe = ? AND id NOT IN (SELECT id FROM probe_set_aside WHERE probe = ? ORDER BY id DESC LIMIT ?)',
    ).run(name, name, MOST_SET_ASIDE);
  });
}

/** The newest first. */
export function recentlySetAside(name: string, most: number): SetAside[] {
  return sql('SELECT at_ms AS atMs, c, why FROM probe_set_aside WHERE probe = ? ORDER BY id DESC LIMIT ?').all(name, most) as SetAside[];
}

/** What is older than a day is let go: what counted for a run is in the run. */
export function forgetOldReadings(nowMs: number): void {
  besideAllPlans(() => {
    sql('DELETE FROM probe_readings WHERE at_ms < ?').run(nowMs - KEPT_MS);
    sql('DELETE FROM probe_set_aside WHERE heard_at_ms < ?').run(nowMs - KEPT_MS);
  });
}
