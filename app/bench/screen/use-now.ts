import { useEffect, useState } from 'react';
import type { BenchClock } from '../channel/bench-clock.ts';

/**
 * The time by the run's clock, for showing. It wakes just after each whole second of the scale that is shown, so a
 * figure changes when its second does; between, nothing renders. Cues do not depend on it.
 */
export function useNow(clock: BenchClock | null, firstMs: number, phaseMs = 0): number {
  const [nowMs, setNowMs] = useState(firstMs);
  useEffect(() => {
    if (!clock) return;
    let timer: ReturnType<typeof setTimeout>;
    const show = () => {
      const now = clock.nowMs();
      setNowMs(now);
      const intoMs = (((now - phaseMs) % 1000) + 1000) % 1000;
      timer = setTimeout(show, Math.max(20, (1000 - intoMs) / clock.speed + 4));
    };
    show();
    return () => clearTimeout(timer);
  }, [clock, phaseMs]);
  return nowMs;
}
