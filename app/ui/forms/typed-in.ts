import type { TemperatureUnit } from '../../../core/units/temperature.ts';
import { celsiusTyped, fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { VOLUME_UNITS, type VolumeUnit } from '../../../core/units/volume.ts';
import { fieldOfVolume, parseVolume } from '../../../core/units/typed-volume.ts';

/** The hidden field by which a form says in which units it was filled in. */
export const TYPED_IN = 'typedIn';

export const typedIn = ({ temperature, volume }: Units) => `${temperature} ${volume}`;

/** The units that a form was filled in; units may have been switched since, on another tab or screen. */
export function unitsTypedIn(form: FormData, now: Units): Units {
  return unitsSaid(form.get(TYPED_IN), now);
}

/** The units that a form’s hidden field names; those in use where it names none. */
export function unitsSaid(units: unknown, now: Units): Units {
  const said = /^([CF]) (.+)$/.exec(typeof units === 'string' ? units : '');
  const volume = VOLUME_UNITS.find((unit) => unit === said?.[2]);
  return said && volume ? { temperature: said[1] === 'F' ? 'F' : 'C', volume } : now;
}

/** What stands in a field, said in another unit; null where it is no figure, and stays as it was typed. */
export function inOtherUnit(text: string, from: string, to: string): string | null {
  const [was, is] = [volumeUnit(from), volumeUnit(to)];
  if (was && is) {
    // Typed with a unit of its own, it says so already.
    const ml = /[a-z]/i.test(text) ? null : parseVolume(text, was);
    return ml === null ? null : fieldOfVolume(ml, is);
  }
  const [before, after] = [temperatureUnit(from), temperatureUnit(to)];
  const figure = Number(text.replace(',', '.'));
  if (!before || !after || text.trim() === '' || !Number.isFinite(figure)) return null;
  return fieldOfTemperature(celsiusTyped(figure, before), after);
}

const volumeUnit = (unit: string): VolumeUnit | undefined => VOLUME_UNITS.find((each) => each === unit);
const temperatureUnit = (unit: string): TemperatureUnit | null => (unit === '°C' ? 'C' : unit === '°F' ? 'F' : null);
