import type { Cause } from '../../cause.ts';
import { e, marked, unmarked } from '../../evidence.ts';

export const holderOrInsert: Cause = {
  id: 'holder-or-insert',
  kind: 'film',
  title: 'It is the sheet’s holder, or the insert that it was developed in',
  for: (seen) => [marked(seen, 'sheet-line') && e(3, 'A line runs along one edge of the sheet.')],
  against: (seen) => [unmarked(seen, 'sheet-line') && e(2, 'No line runs along an edge of the sheet.')],
  again: ['fix', 'wash'],
  returns: { at: 'first-pour', about: 'tank' },
  now: 'A pale line fixes out where solution did not reach it: fix and wash the sheet by itself. A dark one is light, and stays.',
  nextTime: 'Dark: look at the holder against a lamp. Pale: sheets not deeper in their channels than they must be, and none on another.',
};
