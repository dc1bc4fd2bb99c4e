import { sql } from './database/database.server.ts';
import { besideAllPlans } from './database/unchanged.server.ts';

/** A heater that asks what it should hold, and says what it does. */
export interface Heater {
  readonly name: string;
  readonly tokenSha256: string;
  /** What it should hold; null until somebody says so. */
  readonly setC: number | null;
  /** What it says that it holds, and whether it heats just now. */
  readonly runsAtC: number | null;
  readonly heats: boolean | null;
  readonly toldAtMs: number | null;
}

interface Row {
  readonly name: string;
  readonly tokenSha256: string;
  readonly setC: number | null;
  readonly runsAtC: number | null;
  readonly heats: number | null;
  readonly toldAtMs: number | null;
}

const SELECT = `SELECT name, token_sha256 AS tokenSha256, set_c AS setC, runs_at_c AS runsAtC, heats, told_at_ms AS toldAtMs
  FROM heaters WHERE deleted_at_ms IS NULL`;
const fromRow = (row: Row): Heater => ({ ...row, heats: row.heats === null ? null : row.heats === 1 });

export function listHeaters(): Heater[] {
  return (sql(`${SELECT} ORDER BY added_at_ms, name`).all() as Row[]).map(fromRow);
}

export function findHeater(name: string): Heater | null {
  const row = sql(`${SELECT} AND name = ?`).get(name) as Row | undefined;
  return row ? fromRow(row) : null;
}

export function addHeater(name: string, tokenSha256: string, atMs: number): void {
  sql(
    `INSERT INTO heaters (name, token_sha256, added_at_ms) VALUES (?, ?, ?)
     ON CONFLICT (name) DO UPDATE SET token_sha256 = excluded.token_sha256, deleted_at_ms = NULL`,
  ).run(name, tokenSha256, atMs);
}

export function setHeaterTo(name: string, setC: number): void {
  sql('UPDATE heaters SET set_c = ? WHERE name = ?').run(setC, name);
}

export function heaterTold(name: string, told: { readonly runsAtC: number | null; readonly heats: boolean | null }, atMs: number): void {
  besideAllPlans(() =>
    sql('UPDATE heaters SET runs_at_c = coalesce(?, runs_at_c), heats = coalesce(?, heats), told_at_ms = ? WHERE name = ?').run(
      told.runsAtC,
      told.heats === null ? null : Number(told.heats),
      atMs,
      name,
    ),
  );
}

export function setHeaterDeleted(name: string, atMs: number): void {
  sql('UPDATE heaters SET deleted_at_ms = ? WHERE name = ?').run(atMs, name);
}
