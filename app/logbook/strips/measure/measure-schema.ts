import { object, string } from 'yup';
import type { Film } from '../../../../core/film/process.ts';
import type { Encoding } from '../../../../core/inspection/strips/density.ts';
import { PART_WORDS, type Rectangles, type StripPart } from '../../../../core/inspection/strips/strip-measure.ts';
import { ticked, typedName, typedNumber } from '../../../ui/forms/typed.ts';

const pixel = (name: string, least: number) =>
  typedNumber(`${name} is a whole number of pixels.`)
    .integer(`${name} is a whole number of pixels.`)
    .min(least, `${name} is at least ${least}.`)
    .max(100_000, `${name} is at most 100000.`)
    .required(`${name} is missing: mark it on the scan, or give it in pixels.`);

const rectangle = (part: StripPart, film: Film) =>
  object({
    x: pixel(`${PART_WORDS[film][part]}, from the left,`, 0),
    y: pixel(`${PART_WORDS[film][part]}, from the top,`, 0),
    w: pixel(`${PART_WORDS[film][part]}, its width,`, 1),
    h: pixel(`${PART_WORDS[film][part]}, its height,`, 1),
  }).required();

const GAMMA = 'The gamma is a number from 0.5 to 4, such as 2.2.';

/** What is sent to measure a strip, its rectangles by what they are on such a film. */
export const measureSchema = (film: Film) =>
  object({
    scanner: typedName()
      .max(80, 'A scanner and its setting take up to 80 characters.')
      .required('Name the scanner and its setting: only strips of one scanner and setting compare.'),
    encoding: string().oneOf(['srgb', 'linear', 'gamma'], 'Choose how the scan’s figures stand for light.').required(),
    gamma: typedNumber(GAMMA).when('encoding', {
      is: 'gamma',
      then: (schema) => schema.min(0.5, GAMMA).max(4, GAMMA).required('Give the gamma that the scan was saved with, such as 2.2.'),
    }),
    roll: string().max(80),
    good: ticked(),
    light: rectangle('light', film),
    base: rectangle('base', film),
    leader: rectangle('leader', film),
  });

interface SentMeasure extends Rectangles {
  readonly encoding: string;
  readonly gamma?: number | undefined;
}

export function encodingOf({ encoding, gamma }: Pick<SentMeasure, 'encoding' | 'gamma'>): Encoding {
  if (encoding === 'gamma') return { gamma: gamma ?? 2.2 };
  return encoding === 'linear' ? 'linear' : 'srgb';
}

export function rectanglesOf(sent: SentMeasure): Rectangles {
  const one = (part: StripPart) => ({ x: sent[part].x, y: sent[part].y, w: sent[part].w, h: sent[part].h });
  return { light: one('light'), base: one('base'), leader: one('leader') };
}
