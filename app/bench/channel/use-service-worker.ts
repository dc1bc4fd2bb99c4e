import { useEffect } from 'react';

/**
 * The Bench alone also opens without its server, once it was open. The worker is told every built file that this page has
 * loaded, and those that it loads by and by.
 */
export function useServiceWorker(): void {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    let observer: PerformanceObserver | null = null;
    let gone = false;
    const tell = (worker: ServiceWorker | null) => {
      if (gone) return;
      observer = new PerformanceObserver((loaded) => {
        const files = loaded.getEntries().flatMap(({ name }) => (name.startsWith(`${location.origin}/assets/`) ? [name] : []));
        if (files.length > 0) worker?.postMessage(files);
      });
      observer.observe({ type: 'resource', buffered: true });
    };
    void navigator.serviceWorker
      .register('/bench-worker.js', { scope: '/bench' })
      .then(() => navigator.serviceWorker.ready)
      .then((registration) => tell(registration.active))
      .catch(() => {
        // Private windows refuse workers; the Bench then needs its server to load, not to go on.
      });
    return () => {
      gone = true;
      observer?.disconnect();
    };
  }, []);
}
