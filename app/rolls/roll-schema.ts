import { object, string, type InferType } from 'yup';
import { FORMAT_IDS } from '../../core/film/format.ts';
import { PROCESSES } from '../../core/film/process.ts';
import { suitsFilm, TREATMENTS } from '../../core/film/treatment.ts';
import { LETTERS, LIMITS } from '../../core/limits.ts';
import type { RollFields } from '../server/rolls.server.ts';
import { ticked, typedName, typedNumber, typedText } from '../ui/forms/typed.ts';

const SPEED = 'A film speed is a whole number from 1 to 25600, such as 200.';
const speed = () => typedNumber(SPEED).integer(SPEED).min(LIMITS.filmSpeed[0], SPEED).max(LIMITS.filmSpeed[1], SPEED);

/** A roll as its form has it; the CSV import reads the same fields by the same rules. */
export const rollSchema = object({
  name: typedName()
    .max(LETTERS.name, 'A name has up to 120 characters.')
    .required('Give the roll a name that you will recognise, such as “Ferry firing 1”.'),
  film: typedName().max(LETTERS.name, 'A film’s name has up to 120 characters.').default(''),
  process: string()
    .oneOf(PROCESSES, 'The process is C-41, E-6 or ECN-2; it is printed on the film.')
    .required('Choose the process; it is printed on the film.'),
  format: string().oneOf(FORMAT_IDS, 'Choose a format from the list.').required('Choose a format.'),
  count: typedNumber('A count is a whole number from 1 to 40.')
    .integer('A count is a whole number from 1 to 40.')
    .min(LIMITS.rollCount[0], 'A count is a whole number from 1 to 40.')
    .max(LIMITS.rollCount[1], 'A count is a whole number from 1 to 40.')
    .default(1),
  boxSpeed: speed().required(SPEED),
  exposedSpeed: speed(),
  developSpeed: speed(),
  treatment: string().oneOf(TREATMENTS, 'Choose a treatment from the list.').default('normal'),
  keeper: ticked(),
  expiredYear: typedNumber('A year has four digits, such as 2019; leave it empty for fresh film.')
    .integer()
    .min(LIMITS.expiredYear[0], 'A year from 1950 on.')
    .max(LIMITS.expiredYear[1], 'A year up to 2100.'),
  place: typedName().max(LETTERS.place, 'Up to 200 characters.').default(''),
  note: typedText().max(LETTERS.note, 'Up to 2000 characters.').default(''),
}).test('treatment-fits', '', function (value) {
  if (suitsFilm(value.treatment, value.process)) return true;
  return this.createError({
    path: 'treatment',
    message:
      value.treatment === 'cine-in-c41'
        ? 'This treatment is for ECN-2 film; without a remjet backing choose Normal.'
        : 'Cross-processing is for E-6 slide film.',
  });
});

export function rollFields(form: InferType<typeof rollSchema>): RollFields {
  return {
    ...form,
    exposedSpeed: form.exposedSpeed ?? form.boxSpeed,
    developSpeed: form.developSpeed ?? null,
    expiredYear: form.expiredYear ?? null,
  };
}
