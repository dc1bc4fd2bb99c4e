import type { Cause } from '../../cause.ts';
import { e, marked, incident, unmarked } from '../../evidence.ts';

export const remjetLeft: Cause = {
  id: 'remjet-left',
  kind: 'development',
  title: 'Remjet is left on the film',
  for: (seen, run) => [
    marked(seen, 'black-specks') && e(3, 'There are black specks.'),
    run.process === 'ECN-2' && marked(seen, 'black-specks') && e(1, 'Cine film has a backing that leaves them.'),
    incident(run, 'remjet') && e(1, 'Flakes had got into the developer.'),
  ],
  against: (seen) => [unmarked(seen, 'black-specks') && e(2, 'There are no specks.')],
  again: ['wash', 'stabilise'],
  returns: { at: 'wash', about: 'process' },
  now: 'Wipe it in an alkaline bath and wash it again.',
  nextTime: 'Rinse until the water runs clear, wipe longer, and filter the developer.',
};
