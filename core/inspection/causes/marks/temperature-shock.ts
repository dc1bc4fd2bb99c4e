import { EVEN_BY_C } from '../../../schedule/tonights-temperatures.ts';
import { sentence } from '../../../units/sentence.ts';
import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const temperatureShock: Cause = {
  id: 'temperature-shock',
  kind: 'development',
  title: 'The baths were too far apart in temperature',
  for: (seen, run) => {
    const by = EVEN_BY_C[run.process ?? 'C-41'];
    return [
      marked(seen, 'cracked') && e(3, 'There is a fine cracked pattern.'),
      run.jumpC !== undefined && run.jumpC > by && e(1, sentence`One bath was ${{ byC: run.jumpC }} apart from the one before it.`),
    ];
  },
  against: (seen) => [unmarked(seen, 'cracked') && e(2, 'The film’s skin is smooth.')],
  again: [],
  returns: { at: 'warming', about: 'everything' },
  now: 'It stays.',
  nextTime: 'Keep every bath and wash within a few degrees of the one before.',
};
