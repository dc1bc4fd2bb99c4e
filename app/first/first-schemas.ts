import { object, string } from 'yup';
import { TANK_METHODS } from '../../core/heat/tank/tank.ts';
import type { Units } from '../../core/units/units.ts';
import { typedName, typedNumber, typedVolume } from '../ui/forms/typed.ts';

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
