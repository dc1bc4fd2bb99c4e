import { object } from 'yup';
import { showTemperature, type TemperatureUnit } from '../../../core/units/temperature.ts';
import { typedName, typedTemperature } from '../../ui/forms/typed.ts';

/** A comparison with a trusted thermometer, and a second one at another temperature where it was made, in the person's unit. */
export function thermometerSchema(unit: TemperatureUnit) {
  const SHOWN = `A temperature from ${showTemperature(0, unit)} to ${showTemperature(60, unit)}, such as ${showTemperature(38.4, unit)}.`;
  const shown = () => typedTemperature(SHOWN, unit).min(0, SHOWN).max(60, SHOWN);
  return object({
    name: typedName().max(120).required('Give it a name, such as “Stem, blue cap”.'),
    shownC: shown().required(SHOWN),
    trueC: shown().required(SHOWN),
    shown2C: shown(),
    true2C: shown(),
  }).test('both', '', function ({ shown2C, true2C }) {
    if ((shown2C === undefined) === (true2C === undefined)) return true;
    return this.createError({
      path: shown2C === undefined ? 'shown2C' : 'true2C',
      message: 'A second comparison has both figures, or neither.',
    });
  });
}
