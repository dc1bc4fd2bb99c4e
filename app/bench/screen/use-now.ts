import { useEffect, useState } from 'react';
import type { ServerClock } from '../../ui/screen/server-clock.ts';

/** On a clock that runs faster nobody reads a figure more often than this, and a phone would only become warm by it. */
const READ_MS = 200;

/**
 * The time by the run's clock, for showing. It wakes just after each whole second of the scale that is shown, so a
 * figure changes when its second does; between, nothing renders. Cues do not depend on it.
 */
export function useNow(clock: ServerClock | null, firstMs: number, phaseMs = 0): number {
  const [nowMs, setNowMs] = useState(firstMs);
  useEffect(() => {
    if (!clock) return;
    let timer: ReturnType<typeof setTimeout>;
    const show = () => {
      const now = clock.nowMs();
      setNowMs(now);
      const intoMs = (((now - phaseMs) % 1000) + 1000) % 1000;
      const secondMs = 1000 / clock.speed;
      timer = setTimeout(show, Math.max(secondMs < READ_MS ? READ_MS : 20, (1000 - intoMs) / clock.speed + 4));
    };
    show();
    return () => clearTimeout(timer);
  }, [clock, phaseMs]);
  return nowMs;
}
