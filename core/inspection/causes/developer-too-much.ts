import type { Cause } from '../cause.ts';
import { doseFor, e, edgeInWords, either, onTime, percent, seemsDense, slide, theDeveloper, under } from '../evidence.ts';

export const developerTooMuch: Cause = {
  id: 'developer-too-much',
  kind: 'development',
  title: 'The developer did too much',
  for: (seen, run) => [
    seen.edge === 'dense' && e(3, `The film’s own edge print is ${edgeInWords(seen, run)}, and the camera has no part in that.`),
    seen.edge === 'dense' && seen.frames === 'dense' && e(1, 'The frames are dense with it.'),
    slide(run) && seen.slides === 'light' && e(2, 'Slides come out light when the first developer did too much.'),
    ...(seemsDense(seen)
      ? [
          ...doseFor(run, 'over'),
          run.lateS !== undefined && run.lateS > 15 && e(1, `The next bath went in ${Math.round(run.lateS)} s late.`),
          run.pushStops !== undefined && run.pushStops > 0 && e(1, 'A push was asked for.'),
        ]
      : []),
  ],
  against: (seen, run) => [
    (seen.edge === 'normal' || seen.edge === 'thin' || seen.edge === 'none') && e(3, `The edge print is ${edgeInWords(seen, run)}.`),
    (seen.frames === 'thin' || seen.frames === 'none' || seen.slides === 'dark') &&
      e(2, either(run, 'The film is thinner than it should be, not denser.', 'The slides are dark, not light.')),
    onTime(run) && e(1, `${theDeveloper(run)} gave its dose on time.`),
    under(run) && e(2, `${theDeveloper(run)} gave ${percent(run.doseShare ?? 1)} of its dose.`),
  ],
  ofSlides: {
    title: 'The first developer did too much',
    now: 'What it cleared away does not come back; scan it for its shadows.',
  },
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'Scan it with less exposure; dense negatives hold their highlights longer than they seem to.',
  nextTime: 'Read the temperature inside the tank and begin to pour out when the Bench says so.',
};
