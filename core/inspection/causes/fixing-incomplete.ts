import type { Cause } from '../cause.ts';
import { e, marked, percent, unmarked } from '../evidence.ts';

export const fixingIncomplete: Cause = {
  id: 'fixing-incomplete',
  kind: 'development',
  title: 'The fixing is not complete',
  for: (seen, run) => [
    marked(seen, 'milky') && e(3, 'The film is milky or cloudy.'),
    run.fixShare !== undefined && run.fixShare < 0.9 && e(2, `The fixer got ${percent(run.fixShare)} of its time.`),
  ],
  against: (seen, run) => [
    seen.wet === true && marked(seen, 'milky') && e(2, 'The film is still wet, and wet film looks milky: look again when it is dry.'),
    unmarked(seen, 'milky') && e(2, 'The film is not milky.'),
    run.fixShare !== undefined && run.fixShare >= 0.9 && e(1, 'The fixer got its time.'),
  ],
  again: ['fix', 'wash', 'stabilise'],
  returns: { at: 'fixer', about: 'batch' },
  now: 'Fix it again and wash it: light does no harm now.',
  nextTime: 'Test the fixer on a snip: it should clear in half its time.',
};
