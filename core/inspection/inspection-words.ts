import { upperFirst } from '../units/first-letter.ts';
import type { Inspection, Mark } from './inspection.ts';
import type { Verdict } from './judge.ts';

/** The one answer that is not said as it is called. */
export const COLOUR_WORDS = { right: 'right', cast: 'a cast', weak: 'weak' } as const;

/** Marks as a person names what lies in the hand (domain.md 12). */
export const MARK_WORDS: Readonly<Record<Mark, string>> = {
  'wholly-dark': 'dark all over',
  silver: 'greyish, hard',
  milky: 'milky',
  'perforation-streaks': 'streaks from the holes',
  bands: 'bands, mottle',
  'clear-spots': 'round clear spots',
  crescents: 'crescents, creases',
  'bare-patches': 'bare patches',
  'drying-marks': 'scum, drying marks',
  'black-specks': 'black specks',
  cracked: 'finely cracked',
};

/** What it was, as the first line of a judgement. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  exposure: 'It was the exposure, not the development',
  development: 'It was the development, not the exposure',
  film: 'It was the film or its loading, neither exposure nor baths',
  unclear: 'Not clear yet: look at one thing more',
  'nothing-wrong': 'Nothing is wrong with it',
};

/** The same in a word or two, for a list. */
export const VERDICT_IN_SHORT: Readonly<Record<Verdict, string>> = {
  exposure: 'exposure',
  development: 'development',
  film: 'film or loading',
  unclear: 'not clear',
  'nothing-wrong': 'good',
};

/** `Edge print thin, frames thin, colour right, no marks.` What a drawing of a strip says to who cannot see it. */
export function seenInWords(seen: Inspection): string {
  const parts = [
    seen.edge && `edge print ${seen.edge}`,
    seen.frames && `frames ${seen.frames}`,
    seen.colour && `colour ${COLOUR_WORDS[seen.colour]}`,
    seen.slides && `slides ${seen.slides}`,
    seen.marks && (seen.marks.length === 0 ? 'no marks' : seen.marks.map((mark) => MARK_WORDS[mark]).join(', ')),
  ].filter((part): part is string => Boolean(part));
  const all = parts.join('; ');
  return all === '' ? 'Not looked at yet.' : `${upperFirst(all)}.`;
}

/** What to look at next, where what was said leaves it open. */
export function lookNext(seen: Inspection): string {
  if (seen.edge === undefined)
    return 'Look at the numbers along the edge: the factory exposed them, so they tell the developer from the camera.';
  if (seen.frames === undefined) return 'Look at the frames: with the edge they tell the camera from the developer.';
  if (seen.marks === undefined) return 'Look for marks, or say that there are none.';
  return 'What was seen and what the run remembers point to no cause more than to another. Look again when it is dry, or scanned.';
}
