import { useEffect, useState } from 'react';
import { TWICE_MS } from '../../../core/run/acts/press-again.ts';

/**
 * Whether `what` has stood on the screen long enough for a press to be meant for it. `from` is what a page was opened
 * with, and needs no waiting for.
 */
export function useSettled(what: string, from = ''): boolean {
  const [settled, setSettled] = useState(from);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(what), TWICE_MS);
    return () => clearTimeout(timer);
  }, [what]);
  return settled === what;
}
