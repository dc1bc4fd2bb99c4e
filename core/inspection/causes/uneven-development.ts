import type { Cause } from '../cause.ts';
import { e, marked, percent, unmarked } from '../evidence.ts';

export const unevenDevelopment: Cause = {
  id: 'uneven-development',
  kind: 'development',
  title: 'The developer worked unevenly',
  for: (seen, run) => [
    marked(seen, 'bands') && e(3, 'There are bands or mottle.'),
    run.missedBeats !== undefined && run.missedBeats > 1 && e(1, `${run.missedBeats} beats were missed.`),
    run.agitation === 'less' && marked(seen, 'bands') && e(1, 'The tank was turned less than the leaflet asks for.'),
    run.solutionShare !== undefined &&
      run.solutionShare < 1 &&
      e(2, `The bottle held ${percent(run.solutionShare)} of what covers the reels.`),
    seen.frames === 'uneven' &&
      seen.edge !== undefined &&
      seen.edge !== 'normal' &&
      e(1, 'Density differs along the roll, edge print included.'),
  ],
  against: (seen) => [unmarked(seen, 'bands') && e(2, 'There are no bands.')],
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'They stay.',
  nextTime: 'Enough solution to cover the reels, a quick fill, and every beat.',
};
