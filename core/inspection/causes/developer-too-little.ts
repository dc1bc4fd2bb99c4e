import type { Cause } from '../cause.ts';
import { e, percent, over, onTime, fresh, slide, wearFor, doseFor, seemsThin } from '../evidence.ts';

export const developerTooLittle: Cause = {
  id: 'developer-too-little',
  kind: 'development',
  title: 'The developer did too little',
  for: (seen, run) => [
    seen.edge === 'thin' && e(3, 'The film’s own edge print is thin, and the camera has no part in that.'),
    seen.edge === 'thin' && seen.frames === 'thin' && e(1, 'The frames are thin with it.'),
    slide(run) && seen.slides === 'dark' && e(2, 'Slides come out dark when the first developer did too little.'),
    ...(seemsThin(seen) ? [...doseFor(run, 'under'), ...wearFor(run)] : []),
    seemsThin(seen) && run.pushStops !== undefined && run.pushStops < 0 && e(1, 'A pull was asked for.'),
  ],
  against: (seen, run) => [
    (seen.edge === 'normal' || seen.edge === 'dense') && e(3, `The edge print is ${seen.edge}.`),
    (seen.frames === 'dense' || seen.slides === 'light') && e(2, 'The film is denser than it should be, not thinner.'),
    onTime(run) && e(1, 'The developer gave its dose on time.'),
    over(run) && e(2, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
    fresh(run) && seen.edge !== 'thin' && e(1, 'The solution was neither worn nor old.'),
  ],
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'Nothing brings back what was not developed. Scan it with more exposure; thin negatives often hold more than they show.',
  nextTime: 'Read the temperature inside the tank, warm the tank first, and test the developer on a snip before a film that matters.',
};
