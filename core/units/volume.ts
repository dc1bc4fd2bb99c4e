/** Volumes are kept in millilitres. Two fluid ounces are in use, and each says which it is (interface.md, units). */
export const VOLUME_UNITS = ['ml', 'US fl oz', 'imp fl oz'] as const;
export type VolumeUnit = (typeof VOLUME_UNITS)[number];

/** Millilitres in one. */
export const ML_PER_UNIT: Readonly<Record<VolumeUnit, number>> = { ml: 1, 'US fl oz': 29.5735295625, 'imp fl oz': 28.4130625 };

/** `520 ml`, `17.6 US fl oz`, `18.3 imp fl oz`. */
export function showVolume(volumeMl: number, unit: VolumeUnit = 'ml'): string {
  return `${figureOfVolume(volumeMl, unit)} ${unit}`;
}

/** `4.5 l`: water of the tap and the tub, which nobody measures in ounces. */
export function showLitres(ml: number): string {
  return `${(ml / 1000).toFixed(1)} l`;
}

/** The figure alone, for a field that says its unit beside it. */
export function figureOfVolume(volumeMl: number, unit: VolumeUnit): string {
  return unit === 'ml' ? String(Math.round(volumeMl)) : (volumeMl / ML_PER_UNIT[unit]).toFixed(1);
}
