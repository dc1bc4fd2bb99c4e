import { shortestThatReads } from './shortest-that-reads.ts';
import { ML_PER_UNIT, type VolumeUnit } from './volume.ts';

/**
 * A figure for a form's field: the shortest that reads back as the very volume, so that a value which nobody changed is
 * not changed by saving it. `33.814` US fl oz is a litre; `33.8` would be 999.6 ml.
 */
export function fieldOfVolume(volumeMl: number, unit: VolumeUnit): string {
  return shortestThatReads(volumeMl / ML_PER_UNIT[unit], tenth(volumeMl), (text) => parseVolume(text, unit));
}

/** Finer than any measuring cylinder. */
function tenth(volumeMl: number): number {
  return Math.round(volumeMl * 10) / 10;
}

/** Ounces in the units that are made of them, of the person's own kind. */
const OUNCES: Readonly<Record<string, Readonly<Record<'US' | 'imp', number>>>> = {
  oz: { US: 1, imp: 1 },
  floz: { US: 1, imp: 1 },
  pt: { US: 16, imp: 20 },
  pint: { US: 16, imp: 20 },
  pints: { US: 16, imp: 20 },
  qt: { US: 32, imp: 40 },
  quart: { US: 32, imp: 40 },
  quarts: { US: 32, imp: 40 },
  gal: { US: 128, imp: 160 },
  gallon: { US: 128, imp: 160 },
};
const METRIC_UNITS: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  litres: 1000,
  liter: 1000,
  liters: 1000,
};
const FRACTIONS: Readonly<Record<string, number>> = { '¼': 1 / 4, '½': 1 / 2, '¾': 3 / 4, '⅓': 1 / 3, '⅔': 2 / 3, '⅛': 1 / 8 };

/**
 * A volume as typed: `500`, `500 ml`, `0,5 l`, `½ l`, `1/2 qt`, `1½ l`, `17.6 fl oz`. Without a unit it is in the
 * person's own, as the field says; ounces, pints and quarts are theirs too, and US ones to someone who reads in ml.
 * Returns millilitres to a tenth, or null when it is none of these.
 */
export function parseVolume(text: string, own: VolumeUnit = 'ml'): number | null {
  const typed = /^([+-]?[\d.,/ ]*[¼½¾⅓⅔⅛]?)\s*([a-z. ]*)$/.exec(text.trim().toLowerCase());
  const amount = typed ? readAmount((typed[1] ?? '').trim()) : null;
  const each = mlPer((typed?.[2] ?? '').replace(/[. ]/g, ''), own);
  return amount === null || each === null ? null : tenth(amount * each);
}

/** `1.5`, `1,5`, `½`, `1½`, `1/2`, `1 1/2`. */
function readAmount(text: string): number | null {
  const sign = text.startsWith('-') ? -1 : 1;
  const bare = text.replace(/^[+-]/, '').trim();
  if (/^\d+(?:[.,]\d+)?$/.test(bare)) return sign * Number(bare.replace(',', '.'));
  const part = /^(\d*)\s*([¼½¾⅓⅔⅛])$/.exec(bare);
  if (part) return sign * (Number(part[1] ?? 0) + (FRACTIONS[part[2] ?? ''] ?? NaN));
  const over = /^(?:(\d+)\s+)?(\d+)\/([1-9]\d*)$/.exec(bare);
  return over ? sign * (Number(over[1] ?? 0) + Number(over[2]) / Number(over[3])) : null;
}

function mlPer(unit: string, own: VolumeUnit): number | null {
  if (unit === '') return ML_PER_UNIT[own];
  if (Object.hasOwn(METRIC_UNITS, unit)) return METRIC_UNITS[unit] ?? null;
  const said = /^(us|imp)(.+)$/.exec(unit);
  const kind = said ? (said[1] === 'us' ? 'US' : 'imp') : own === 'imp fl oz' ? 'imp' : 'US';
  const ounces = OUNCES[said?.[2] ?? unit]?.[kind];
  return ounces === undefined ? null : ounces * ML_PER_UNIT[`${kind} fl oz`];
}
