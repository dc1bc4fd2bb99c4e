import { isValid, parseISO } from 'date-fns';
import { object, string } from 'yup';
import { typedNumber, typedVolume } from '../ui/typed.ts';

const VOLUME = 'A volume is from 50 to 20000 ml, such as 1000, or with its unit: 1 l, 35 fl oz.';
const DONE = 'Rolls done is a number from 0 to 999; a sheet counts as a part, such as 0.25.';
const PRICE = 'A price is a number such as 38.50, or nothing.';

/** A batch as its form has it. */
export const batchSchema = object({
  kitId: string().required('Choose the kit that was mixed.'),
  name: string()
    .trim()
    .max(120, 'A name has up to 120 characters.')
    .required('Give the batch a name, such as “Kiln Lane 4”; write it on the bottles too.'),
  volumeMl: typedVolume(VOLUME).min(50, VOLUME).max(20_000, VOLUME).required(VOLUME),
  mixedOn: string()
    .test('date', 'A date such as 2026-11-09.', (text) => !text || (/^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))))
    .required('Give the day it was mixed; its shelf life counts from there.'),
  rollsDone: typedNumber(DONE).min(0, DONE).max(999, DONE).default(0),
  price: typedNumber(PRICE).min(0, PRICE).max(100_000, PRICE),
  note: string().trim().max(2000, 'Up to 2000 characters.').default(''),
});
