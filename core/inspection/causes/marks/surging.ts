import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const surging: Cause = {
  id: 'surging',
  kind: 'development',
  title: 'The agitation surged',
  for: (seen, run) => [
    marked(seen, 'perforation-streaks') && e(3, 'Streaks run from the perforations.'),
    marked(seen, 'perforation-streaks') && run.agitation === 'more' && e(1, 'The tank was turned more than the leaflet asks for.'),
  ],
  against: (seen) => [unmarked(seen, 'perforation-streaks') && e(2, 'No streaks run from the perforations.')],
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'They stay; a scan can hide some of them.',
  nextTime: 'Turn the tank gently and not in one rhythm only.',
};
