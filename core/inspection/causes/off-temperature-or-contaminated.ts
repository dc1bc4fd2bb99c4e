import type { Cause } from '../cause.ts';
import { e, fresh, old, onTime, percent, spoiled, theDeveloper, worn } from '../evidence.ts';

export const offTemperatureOrContaminated: Cause = {
  id: 'off-temperature-or-contaminated',
  kind: 'development',
  title: 'The developer was off its temperature, or something had got into it',
  for: (seen, run) => [
    seen.colour === 'cast' && e(1, 'The colours have a cast.'),
    seen.colour === 'cast' &&
      run.doseShare !== undefined &&
      !onTime(run) &&
      e(2, `${theDeveloper(run)} gave ${percent(run.doseShare)} of its dose.`),
    seen.colour === 'cast' && spoiled(run) && e(2, 'Something had got into the solution.'),
    (seen.colour === 'cast' || seen.colour === 'weak') && (worn(run) || old(run)) && e(1, 'The solution was worn or old.'),
    seen.colour === 'cast' &&
      (run.treatment === 'cross-process' || run.treatment === 'cine-in-c41') &&
      e(2, 'This treatment shifts colour by itself.'),
  ],
  against: (seen, run) => [
    seen.wet === true && e(1, 'The film is still wet: its colours are not yet what they will be.'),
    seen.colour === 'right' && e(3, 'The colours are right.'),
    onTime(run) && fresh(run) && !spoiled(run) && e(1, 'Dose and solution were as they should be.'),
  ],
  again: [],
  returns: { at: 'developer', about: 'batch' },
  now: 'Correct it in the scan.',
  nextTime: 'Hold the developer to its temperature, and keep each bottle’s funnel to itself.',
};
