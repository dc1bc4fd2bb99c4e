import { useEffect, useState } from 'react';
import { isAlone } from './reach.ts';
import { ServerClock } from './server-clock.ts';

/** The server's time as it goes on from when the page was answered, to the second; every answer sets it anew. */
export function useServerNow({ nowMs, speed }: { readonly nowMs: number; readonly speed: number }): number {
  const [shownMs, setShownMs] = useState(nowMs);
  useEffect(() => {
    const clock = new ServerClock({ nowMs, speed });
    // A copy brings the time at which it was kept; what was known at the last contact is nearer.
    if (isAlone()) clock.recall();
    else clock.rememberRoughly();
    const show = () => setShownMs(clock.nowMs());
    const wake = () => {
      clock.catchUp();
      show();
    };
    show();
    const every = setInterval(show, Math.max(200, 1000 / speed));
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(every);
      document.removeEventListener('visibilitychange', wake);
    };
  }, [nowMs, speed]);
  return shownMs;
}
