import type { Incident } from './standing.ts';

/** What can be said to have happened to a bottle, as a person picks it (domain.md 15). */
export const INCIDENT_WORDS: Readonly<Record<Incident, string>> = {
  'later-bath': 'Bleach, fixer, bleach-fix or another later bath got in',
  stop: 'Stop bath got in',
  'other-developer': 'The other developer got in',
  developer: 'Developer got in',
  water: 'Water got in',
  remjet: 'Remjet flakes got in',
  'cap-off': 'Its cap was off',
  damage: 'It froze, boiled or leaked, or its colour or smell changed',
};

/** What can happen while a run is under way: the rest is noticed at the shelf. */
export const INCIDENTS_AT_THE_BENCH = [
  'later-bath',
  'stop',
  'other-developer',
  'developer',
  'water',
  'remjet',
  'damage',
] as const satisfies readonly Incident[];

/** Which incidents are judged by how much got in, and which by how long. */
export const ASKS_HOW_MUCH: readonly Incident[] = ['stop', 'developer', 'water'];
export const ASKS_HOW_LONG: readonly Incident[] = ['cap-off'];
