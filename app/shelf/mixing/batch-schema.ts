import { object, string } from 'yup';
import { LETTERS, LIMITS } from '../../../core/limits.ts';
import { day } from '../../../core/shape.ts';
import { figureOfVolume, showVolume, type VolumeUnit } from '../../../core/units/volume.ts';
import { typedName, typedNumber, typedText, typedVolume } from '../../ui/forms/typed.ts';

const DONE = 'Rolls done is a number from 0 to 999; a sheet counts as a part, such as 0.25.';
const PRICE = 'A price is a number such as 38.50, or nothing.';

/** A batch as its form has it, its volume in the person's own unit. */
export function batchSchema(unit: VolumeUnit) {
  const VOLUME = `A volume is from ${showVolume(LIMITS.batchMl[0], unit)} to ${showVolume(LIMITS.batchMl[1], unit)}, such as ${figureOfVolume(1000, unit)}, or with another unit: 1 l.`;
  return object({
    kitId: string().required('Choose the kit that was mixed.'),
    name: typedName()
      .max(LETTERS.name, 'A name has up to 120 characters.')
      .required('Give the batch a name, such as “Kiln Lane 4”; write it on the bottles too.'),
    volumeMl: typedVolume(VOLUME, unit).min(LIMITS.batchMl[0], VOLUME).max(LIMITS.batchMl[1], VOLUME).required(VOLUME),
    mixedOn: string()
      .test('date', 'A date such as 2026-11-09.', (text) => !text || day(text))
      .required('Give the day it was mixed; its shelf life counts from there.'),
    rollsDone: typedNumber(DONE).min(LIMITS.rollsDone[0], DONE).max(LIMITS.rollsDone[1], DONE).default(0),
    price: typedNumber(PRICE).min(LIMITS.price[0], PRICE).max(LIMITS.price[1], PRICE),
    note: typedText().max(LETTERS.note, 'Up to 2000 characters.').default(''),
    boxId: string().max(80).default(''),
  });
}
