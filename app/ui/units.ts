import { createContext, useContext } from 'react';
import type { TemperatureUnit } from '../../core/units/temperature.ts';
import type { VolumeUnit } from '../../core/units/volume.ts';

export interface Units {
  readonly temperature: TemperatureUnit;
  readonly volume: VolumeUnit;
}

export const DEFAULT_UNITS: Units = { temperature: 'C', volume: 'ml' };
export const UnitsContext = createContext<Units>(DEFAULT_UNITS);

export function useUnits(): Units {
  return useContext(UnitsContext);
}
