import type { Film } from '../film/process.ts';
import { upperFirst } from '../units/first-letter.ts';
import type { EDGES, FRAMES, Inspection, Mark } from './inspection.ts';
import type { Verdict } from './judge.ts';

type Edge = (typeof EDGES)[number];
type Frames = (typeof FRAMES)[number];

/** Answers as they are said; a slide’s numbers are light on black, and its pictures are looked at one by one. */
export const EDGE_WORDS: Readonly<Record<Film, Readonly<Record<Edge, string>>>> = {
  negative: { none: 'none', thin: 'thin', normal: 'normal', dense: 'dense' },
  slide: { none: 'none', thin: 'dim', normal: 'normal', dense: 'bright' },
};
export const FRAME_WORDS: Readonly<Record<Film, Readonly<Record<Frames, string>>>> = {
  negative: { none: 'none', thin: 'thin', normal: 'normal', dense: 'dense', uneven: 'uneven' },
  slide: { none: 'black', thin: 'light', normal: 'alike', dense: 'dark', uneven: 'uneven' },
};
export const COLOUR_WORDS = { right: 'right', cast: 'a cast', weak: 'weak' } as const;

/** Marks as a person names what lies in the hand (domain.md 12). */
const MARK_WORDS: Readonly<Record<Mark, string>> = {
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
  scratches: 'lines along the film',
  'finger-marks': 'finger marks',
  'light-first-frames': 'dark over the first frames',
  'light-bars': 'dark bars from one edge',
  'light-both-edges': 'dark along both edges',
  'sheet-line': 'a line along a sheet’s edge',
  pressure: 'dark spots, pressed',
};

/** Where the first developer could not act, or light did, a slide shows the other way round. */
const ON_SLIDES: Partial<Record<Mark, string>> = {
  'wholly-dark': 'clear all over',
  'clear-spots': 'round dark spots',
  'bare-patches': 'black patches',
  'light-first-frames': 'clear over the first frames',
  'light-bars': 'clear bars from one edge',
  'light-both-edges': 'clear along both edges',
  pressure: 'pale spots, pressed',
};

export function markInWords(mark: Mark, film: Film): string {
  return (film === 'slide' ? ON_SLIDES[mark] : undefined) ?? MARK_WORDS[mark];
}

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
export function seenInWords(seen: Inspection, film: Film): string {
  const parts = [
    seen.edge && `edge print ${EDGE_WORDS[film][seen.edge]}`,
    seen.frames && `frames ${FRAME_WORDS[film][seen.frames]}`,
    seen.colour && `colour ${COLOUR_WORDS[seen.colour]}`,
    seen.slides && `slides ${seen.slides}`,
    seen.marks && (seen.marks.length === 0 ? 'no marks' : seen.marks.map((mark) => markInWords(mark, film)).join(', ')),
    seen.others && (seen.others === 'good' ? 'the other rolls good' : 'the other rolls alike'),
  ].filter((part): part is string => Boolean(part));
  const all = parts.join('; ');
  return all === '' ? 'Not looked at yet.' : `${upperFirst(all)}.`;
}

/** What to look at next, where what was said leaves it open. A sheet has no numbers along its edge. */
export function lookNext(seen: Inspection, film: Film, sheet = false): string {
  if (sheet && seen.frames === undefined) return 'Look at the picture first, away from its brightest lights.';
  if (!sheet && seen.edge === undefined)
    return 'Look at the numbers along the edge: the factory exposed them, so they tell the developer from the camera.';
  if (film === 'slide' && seen.slides === undefined)
    return 'Look at the slides against an even light: with the edge they tell the camera from the developer.';
  if (film === 'negative' && seen.frames === undefined) return 'Look at the frames: with the edge they tell the camera from the developer.';
  if (seen.marks === undefined) return 'Look for marks, or say that there are none.';
  return 'What was seen and what the run remembers point to no cause more than to another. Look again when it is dry, or scanned.';
}
