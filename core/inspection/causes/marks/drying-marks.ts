import type { Cause } from '../../cause.ts';
import { e, marked, percent, unmarked } from '../../evidence.ts';

export const dryingMarks: Cause = {
  id: 'drying-marks',
  kind: 'development',
  title: 'It dried with marks',
  for: (seen, run) => [
    marked(seen, 'drying-marks') && e(3, 'There is scum, or drying marks.'),
    run.washShare !== undefined && run.washShare < 0.7 && e(1, `The wash got ${percent(run.washShare)} of its time.`),
  ],
  against: (seen) => [unmarked(seen, 'drying-marks') && e(2, 'It dried clean.')],
  again: ['wash', 'stabilise'],
  returns: { at: 'hanging-up', about: 'everything' },
  now: 'Wash it again, a fresh final rinse, and hang it untouched.',
  nextTime: 'Soft or distilled water for the final rinse, and no wiping.',
};
