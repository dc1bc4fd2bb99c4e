import { object, string } from 'yup';
import { STORAGE } from '../../../core/chemistry/ledger/bottle.ts';
import { ASKS_HOW_LONG, ASKS_HOW_MUCH } from '../../../core/chemistry/ledger/incident-words.ts';
import { INCIDENTS, type Incident } from '../../../core/chemistry/ledger/standing.ts';
import { day } from '../../../core/shape.ts';
import { figureOfVolume, showVolume, type VolumeUnit } from '../../../core/units/volume.ts';
import { typedName, typedNumber, typedText, typedVolume } from '../../ui/forms/typed.ts';
import { AMOUNTS } from './entry-words.ts';

/** A day, as a date field posts it. */
export function typedDay(missing: string) {
  return string()
    .test('date', 'A date such as 2026-11-09.', (text) => !text || day(text))
    .required(missing);
}

const volumeSaid = (unit: VolumeUnit, mostMl: number) =>
  `A volume is from ${showVolume(0, unit)} to ${showVolume(mostMl, unit)}, such as ${figureOfVolume(20, unit)}, or with another unit: 0.5 l.`;

export function incidentSchema(unit: VolumeUnit) {
  const SAID = volumeSaid(unit, 20_000);
  const DAYS = 'Days are a number from 0 to 1000; half a day is 0.5.';
  return object({
    what: string().oneOf(INCIDENTS, 'Choose what happened.').required('Choose what happened.'),
    ml: typedVolume(SAID, unit)
      .min(0, SAID)
      .max(20_000, SAID)
      .when('what', {
        is: (what: Incident) => ASKS_HOW_MUCH.includes(what),
        then: (schema) => schema.required(`How much got in decides what it means. ${SAID}`),
      }),
    days: typedNumber(DAYS)
      .min(0, DAYS)
      .max(1000, DAYS)
      .when('what', { is: (what: Incident) => ASKS_HOW_LONG.includes(what), then: (schema) => schema.required(`For how long? ${DAYS}`) }),
    on: typedDay('Give the day.'),
    note: typedText().max(500, 'Up to 500 characters.').default(''),
  });
}

export function amountSchema(unit: VolumeUnit) {
  const SAID = volumeSaid(unit, 20_000);
  return object({
    kind: string().oneOf(AMOUNTS, 'Choose what was done.').required('Choose what was done.'),
    ml: typedVolume(SAID, unit).min(0, SAID).max(20_000, SAID).required(SAID),
    on: typedDay('Give the day.'),
    note: typedText().max(500, 'Up to 500 characters.').default(''),
  });
}

export const writtenSchema = object({
  cap: typedName().max(40, 'Up to 40 characters, such as “red, taped”.').default(''),
  stored: string().oneOf(STORAGE, 'Choose how it is kept.').required('Choose how it is kept.'),
  until: string().test('date', 'A date such as 2026-12-09, or nothing.', (text) => !text || day(text)),
  reason: typedText()
    .max(300, 'Up to 300 characters.')
    .default('')
    .when('until', {
      is: (until: string | undefined) => Boolean(until),
      then: (schema) => schema.required('Say why: it overrules the leaflet.'),
    }),
});

/** A run that Steady Reel did not time, entered by hand. */
export function runByHandSchema(unit: VolumeUnit) {
  const ROLLS = 'Rolls are a number from 0.05 to 100; a sheet counts as a part, such as 0.25.';
  const SAID = volumeSaid(unit, 20_000);
  return object({
    rolls: typedNumber(ROLLS).min(0.05, ROLLS).max(100, ROLLS).required(ROLLS),
    drawnMl: typedVolume(SAID, unit).min(0, SAID).max(20_000, SAID).required(`How much of each bottle was in the tank? ${SAID}`),
    solution: string().oneOf(['returned', 'one-shot'], 'Choose where it went.').required('Choose where it went.'),
    returnedMl: typedVolume(SAID, unit).min(0, SAID).max(20_000, SAID),
    on: typedDay('Give the day.'),
  });
}

const COUNTED = 'Rolls are a number from 0 to 999; a sheet counts as a part, such as 0.25.';

/** How many rolls went through a batch, by the person's own count. */
export const countSchema = object({
  counted: typedNumber(COUNTED).min(0, COUNTED).max(999, COUNTED).required(COUNTED),
  reason: typedText().max(200, 'Up to 200 characters.').required('Say why: the count of the book is overruled.'),
});
