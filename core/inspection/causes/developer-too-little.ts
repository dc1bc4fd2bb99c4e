import type { Cause } from '../cause.ts';
import { doseFor, e, edgeInWords, either, fresh, onTime, over, percent, seemsThin, slide, theDeveloper, wearFor } from '../evidence.ts';

export const developerTooLittle: Cause = {
  id: 'developer-too-little',
  kind: 'development',
  title: 'The developer did too little',
  for: (seen, run) => [
    seen.edge === 'thin' && e(3, `The film’s own edge print is ${edgeInWords(seen, run)}, and the camera has no part in that.`),
    seen.edge === 'thin' && seen.frames === 'thin' && e(1, 'The frames are thin with it.'),
    slide(run) && seen.slides === 'dark' && e(2, 'Slides come out dark when the first developer did too little.'),
    ...(seemsThin(seen) ? [...doseFor(run, 'under'), ...wearFor(run)] : []),
    seemsThin(seen) && run.pushStops !== undefined && run.pushStops < 0 && e(1, 'A pull was asked for.'),
  ],
  against: (seen, run) => [
    (seen.edge === 'normal' || seen.edge === 'dense') && e(3, `The edge print is ${edgeInWords(seen, run)}.`),
    (seen.frames === 'dense' || seen.slides === 'light') &&
      e(2, either(run, 'The film is denser than it should be, not thinner.', 'The slides are light, not dark.')),
    onTime(run) && e(1, `${theDeveloper(run)} gave its dose on time.`),
    over(run) && e(2, `${theDeveloper(run)} gave ${percent(run.doseShare ?? 1)} of its dose.`),
    fresh(run) && seen.edge !== 'thin' && e(1, 'The solution was neither worn nor old.'),
  ],
  ofSlides: {
    title: 'The first developer did too little',
    now: 'What it left undone stays dark. Scan it with more light: a dark slide holds more than it shows.',
  },
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'Nothing brings back what was not developed. Scan it with more exposure; thin negatives often hold more than they show.',
  nextTime: 'Read the temperature inside the tank, warm the tank first, and test the developer on a snip before a film that matters.',
};
