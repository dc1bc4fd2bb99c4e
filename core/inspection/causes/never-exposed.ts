import type { Cause } from '../cause.ts';
import { e, either } from '../evidence.ts';

export const neverExposed: Cause = {
  id: 'never-exposed',
  kind: 'exposure',
  title: 'The film was never exposed',
  for: (seen, run) => [
    seen.frames === 'none' &&
      (seen.edge === 'normal' || seen.edge === 'dense') &&
      e(
        3,
        either(
          run,
          'The strip is clear and its edge print is there: the developer worked, and no light came.',
          'The slides are black and the edge print is there: the first developer worked, and no light came.',
        ),
      ),
    seen.frames === 'none' &&
      seen.edge === 'thin' &&
      e(
        2,
        either(
          run,
          'The strip is clear, and an edge print is there, if a thin one.',
          'The slides are black, and an edge print is there, if a dim one.',
        ),
      ),
  ],
  against: (seen) => [
    seen.edge === 'none' && e(3, 'The edge print is missing too.'),
    seen.frames !== undefined && seen.frames !== 'none' && e(3, 'There are frames on it.'),
  ],
  again: [],
  returns: { at: 'planning', about: 'film' },
  now: 'Nothing is on it to be saved.',
  nextTime: 'See the rewind knob turn while the film is wound on, and the lens cap off.',
};
