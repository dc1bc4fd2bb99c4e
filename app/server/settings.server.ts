import { sql } from './database.server.ts';
import { DEFAULT_UNITS, type Units } from '../ui/units.ts';

/** Settings pages kept whole: habits, tonight's draft, units. Reading never fails: an unreadable page counts as absent. */
export type SettingName = 'habits' | 'draft' | 'units' | 'evening';

export function readSetting<T>(name: SettingName): Partial<T> {
  const row = sql('SELECT document FROM settings WHERE name = ?').get(name) as { document: string } | undefined;
  if (!row) return {};
  try {
    return JSON.parse(row.document) as Partial<T>;
  } catch {
    return {};
  }
}

export function writeSetting(name: SettingName, document: object): void {
  sql('INSERT INTO settings (name, document) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET document = excluded.document').run(
    name,
    JSON.stringify(document),
  );
}

/** The units the person reads in, as last chosen. */
export function storedUnits(): Units {
  return { ...DEFAULT_UNITS, ...readSetting<Units>('units') };
}
