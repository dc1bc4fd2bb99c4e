import type { Cause } from '../cause.ts';
import { e, either, old, spoiled } from '../evidence.ts';

export const developerDead: Cause = {
  id: 'developer-dead',
  kind: 'development',
  title: 'The developer was dead, or the baths came in the wrong order',
  for: (seen, run) => [
    seen.edge === 'none' && e(2, 'Even the edge print is missing.'),
    seen.edge === 'none' &&
      seen.frames === 'none' &&
      e(
        2,
        either(
          run,
          'The whole strip is clear: the developer was dead, or the baths came in the wrong order.',
          'The whole strip is black: the first developer was dead, or the baths came in the wrong order.',
        ),
      ),
    seen.edge === 'none' && spoiled(run) && e(2, 'Something had got into the developer.'),
    seen.edge === 'none' && old(run) && e(1, `The solution was ${run.ageDays ?? 0} days old and keeps ${run.keepsDays ?? 0}.`),
  ],
  against: (seen) => [seen.edge !== undefined && seen.edge !== 'none' && e(3, 'The edge print is there.')],
  ofSlides: {
    title: 'The first developer was dead, or the baths came in the wrong order',
    now: 'What the first developer does not find, the baths after it turn black: it is gone.',
  },
  again: [],
  returns: { at: 'first-pour', about: 'batch' },
  now: 'What was fixed without being developed is gone.',
  nextTime: 'Test the developer on a snip of leader before the film, and stand bottles in the order of pouring.',
};
