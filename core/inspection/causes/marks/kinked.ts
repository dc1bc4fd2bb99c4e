import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const kinked: Cause = {
  id: 'kinked',
  kind: 'film',
  title: 'The film was kinked while it was loaded',
  for: (seen) => [marked(seen, 'crescents') && e(3, 'There are crescents or creases.')],
  against: (seen) => [unmarked(seen, 'crescents') && e(2, 'There are no crescents.')],
  again: [],
  returns: { at: 'first-pour', about: 'everything' },
  now: 'They stay; retouch the scan.',
  nextTime: 'Practise loading in the light; when it jams, go back a turn instead of pushing.',
};
