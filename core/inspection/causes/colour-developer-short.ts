import type { Cause } from '../cause.ts';
import { e, percent, slide } from '../evidence.ts';

export const colourDeveloperShort: Cause = {
  id: 'colour-developer-short',
  kind: 'development',
  title: 'The colour developer did too little',
  for: (seen, run) => [
    slide(run) && seen.colour === 'weak' && e(2, 'The slides’ colours are weak, and their dyes come from the colour developer.'),
    slide(run) &&
      run.colourDoseShare !== undefined &&
      run.colourDoseShare < 0.97 &&
      e(2, `The colour developer gave ${percent(run.colourDoseShare)} of its dose.`),
  ],
  against: (seen, run) => [
    !slide(run) && e(3, 'Only slide film has a colour developer of its own.'),
    seen.colour === 'right' && e(3, 'The colours are right.'),
    run.colourDoseShare !== undefined && run.colourDoseShare >= 0.97 && e(1, 'The colour developer gave its dose.'),
  ],
  again: [],
  returns: { at: 'colour-developer', about: 'kit' },
  now: 'Correct it in the scan: dyes that were not made cannot be made now.',
  nextTime: 'Hold the colour developer to its temperature too; a bath that makes dye has no second chance.',
};
