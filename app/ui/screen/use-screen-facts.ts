import { useCallback, useEffect, useState } from 'react';
import type { ScreenFacts } from './screen-checks.ts';

const LOOK_AGAIN_MS = 3000;
const ASKED = 4;
/** Where the Bench's worker keeps pages of runs (bench/offline). */
const PAGES = 'steady-reel-pages';

/** What this screen can do, found out by trying: kept files by looking for each, the clock by asking for it. */
export function useScreenFacts(): Pick<ScreenFacts, 'secure' | 'alone' | 'clock'> & { readonly lookAgain: () => void } {
  const [facts, setFacts] = useState<Pick<ScreenFacts, 'secure' | 'alone' | 'clock'>>({ secure: true, alone: 'not-yet', clock: null });
  const look = useCallback(() => {
    void Promise.all([isKeptHere(), askedClock()]).then(([alone, clock]) => setFacts({ secure: isSecureContext, alone, clock }));
  }, []);
  const settled = facts.alone !== 'not-yet' && facts.clock !== null;
  useEffect(() => {
    look();
    if (settled) return;
    const every = setInterval(look, LOOK_AGAIN_MS);
    return () => clearInterval(every);
  }, [look, settled]);
  return { ...facts, lookAgain: look };
}

/** Whether this Bench and every file it came with is in the browser's own keeping; elsewhere, whether any Bench is. */
async function isKeptHere(): Promise<ScreenFacts['alone']> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return 'no';
  try {
    if (!location.pathname.startsWith('/bench/')) return (await (await caches.open(PAGES)).keys()).length > 0 ? 'kept' : 'unopened';
    const registration = await navigator.serviceWorker.getRegistration('/bench');
    if (!registration?.active) return 'not-yet';
    const files = performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => name.startsWith(`${location.origin}/assets/`));
    const kept = await Promise.all([location.origin + location.pathname, ...files].map(async (url) => caches.match(url)));
    return kept.every(Boolean) ? 'kept' : 'not-yet';
  } catch {
    return 'no';
  }
}

/** The server's clock by the quickest of a few answers, beside the screen's own. */
async function askedClock(): Promise<ScreenFacts['clock']> {
  let best: ScreenFacts['clock'] = null;
  for (let i = 0; i < ASKED; i++) {
    try {
      const sentMs = performance.now();
      const answer = await fetch('/clock', { cache: 'no-store' });
      if (!answer.ok) return best;
      const { nowMs } = (await answer.json()) as { nowMs: number };
      const sureToMs = (performance.now() - sentMs) / 2;
      if (!best || sureToMs < best.sureToMs) best = { sureToMs, ownAheadMs: Math.round(Date.now() - sureToMs - nowMs) };
    } catch {
      return best;
    }
  }
  return best;
}
