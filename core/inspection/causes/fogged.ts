import type { Cause } from '../cause.ts';
import { e, either, marked, unmarked } from '../evidence.ts';

export const fogged: Cause = {
  id: 'fogged',
  kind: 'film',
  title: 'Light got in',
  for: (seen, run) => [
    marked(seen, 'wholly-dark') && e(3, either(run, 'The strip is dark from edge to edge.', 'The strip is clear from edge to edge.')),
  ],
  against: (seen, run) => [
    unmarked(seen, 'wholly-dark') && e(2, either(run, 'The strip is not dark all over.', 'The strip is not clear all over.')),
  ],
  again: [],
  returns: { at: 'first-pour', about: 'everything' },
  now: 'Fog cannot be taken away; strong frames may still scan.',
  nextTime:
    'Load in complete darkness, let eyes rest for five minutes, and look for a glow; keep the lid on until it is bleached and fixed.',
};
