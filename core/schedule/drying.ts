import type { Habits } from './habits.ts';

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
