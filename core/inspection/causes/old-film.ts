import type { Cause } from '../cause.ts';
import { e, onTime } from '../evidence.ts';
import type { RunFacts } from '../inspection.ts';

const aged = (run: RunFacts) => run.expiredYears !== undefined && run.expiredYears >= 2;

export const oldFilm: Cause = {
  id: 'old-film',
  kind: 'film',
  title: 'The film had aged',
  for: (seen, run) => {
    const looksIt = seen.colour === 'cast' || seen.colour === 'weak' || seen.frames === 'thin';
    if (!aged(run) || !looksIt) return [];
    return [
      e(2, `It was ${run.expiredYears ?? 0} years past its date.`),
      seen.colour === 'cast' && e(1, 'Old film shifts in colour, each layer by its own.'),
      seen.colour === 'weak' && e(1, 'Old film loses contrast and colour.'),
      seen.frames === 'thin' && onTime(run) && e(1, 'The frames are thin though the developer gave its dose.'),
    ];
  },
  against: (seen, run) => [
    run.expiredYears !== undefined && !aged(run) && e(2, 'The film was fresh.'),
    seen.frames === 'dense' && e(1, 'Old film loses speed, and these frames are dense.'),
    seen.colour === 'right' && e(1, 'The colours are right.'),
  ],
  again: [],
  returns: { at: 'planning', about: 'film' },
  now: 'Correct it in the scan.',
  nextTime: 'Give old film a stop more for each ten years past its date, and keep it cold.',
};
