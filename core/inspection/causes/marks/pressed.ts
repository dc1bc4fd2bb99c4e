import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const pressed: Cause = {
  id: 'pressed',
  kind: 'film',
  title: 'It was pressed or bent before it was developed',
  for: (seen) => [marked(seen, 'pressure') && e(3, 'There are dark spots or lines where nothing was photographed.')],
  against: (seen) => [unmarked(seen, 'pressure') && e(2, 'There are no pressure marks.')],
  again: [],
  returns: { at: 'first-pour', about: 'everything' },
  now: 'They stay; retouch the scan.',
  nextTime: 'No force on the film: not in the camera, not on the reel, and no weight on its box.',
};
