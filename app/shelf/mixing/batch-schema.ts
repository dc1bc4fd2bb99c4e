import { isValid, parseISO } from 'date-fns';
import { object, string } from 'yup';
import { figureOfVolume, showVolume, type VolumeUnit } from '../../../core/units/volume.ts';
import { typedName, typedNumber, typedText, typedVolume } from '../../ui/forms/typed.ts';

const DONE = 'Rolls done is a number from 0 to 999; a sheet counts as a part, such as 0.25.';
const PRICE = 'A price is a number such as 38.50, or nothing.';

/** A batch as its form has it, its volume in the person's own unit. */
export function batchSchema(unit: VolumeUnit) {
  const VOLUME = `A volume is from ${showVolume(50, unit)} to ${showVolume(20_000, unit)}, such as ${figureOfVolume(1000, unit)}, or with another unit: 1 l.`;
  return object({
    kitId: string().required('Choose the kit that was mixed.'),
    name: typedName()
      .max(120, 'A name has up to 120 characters.')
      .required('Give the batch a name, such as “Kiln Lane 4”; write it on the bottles too.'),
    volumeMl: typedVolume(VOLUME, unit).min(50, VOLUME).max(20_000, VOLUME).required(VOLUME),
    mixedOn: string()
      .test('date', 'A date such as 2026-11-09.', (text) => !text || (/^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))))
      .required('Give the day it was mixed; its shelf life counts from there.'),
    rollsDone: typedNumber(DONE).min(0, DONE).max(999, DONE).default(0),
    price: typedNumber(PRICE).min(0, PRICE).max(100_000, PRICE),
    note: typedText().max(2000, 'Up to 2000 characters.').default(''),
    boxId: string().max(80).default(''),
  });
}
