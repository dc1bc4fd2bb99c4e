import type { Cause } from '../cause.ts';
import { e, edgeInWords, either, onTime, percent, slide, theDeveloper, under } from '../evidence.ts';

export const underExposed: Cause = {
  id: 'under-exposed',
  kind: 'exposure',
  title: 'The film got too little light',
  for: (seen, run) => [
    seen.frames === 'thin' && seen.edge === 'normal' && e(3, 'The frames are thin and the edge print is normal: the developer worked.'),
    seen.frames === 'thin' && seen.edge === 'dense' && e(3, 'The frames are thin though the edge print is dense.'),
    seen.frames === 'thin' && seen.edge === undefined && e(1, 'The frames are thin.'),
    slide(run) && seen.slides === 'dark' && e(1, 'Slides come out dark when they got too little light.'),
    slide(run) && seen.slides === 'dark' && seen.edge === 'normal' && e(2, 'The edge print is normal: the first developer worked.'),
    slide(run) && seen.slides === 'dark' && onTime(run) && e(2, `${theDeveloper(run)} gave its dose on time.`),
    seen.frames === 'uneven' && seen.edge === 'normal' && e(2, 'Frames differ along the roll while the edge print does not.'),
    seen.frames === 'thin' && run.expiredYears !== undefined && run.expiredYears > 0 && e(1, 'Old film has lost some of its speed.'),
  ],
  against: (seen, run) => [
    (seen.edge === 'thin' || seen.edge === 'none') && e(3, `The edge print is ${edgeInWords(seen, run)} too.`),
    (seen.frames === 'normal' || seen.frames === 'dense' || seen.slides === 'light') &&
      e(2, either(run, 'The frames got light enough.', 'The slides got light enough.')),
    seen.frames === 'none' && e(2, 'There are no frames at all.'),
    under(run) && e(1, `${theDeveloper(run)} gave ${percent(run.doseShare ?? 1)} of its dose.`),
  ],
  ofSlides: { now: 'Scan it with more light: a dark slide holds more than it shows. Nothing in the baths went wrong.' },
  again: [],
  returns: { at: 'planning', about: 'film' },
  now: 'Scan it with more exposure. Nothing in the baths went wrong.',
  nextTime: 'Give the film more light: check the meter’s speed, the shutter, and what was metered.',
};
