import type { Cause } from '../cause.ts';
import { e, percent, under, onTime, slide, doseFor, seemsDense } from '../evidence.ts';

export const developerTooMuch: Cause = {
  id: 'developer-too-much',
  kind: 'development',
  title: 'The developer did too much',
  for: (seen, run) => [
    seen.edge === 'dense' && e(3, 'The film’s own edge print is dense, and the camera has no part in that.'),
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
    (seen.edge === 'normal' || seen.edge === 'thin' || seen.edge === 'none') &&
      e(3, `The edge print is ${seen.edge === 'none' ? 'not there' : seen.edge}.`),
    (seen.frames === 'thin' || seen.frames === 'none' || seen.slides === 'dark') &&
      e(2, 'The film is thinner than it should be, not denser.'),
    onTime(run) && e(1, 'The developer gave its dose on time.'),
    under(run) && e(2, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
  ],
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'Scan it with less exposure; dense negatives hold their highlights longer than they seem to.',
  nextTime: 'Read the temperature inside the tank and begin to pour out when the Bench says so.',
};
