import { filmOf } from '../../../film/process.ts';
import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';
import { markInWords } from '../../inspection-words.ts';

export const airBubbles: Cause = {
  id: 'air-bubbles',
  kind: 'development',
  title: 'Air bubbles clung to the film',
  for: (seen, run) => [marked(seen, 'clear-spots') && e(3, `There are ${markInWords('clear-spots', filmOf(run.process))}.`)],
  against: (seen) => [unmarked(seen, 'clear-spots') && e(2, 'There are no round spots.')],
  again: [],
  returns: { at: 'developer', about: 'tank' },
  now: 'They stay; retouch the scan.',
  nextTime: 'Tap the tank after each turn, and prewash.',
};
