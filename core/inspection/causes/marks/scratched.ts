import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const scratched: Cause = {
  id: 'scratched',
  kind: 'film',
  title: 'Something scratched it',
  for: (seen) => [
    marked(seen, 'scratches') && e(3, 'Lines run along the film.'),
    marked(seen, 'scratches') && marked(seen, 'drying-marks') && e(1, 'It was wiped: there are drying marks as well.'),
  ],
  against: (seen) => [unmarked(seen, 'scratches') && e(2, 'No lines run along the film.')],
  again: ['wash', 'stabilise'],
  returns: { at: 'hanging-up', about: 'everything' },
  now: 'They stay. On the shiny side a drop of final rinse hides some of them in the scan.',
  nextTime: 'Nothing dry or gritty touches wet film: no squeegee, no fingers; and a canister’s felt is blown clean before it is wound.',
};
