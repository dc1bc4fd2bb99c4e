import type { Cause } from '../cause.ts';
import { e, marked, unmarked } from '../evidence.ts';

export const filmTouchedFilm: Cause = {
  id: 'film-touched-film',
  kind: 'film',
  title: 'Film lay on film',
  for: (seen) => [marked(seen, 'bare-patches') && e(3, 'There are bare patches that no bath reached.')],
  against: (seen) => [unmarked(seen, 'bare-patches') && e(2, 'There are no bare patches.')],
  again: ['fix', 'wash', 'stabilise'],
  returns: { at: 'first-pour', about: 'tank' },
  now: 'Fix and wash the patches if they are milky; the picture there is gone.',
  nextTime: 'Feel that every turn lies in its own groove.',
};
