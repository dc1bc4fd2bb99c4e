import { sql } from './database.server.ts';

export interface Thermometer {
  readonly id: string;
  readonly name: string;
  /** What it shows above the truth: 0.4 means it shows 38.4 at 38.0 °C. */
  readonly offsetC: number;
}

export function listThermometers(): Thermometer[] {
  const rows = sql('SELECT id, name, offset_c FROM thermometers WHERE deleted_at_ms IS NULL ORDER BY added_at_ms, id').all() as {
    id: string;
    name: string;
    offset_c: number;
  }[];
  return rows.map((row) => ({ id: row.id, name: row.name, offsetC: row.offset_c }));
}

export function saveThermometer(thermometer: Thermometer, atMs: number): void {
  sql(
    `INSERT INTO thermometers (id, name, offset_c, added_at_ms) VALUES (@id, @name, @offsetC, @atMs)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, offset_c = excluded.offset_c, deleted_at_ms = NULL`,
  ).run({ ...thermometer, atMs });
}

export function setThermometerDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE thermometers SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
