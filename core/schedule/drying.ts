import type { Habits } from './habits.ts';

/** How long film takes to dry, from a warm airing cupboard to a damp cellar; in between until a person says better (domain.md 9). */
export const DRYING_H = { least: 0.25, most: 24, usual: 2 } as const;

export function dryingSeconds(habits: Pick<Habits, 'dryingH'>): number {
  return Math.round((habits.dryingH ?? DRYING_H.usual) * 3600);
}

/** What is done when the film comes off the last bath, by school (domain.md 9). */
export function hangUpInWords(drying: Habits['drying']): string {
  switch (drying) {
    case 'squeegee':
      return 'Off the reel, one light pull through wet fingers or a wetted squeegee, and hang to dry';
    case 'spun':
      return 'Spin it dry on the reel, then hang it';
    case 'untouched':
    case undefined:
      return 'Off the reel, hang to dry';
  }
}
