/** Volumes are kept in millilitres; fluid ounces are the imperial 28.4131 ml. */
export type VolumeUnit = 'ml' | 'fl oz';

const ML_PER_FLUID_OUNCE = 28.4130625;

export function showVolume(volumeMl: number, unit: VolumeUnit = 'ml'): string {
  return unit === 'ml' ? `${Math.round(volumeMl)} ml` : `${(volumeMl / ML_PER_FLUID_OUNCE).toFixed(1)} fl oz`;
}

export function millilitresFrom(value: number, unit: VolumeUnit): number {
  return unit === 'ml' ? value : value * ML_PER_FLUID_OUNCE;
}
