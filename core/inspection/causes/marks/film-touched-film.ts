import { filmOf } from '../../../film/process.ts';
import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';
import { markInWords } from '../../inspection-words.ts';

export const filmTouchedFilm: Cause = {
  id: 'film-touched-film',
  kind: 'film',
  title: 'Film lay on film',
  for: (seen, run) => [
    marked(seen, 'bare-patches') && e(3, `There are ${markInWords('bare-patches', filmOf(run.process))} that no bath reached.`),
  ],
  against: (seen, run) => [unmarked(seen, 'bare-patches') && e(2, `There are no ${markInWords('bare-patches', filmOf(run.process))}.`)],
  again: ['fix', 'wash', 'stabilise'],
  returns: { at: 'first-pour', about: 'tank' },
  now: 'Fix and wash the patches if they are milky; the picture there is gone.',
  nextTime: 'Feel that every turn lies in its own groove.',
};
