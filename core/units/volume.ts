/** Volumes are kept in millilitres; fluid ounces are the imperial 28.4131 ml. */
export type VolumeUnit = 'ml' | 'fl oz';

const ML_PER_FLUID_OUNCE = 28.4130625;

export function showVolume(volumeMl: number, unit: VolumeUnit = 'ml'): string {
  return unit === 'ml' ? `${Math.round(volumeMl)} ml` : `${(volumeMl / ML_PER_FLUID_OUNCE).toFixed(1)} fl oz`;
}

const ML_PER: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  l: 1000,
  litre: 1000,
  litres: 1000,
  oz: ML_PER_FLUID_OUNCE,
  floz: ML_PER_FLUID_OUNCE,
};

/**
 * A volume as typed: `500`, `500 ml`, `0,5 l`, `17.6 fl oz`; without a unit it is ml, as every field says.
 * Returns millilitres to a tenth, or null when it is none of these.
 */
export function parseVolume(text: string): number | null {
  const typed = /^([+-]?\d+(?:[.,]\d+)?)\s*([a-z. ]*)$/.exec(text.trim().toLowerCase());
  if (!typed) return null;
  const unit = (typed[2] ?? '').replace(/[. ]/g, '') || 'ml';
  const ml = Object.hasOwn(ML_PER, unit) ? ML_PER[unit] : undefined;
  return ml === undefined ? null : Math.round(Number((typed[1] ?? '').replace(',', '.')) * ml * 10) / 10;
}
