/** Volumes are kept in millilitres. Two fluid ounces are in use, and each says which it is (interface.md, units). */
export const VOLUME_UNITS = ['ml', 'US fl oz', 'imp fl oz'] as const;
export type VolumeUnit = (typeof VOLUME_UNITS)[number];

const ML_PER_UNIT: Readonly<Record<VolumeUnit, number>> = { ml: 1, 'US fl oz': 29.5735295625, 'imp fl oz': 28.4130625 };

/** `520 ml`, `17.6 US fl oz`, `18.3 imp fl oz`. */
export function showVolume(volumeMl: number, unit: VolumeUnit = 'ml'): string {
  return `${figureOfVolume(volumeMl, unit)} ${unit}`;
}

/** The figure alone, for a field that says its unit beside it. */
export function figureOfVolume(volumeMl: number, unit: VolumeUnit): string {
  return unit === 'ml' ? String(Math.round(volumeMl)) : (volumeMl / ML_PER_UNIT[unit]).toFixed(1);
}

const ML_PER: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  l: 1000,
  litre: 1000,
  litres: 1000,
  usfloz: ML_PER_UNIT['US fl oz'],
  usoz: ML_PER_UNIT['US fl oz'],
  impfloz: ML_PER_UNIT['imp fl oz'],
  impoz: ML_PER_UNIT['imp fl oz'],
};

/**
 * A volume as typed: `500`, `500 ml`, `0,5 l`, `17.6 fl oz`. Without a unit it is in the person's own, as the field
 * says; a bare ounce is theirs too, and a US one to someone who reads in ml.
 * Returns millilitres to a tenth, or null when it is none of these.
 */
export function parseVolume(text: string, own: VolumeUnit = 'ml'): number | null {
  const typed = /^([+-]?\d+(?:[.,]\d+)?)\s*([a-z. ]*)$/.exec(text.trim().toLowerCase());
  if (!typed) return null;
  const unit = (typed[2] ?? '').replace(/[. ]/g, '');
  const ounce = ML_PER_UNIT[own === 'ml' ? 'US fl oz' : own];
  const ml = unit === '' ? ML_PER_UNIT[own] : unit === 'oz' || unit === 'floz' ? ounce : Object.hasOwn(ML_PER, unit) ? ML_PER[unit] : null;
  return ml === null || ml === undefined ? null : Math.round(Number((typed[1] ?? '').replace(',', '.')) * ml * 10) / 10;
}
