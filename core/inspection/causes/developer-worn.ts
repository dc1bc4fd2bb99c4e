import type { Cause } from '../cause.ts';
import { atAge, atRoll, e, edgeInWords, either, fresh, old, pastCapacity, percent, seemsThin, slide, spoiled, worn } from '../evidence.ts';
import type { RunFacts } from '../inspection.ts';

/** What the run's own record says of it, worth a word only where the film looks like it. */
const tired = (run: RunFacts) => [
  worn(run) && e(pastCapacity(run) ? 3 : 2, atRoll(run)),
  old(run) && e(3, atAge(run)),
  spoiled(run) && e(1, 'Something had got into the solution.'),
  run.rangeFalling === true && e(3, 'The range of its strips has been falling from run to run.'),
  run.strengthShare !== undefined &&
    run.strengthShare < 0.95 &&
    e(2, `Water had got into it: it had ${percent(run.strengthShare)} of its strength.`),
];

export const developerWorn: Cause = {
  id: 'developer-worn',
  kind: 'development',
  title: 'The developer is worn',
  for: (seen, run) => [
    seen.edge === 'thin' && e(2, `The film’s own edge print is ${edgeInWords(seen, run)}.`),
    seen.edge === 'thin' && seen.frames === 'thin' && e(1, 'The frames are thin with it.'),
    slide(run) && seen.slides === 'dark' && e(1, 'Slides come out dark when the first developer is tired.'),
    ...(seemsThin(seen) ? tired(run) : []),
  ],
  against: (seen, run) => [
    (seen.edge === 'normal' || seen.edge === 'dense') && e(3, `The edge print is ${edgeInWords(seen, run)}.`),
    (seen.frames === 'dense' || seen.slides === 'light') &&
      e(2, either(run, 'The film is denser than it should be, not thinner.', 'The slides are light, not dark.')),
    fresh(run) && e(2, 'The solution was neither worn nor old.'),
    worn(run) && !pastCapacity(run) && e(1, `${run.capacityRolls ?? 0} rolls is what the leaflet allows.`),
    run.rangeFalling === false && e(1, 'The range of its strips has not fallen.'),
  ],
  ofSlides: { title: 'The first developer is worn', now: 'What it left undone stays dark. Scan it with more light.' },
  again: [],
  returns: { at: 'planning', about: 'batch' },
  now: 'Nothing brings back what was not developed. Scan it with more exposure.',
  nextTime: 'Use what is left of it for tests, and mix fresh before the keepers.',
};
