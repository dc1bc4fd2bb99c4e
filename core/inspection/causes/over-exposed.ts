import type { Cause } from '../cause.ts';
import { e, edgeInWords, either, onTime, over, percent, slide, theDeveloper } from '../evidence.ts';

export const overExposed: Cause = {
  id: 'over-exposed',
  kind: 'exposure',
  title: 'The film got too much light',
  for: (seen, run) => [
    seen.frames === 'dense' && seen.edge === 'normal' && e(3, 'The frames are dense and the edge print is normal: the developer worked.'),
    seen.frames === 'dense' && seen.edge === 'thin' && e(3, 'The frames are dense though the edge print is thin.'),
    seen.frames === 'dense' && seen.edge === undefined && e(1, 'The frames are dense.'),
    slide(run) && seen.slides === 'light' && e(1, 'Slides come out light when they got too much light.'),
    slide(run) && seen.slides === 'light' && seen.edge === 'normal' && e(2, 'The edge print is normal: the first developer worked.'),
    slide(run) && seen.slides === 'light' && onTime(run) && e(2, `${theDeveloper(run)} gave its dose on time.`),
  ],
  against: (seen, run) => [
    seen.edge === 'dense' && e(3, `The edge print is ${edgeInWords(seen, run)} too.`),
    (seen.frames === 'normal' || seen.frames === 'thin' || seen.frames === 'none' || seen.slides === 'dark') &&
      e(2, either(run, 'The frames did not get too much light.', 'The slides did not get too much light.')),
    over(run) && e(1, `${theDeveloper(run)} gave ${percent(run.doseShare ?? 1)} of its dose.`),
  ],
  ofSlides: {
    now: 'Where a slide is clear nothing is left to find; scan it for its shadows. Nothing in the baths went wrong.',
    nextTime: 'Give slides less light: meter their highlights, and rather a third of a stop too little than too much.',
  },
  again: [],
  returns: { at: 'planning', about: 'film' },
  now: 'Scan it with less exposure. Nothing in the baths went wrong.',
  nextTime: 'Give the film less light, or trust the meter.',
};
