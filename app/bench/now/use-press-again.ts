import { useEffect, useState } from 'react';
import { attemptOf, pressAgain, PRESS_AGAIN_WITHIN_MS, type Asked } from '../../../core/run/acts/press-again.ts';
import type { RunState } from '../../../core/run/state/state.ts';

/** What the act button asks now, and a function that says whether a press out of place counts (domain.md 10.1). */
export function usePressAgain(state: RunState): [Asked | null, (says: string) => boolean] {
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(() => {
    if (!asked) return;
    const timer = setTimeout(() => setAsked(null), PRESS_AGAIN_WITHIN_MS);
    return () => clearTimeout(timer);
  }, [asked]);
  const of = attemptOf(state);
  const counts = (says: string) => {
    const press = pressAgain(asked, of, says, performance.now());
    setAsked(press.asked);
    return press.counts;
  };
  return [asked?.of === of ? asked : null, counts];
}
