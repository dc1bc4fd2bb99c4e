import { object, string, type InferType } from 'yup';
import { AREA_CM2, FORMAT_FAMILIES, isFormatId, otherFormat, type FormatId } from '../../core/film/format.ts';
import { PROCESSES } from '../../core/film/process.ts';
import { suitsFilm, TREATMENTS } from '../../core/film/treatment.ts';
import { LETTERS, LIMITS } from '../../core/limits.ts';
import type { RollFields } from '../server/rolls.server.ts';
import { ticked, typedName, typedNumber, typedText } from '../ui/forms/typed.ts';
import { OTHER_FORMAT } from './other-format.ts';

const SPEED = 'A film speed is a whole number from 1 to 25600, such as 200.';
const speed = () => typedNumber(SPEED).integer(SPEED).min(LIMITS.filmSpeed[0], SPEED).max(LIMITS.filmSpeed[1], SPEED);

const AREA = `The film’s area is a number of cm² from ${AREA_CM2[0]} to ${AREA_CM2[1]}: its length by its width, such as 430.`;

/** A roll as its form has it; the CSV import reads the same fields by the same rules. */
export const rollSchema = object({
  name: typedName()
    .max(LETTERS.name, 'A name has up to 120 characters.')
    .required('Give the roll a name that you will recognise, such as “Ferry firing 1”.'),
  film: typedName().max(LETTERS.name, 'A film’s name has up to 120 characters.').default(''),
  process: string()
    .oneOf(PROCESSES, 'The process is C-41, E-6 or ECN-2; it is printed on the film.')
    .required('Choose the process; it is printed on the film.'),
  format: string()
    .test('format', 'Choose a format from the list.', (value) => value === undefined || value === OTHER_FORMAT || isFormatId(value))
    .required('Choose a format.'),
  areaCm2: typedNumber(AREA).min(AREA_CM2[0], AREA).max(AREA_CM2[1], AREA),
  areaPlace: string().oneOf(FORMAT_FAMILIES, 'Choose whose place it takes in a tank.').default('120'),
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
})
  .test('area', '', function ({ format, areaCm2 }) {
    return format !== OTHER_FORMAT || areaCm2 !== undefined || this.createError({ path: 'areaCm2', message: AREA });
  })
  .test('treatment-fits', '', function (value) {
    if (suitsFilm(value.treatment, value.process)) return true;
    return this.createError({
      path: 'treatment',
      message:
        value.treatment === 'cine-in-c41'
          ? 'This treatment is for ECN-2 film; without a remjet backing choose Normal.'
          : 'Cross-processing is for E-6 slide film.',
    });
  });

export function rollFields({ areaCm2, areaPlace, ...form }: InferType<typeof rollSchema>): RollFields {
  return {
    ...form,
    format: form.format === OTHER_FORMAT ? otherFormat(areaPlace, areaCm2 ?? 0) : (form.format as FormatId),
    exposedSpeed: form.exposedSpeed ?? form.boxSpeed,
    developSpeed: form.developSpeed ?? null,
    expiredYear: form.expiredYear ?? null,
  };
}
