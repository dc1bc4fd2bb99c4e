import { useEffect } from 'react';

/** The Bench alone also opens without its server, once it was open. The worker is told which files this page came with. */
export function useServiceWorker(): void {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    const keep = (worker: ServiceWorker | null) => {
      const files = performance
        .getEntriesByType('resource')
        .map((entry) => entry.name)
        .filter((name) => name.startsWith(location.origin) && name.includes('/assets/'));
      worker?.postMessage([location.href, ...files]);
    };
    void navigator.serviceWorker
      .register('/bench-worker.js', { scope: '/bench/' })
      .then(() => navigator.serviceWorker.ready)
      .then((registration) => keep(registration.active))
      .catch(() => {
        // Private windows refuse workers; the Bench then needs its server to load, not to go on.
      });
  }, []);
}
