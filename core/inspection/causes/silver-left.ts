import type { Cause } from '../cause.ts';
import { e, marked, percent } from '../evidence.ts';

export const silverLeft: Cause = {
  id: 'silver-left',
  kind: 'development',
  title: 'Silver is left in the film',
  for: (seen, run) => [
    marked(seen, 'silver') && e(3, 'Colour is low, contrast high, and the film looks greyish.'),
    seen.colour === 'weak' && run.treatment !== 'bleach-bypass' && e(1, 'Colours are weak.'),
    run.bleachShare !== undefined && run.bleachShare < 0.9 && e(2, `The bleach got ${percent(run.bleachShare)} of its time.`),
  ],
  against: (seen, run) => [
    run.treatment === 'bleach-bypass' && e(3, 'The bleach was left out on purpose.'),
    seen.colour === 'right' && e(2, 'The colours are right.'),
    run.bleachShare !== undefined && run.bleachShare >= 0.9 && e(1, 'The bleach got its time.'),
  ],
  again: ['bleach', 'fix', 'wash', 'stabilise'],
  returns: { at: 'bleach', about: 'kit' },
  now: 'Bleach it again, then fix and wash it: light does no harm now.',
  nextTime: 'Give the bleach its whole time at its temperature; longer does no harm.',
};
