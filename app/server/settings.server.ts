import { parseJson } from '../../core/json-text.ts';
import { readUnits, type Units } from '../../core/units/units.ts';
import { sql } from './database/database.server.ts';

/** Settings pages kept whole, one document each. Every page has one reader, which brings older versions up to date. */
export type SettingName =
  | 'habits'
  | 'draft'
  | 'ticks'
  | 'units'
  | 'evening'
  | 'zone'
  | 'money'
  | 'tips'
  | 'first-roll'
  | 'habits-became-ways'
  | 'proposals-put-away';

/** A page as it was stored; absent or unreadable it is null. Only a page's own reader makes sense of it. */
export function storedSetting(name: SettingName): unknown {
  const row = sql('SELECT document FROM settings WHERE name = ?').get(name) as { document: string } | undefined;
  if (!row) return null;
  try {
    return parseJson(row.document);
  } catch {
    return null;
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
  return readUnits(storedSetting('units'));
}

/** What this machine said of a zone that it was asked about; asking takes longer than most queries. */
const knownZones = new Map<string, boolean>();
const MOST_ZONES = 1000;
const machinesZone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** A time zone that this machine knows. */
export function isZone(zone: unknown): zone is string {
  if (typeof zone !== 'string' || zone.length > 80 || zone === '') return false;
  const known = knownZones.get(zone);
  if (known !== undefined) return known;
  if (knownZones.size >= MOST_ZONES) knownZones.clear();
  const is = machineKnows(zone);
  knownZones.set(zone, is);
  return is;
}

function machineKnows(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** One person, one zone: their browser's, which it tells at the first visit; this machine's until then. */
export function personsZone(): string {
  const stored = (storedSetting('zone') as { zone?: unknown } | null)?.zone;
  return isZone(stored) ? stored : machinesZone;
}

/** The currency money is shown in, chosen once; null until it was. */
export function personsCurrency(): string | null {
  const stored = (storedSetting('money') as { currency?: unknown } | null)?.currency;
  return isCurrency(stored) ? stored : null;
}

export function isCurrency(code: unknown): code is string {
  return typeof code === 'string' && Intl.supportedValuesOf('currency').includes(code);
}
