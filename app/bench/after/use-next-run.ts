import { useEffect, useState } from 'react';
import type { NextRun } from './next-run.server.ts';

const LOOK_AGAIN_MS = 20_000;

/**
 * What comes after this run. It is asked anew once the run is over, and from time to time: the evening may be changed on
 * another screen. Without the server the last answer stands.
 */
export function useNextRun(runId: string, first: NextRun, over: boolean): NextRun {
  const [shown, setShown] = useState(first);
  useEffect(() => {
    if (!over) return;
    let gone = false;
    const ask = async () => {
      try {
        const answer = await fetch(`/bench/${runId}/next`, { cache: 'no-store' });
        if (answer.ok && !gone) setShown((await answer.json()) as NextRun);
      } catch {
        // Nothing is lost: it is asked again.
      }
    };
    void ask();
    const every = setInterval(() => void ask(), LOOK_AGAIN_MS);
    return () => {
      gone = true;
      clearInterval(every);
    };
  }, [runId, over]);
  return shown;
}
