import { ExpirationPlugin } from 'workbox-expiration';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';

/*
 * The Bench without its server (a service worker, bundled by itself). Pages of runs come from the network while it answers
 * and from the last copy when it does not; a copy is kept with every file that it names, so that it opens whole whichever
 * version of Steady Reel wrote it. Built files never change under their names. Events and the clock are never answered here.
 */
declare const self: ServiceWorkerGlobalScope;

const PAGES = 'steady-reel-pages';
const FILES = 'steady-reel-files';
const RUN_PAGE = /^\/bench\/[^/]+\/?$/;
const ANSWER_WITHIN_S = 3;
const DAY_S = 86_400;

const files = new CacheFirst({
  cacheName: FILES,
  plugins: [new ExpirationPlugin({ maxEntries: 300, maxAgeSeconds: 90 * DAY_S, purgeOnQuotaError: true })],
});
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: ANSWER_WITHIN_S,
  plugins: [
    new ExpirationPlugin({ maxEntries: 20, maxAgeSeconds: 30 * DAY_S }),
    // A screen that was taken off, or has forgotten its key: what it kept is not for it any more.
    {
      fetchDidSucceed: async ({ response }) => {
        if (response.status === 401) await caches.delete(PAGES);
        return response;
      },
    },
    { cacheDidUpdate: async ({ newResponse, event }) => keepFiles(filesNamedIn(await newResponse.clone().text()), event) },
  ],
});

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(takeOver(event)));

/** The page that brought this worker was loaded before it; it is fetched once more, to be kept with its files. */
async function takeOver(event: ExtendableEvent): Promise<void> {
  await self.clients.claim();
  for (const { url } of await self.clients.matchAll({ type: 'window' })) {
    if (!RUN_PAGE.test(new URL(url).pathname)) continue;
    const [answer, done] = pages.handleAll({ event, request: new Request(url) });
    await Promise.all([answer, done]).catch(() => undefined);
  }
}

/** What a page loads by and by, such as the worker that keeps its time, it names once it has it. */
self.addEventListener('message', (event) => {
  if (Array.isArray(event.data)) event.waitUntil(keepFiles(event.data.filter(isBuiltFile), event));
});

registerRoute(({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && RUN_PAGE.test(url.pathname), pages);
registerRoute(({ url, sameOrigin }) => sameOrigin && isBuiltFile(url.href), files);
registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && url.pathname === '/bench',
  async ({ request }) => fetch(request).catch(async () => lastRun()),
);

/** Opened by its icon without the laptop, the Bench is the run that was opened last. */
async function lastRun(): Promise<Response> {
  const kept = await (await caches.open(PAGES)).keys();
  const last = kept.at(-1);
  return last ? Response.redirect(last.url) : Response.error();
}

function isBuiltFile(url: unknown): url is string {
  if (typeof url !== 'string') return false;
  const { origin, pathname } = new URL(url, self.location.origin);
  return origin === self.location.origin && (pathname.startsWith('/assets/') || /^\/icon[\w-]*\.(svg|png)$/.test(pathname));
}

function filesNamedIn(html: string): string[] {
  return [...new Set(html.match(/\/assets\/[\w.-]+/g) ?? [])];
}

/** A full disk costs the copy, never the answer. */
async function keepFiles(named: readonly string[], event: ExtendableEvent): Promise<void> {
  await Promise.all(
    named.map(async (url) => {
      const [answer, done] = files.handleAll({ event, request: new Request(new URL(url, self.location.origin).href) });
      await Promise.all([answer, done]).catch(() => undefined);
    }),
  );
}
