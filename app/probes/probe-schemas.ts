import { object } from 'yup';
import type { TemperatureUnit } from '../../core/units/temperature.ts';
import { showTemperature } from '../../core/units/temperature.ts';
import { typedName, typedTemperature } from '../ui/forms/typed.ts';
import { HIGHEST_SET_C, LOWEST_SET_C } from './heater-body.ts';

const NAME = 'A short name of letters, digits and dashes, such as sink: it becomes part of its address.';

/** A probe or heater by the name under which it sends. */
export const nameSchema = object({
  name: typedName()
    .transform((value: unknown) => (typeof value === 'string' ? value.toLowerCase() : value))
    .required(NAME)
    .matches(/^[a-z0-9][a-z0-9-]{0,29}$/, NAME),
});

export function setPointSchema(unit: TemperatureUnit) {
  const range = `Between ${showTemperature(LOWEST_SET_C, unit)} and ${showTemperature(HIGHEST_SET_C, unit)}.`;
  return object({ setC: typedTemperature(range, unit).required(range).min(LOWEST_SET_C, range).max(HIGHEST_SET_C, range) });
}
