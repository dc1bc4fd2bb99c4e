import type { ThermometerError } from '../../../core/heat/thermometer.ts';
import { sql } from '../database/database.server.ts';

export interface Thermometer extends ThermometerError {
  readonly id: string;
  readonly name: string;
}

interface Row {
  readonly id: string;
  readonly name: string;
  readonly offset_c: number;
  readonly slope: number;
  readonly slope_at_c: number;
}

export function listThermometers(): Thermometer[] {
  const rows = sql(
    'SELECT id, name, offset_c, slope, slope_at_c FROM thermometers WHERE deleted_at_ms IS NULL ORDER BY added_at_ms, id',
  ).all() as Row[];
  return rows.map((row) => ({ id: row.id, name: row.name, offsetC: row.offset_c, slope: row.slope, slopeAtC: row.slope_at_c }));
}

export function saveThermometer(thermometer: Thermometer, atMs: number): void {
  sql(
    `INSERT INTO thermometers (id, name, offset_c, slope, slope_at_c, added_at_ms) VALUES (@id, @name, @offsetC, @slope, @slopeAtC, @atMs)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, offset_c = excluded.offset_c, slope = excluded.slope,
       slope_at_c = excluded.slope_at_c, deleted_at_ms = NULL`,
  ).run({ ...thermometer, atMs });
}

export function setThermometerDeleted(id: string, deletedAtMs: number | null): void {
  sql('UPDATE thermometers SET deleted_at_ms = ? WHERE id = ?').run(deletedAtMs, id);
}
