import type { TemperatureUnit } from './temperature.ts';
import type { VolumeUnit } from './volume.ts';

/** The units a person reads and types in. Everything is kept in °C and ml; this says how it is shown. */
export interface Units {
  readonly temperature: TemperatureUnit;
  readonly volume: VolumeUnit;
}

export const METRIC: Units = { temperature: 'C', volume: 'ml' };

/**
 * Units as they were stored, by any version. Before fluid ounces said which they are, `fl oz` meant the imperial one:
 * it stays the amount the person saw. What cannot be read is metric.
 */
export function readUnits(document: unknown): Units {
  const { temperature, volume } = (typeof document === 'object' && document !== null ? document : {}) as Record<string, unknown>;
  return {
    temperature: temperature === 'F' ? 'F' : 'C',
    volume: volume === 'US fl oz' ? 'US fl oz' : volume === 'imp fl oz' || volume === 'fl oz' ? 'imp fl oz' : 'ml',
  };
}
