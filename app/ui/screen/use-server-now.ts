import { useEffect, useState } from 'react';

/** The server's time as it goes on from when the page was answered, to the second; every answer sets it anew. */
export function useServerNow({ nowMs, speed }: { readonly nowMs: number; readonly speed: number }): number {
  const [shownMs, setShownMs] = useState(nowMs);
  useEffect(() => {
    const from = performance.now();
    const show = () => setShownMs(nowMs + (performance.now() - from) * speed);
    show();
    const every = setInterval(show, Math.max(200, 1000 / speed));
    return () => clearInterval(every);
  }, [nowMs, speed]);
  return shownMs;
}
