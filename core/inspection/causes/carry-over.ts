import type { Cause } from '../cause.ts';
import { e, incident } from '../evidence.ts';

export const carryOver: Cause = {
  id: 'carry-over',
  kind: 'development',
  title: 'Developer was carried into the bleach',
  for: (seen, run) => [
    seen.colour === 'cast' &&
      run.rinse === false &&
      e(3, 'The whole roll has a cast, and nothing rinsed the developer out before the bleach.'),
    seen.colour === 'cast' && incident(run, 'developer') && e(1, 'Developer had got into a later bath.'),
  ],
  against: (seen, run) => [
    seen.wet === true && e(1, 'The film is still wet: its colours are not yet what they will be.'),
    seen.colour === 'right' && e(3, 'The colours are right.'),
    run.rinse === true && e(2, 'The developer was rinsed out.'),
  ],
  again: ['bleach', 'fix', 'wash', 'stabilise'],
  returns: { at: 'bleach', about: 'kit' },
  now: 'Correct it in the scan; bleach and fix again if it looks greyish too.',
  nextTime: 'Put a rinse or a stop bath after the developer.',
};
