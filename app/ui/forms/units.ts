import { createContext, useCallback, useContext } from 'react';
import { textIn, type Spoken } from '../../../core/units/sentence.ts';
import { METRIC, type Units } from '../../../core/units/units.ts';

export type { Units };

export const DEFAULT_UNITS = METRIC;
export const UnitsContext = createContext<Units>(DEFAULT_UNITS);

export function useUnits(): Units {
  return useContext(UnitsContext);
}

type Said = Spoken & ({ readonly message: string } | { readonly label: string });

/** Says faults, warnings, cues and working lines in the units of whoever reads them. */
export function useText(): (said: Said) => string {
  const units = useUnits();
  return useCallback((said: Said) => textIn(said, units), [units]);
}
