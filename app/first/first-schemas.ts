import { array, object, string } from 'yup';
import { TANK_METHODS } from '../../core/heat/tank/tank.ts';
import { showTemperature } from '../../core/units/temperature.ts';
import type { Units } from '../../core/units/units.ts';
import { typedDuration, typedName, typedNumber, typedTemperature, typedVolume } from '../ui/forms/typed.ts';

const TIME = 'Minutes and seconds, such as 3:15.';
const inTime = () => typedDuration(TIME).test('range', TIME, (value) => value === undefined || (value >= 1 && value <= 86_400));

/** The leaflet in somebody's hand, field by field. */
export function firstKitSchema({ temperature: unit, volume }: Units) {
  const WARM = `A temperature from ${showTemperature(10, unit)} to ${showTemperature(60, unit)}.`;
  const warm = () => typedTemperature(WARM, unit).min(10, WARM).max(60, WARM);
  const VOLUME = `A volume, such as ${volume === 'ml' ? '1000' : '33.8'}; or with its unit, 1 l.`;
  return object({
    like: string().required(),
    name: typedName().max(120).required('The name on the box.'),
    makesMl: typedVolume(VOLUME, volume).moreThan(0, VOLUME).max(100_000, VOLUME).required(VOLUME),
    capacityRolls: typedNumber('A number of rolls, such as 8.').min(1, 'At least one roll.').max(1000),
    wearPercent: typedNumber('Percent for each roll, such as 2.').min(0).max(50),
    baths: array(object({ temp: warm().required(WARM), time: inTime().required(TIME) }))
      .min(1)
      .max(20)
      .required(),
    otherTemp: warm(),
    otherTime: inTime(),
  }).test('both', '', function (value) {
    if (!(value as unknown) || (value.otherTemp === undefined) === (value.otherTime === undefined)) return true;
    const path = value.otherTemp === undefined ? 'otherTemp' : 'otherTime';
    return this.createError({ path, message: 'Both of them, or neither.' });
  });
}

/** A tank, as far as the first roll needs it. */
export function firstTankSchema({ volume }: Pick<Units, 'volume'>) {
  const VOLUME = `How much it takes for one roll; it is written on its bottom or in its leaflet.`;
  return object({
    name: typedName().max(120).required('A name by which you know it.'),
    method: string().oneOf(TANK_METHODS).required(),
    volumeMl: typedVolume(VOLUME, volume).min(50, VOLUME).max(10_000, VOLUME).required(VOLUME),
  });
}

export const firstFilmSchema = object({
  film: typedName().max(120).required('The film’s name, as on its box.'),
  speed: typedNumber('Its ISO number, such as 200.')
    .min(1, 'Its ISO number, such as 200.')
    .max(100_000)
    .required('Its ISO number, such as 200.'),
});
