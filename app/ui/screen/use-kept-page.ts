import { useEffect, useRef } from 'react';

/** Several changes in a row are one copy. */
const KEEP_AFTER_MS = 2000;

/** The worker keeps the page that a document was loaded with; what is come to from there on is read by scripts. */
let cameWithDocument = true;

/**
 * A page that also opens without its server, once it was open (app/frame/page-worker.ts). The worker is told every built
 * file that this page has loaded, and those that it loads by and by; where the page was read anew (`asRead` is another), it is kept anew.
 */
export function useKeptPage(asRead?: object): void {
  const last = useRef(asRead);
  useEffect(() => {
    if (asRead === last.current || !('serviceWorker' in navigator)) return;
    last.current = asRead;
    const later = setTimeout(
      () => void navigator.serviceWorker.ready.then(({ active }) => active?.postMessage([location.origin + location.pathname])),
      KEEP_AFTER_MS,
    );
    return () => clearTimeout(later);
  }, [asRead]);
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    const isOfDocument = cameWithDocument;
    cameWithDocument = false;
    let observer: PerformanceObserver | null = null;
    let gone = false;
    const tell = async (worker: ServiceWorker | null) => {
      const page = location.href;
      const [loaded] = performance.getEntriesByType('navigation');
      // What was loaded through the worker is kept by it; what was come to by a link, or before it was there, is not.
      if (!isOfDocument || loaded?.name !== page || !(await caches.match(page))) worker?.postMessage([page]);
      if (gone) return;
      observer = new PerformanceObserver((loaded) => {
        const files = loaded.getEntries().flatMap(({ name }) => (name.startsWith(`${location.origin}/assets/`) ? [name] : []));
        if (files.length > 0) worker?.postMessage(files);
      });
      observer.observe({ type: 'resource', buffered: true });
    };
    void navigator.serviceWorker
      .register('/bench-worker.js', { scope: '/' })
      .then(forgetTheNarrowOne)
      .then(() => navigator.serviceWorker.ready)
      .then((registration) => tell(registration.active))
      .catch(() => {
        // Private windows refuse workers; the page then needs its server to load, not to go on.
      });
    return () => {
      gone = true;
      observer?.disconnect();
    };
  }, []);
}

/** Before other pages were kept the worker was the Bench's alone, and would go on answering for it. */
async function forgetTheNarrowOne(): Promise<void> {
  const registered = await navigator.serviceWorker.getRegistrations();
  await Promise.all(registered.filter(({ scope }) => new URL(scope).pathname === '/bench').map(async (each) => each.unregister()));
}
