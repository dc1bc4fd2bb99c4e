import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const fingerMarks: Cause = {
  id: 'finger-marks',
  kind: 'film',
  title: 'It was touched',
  for: (seen) => [marked(seen, 'finger-marks') && e(3, 'There are finger marks.')],
  against: (seen) => [unmarked(seen, 'finger-marks') && e(2, 'There are no finger marks.')],
  again: ['wash', 'stabilise'],
  returns: { at: 'first-pour', about: 'everything' },
  now: 'Marks that lie on it wash off; those that were developed in stay.',
  nextTime: 'Dry hands while loading, the film held by its edges, and wet film by its clips.',
};
