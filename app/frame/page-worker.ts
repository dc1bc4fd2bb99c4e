import { ExpirationPlugin } from 'workbox-expiration';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';

/*
 * The pages that are needed at the sink, without their server (a service worker, bundled by itself): the evening's list, the
 * Bench, a practice, the mixing bench and the loading room. They come from the network while it answers and from the last
 * copy when it does not; a copy says that it is one, and is kept with every file that it names, so that it opens whole
 * whichever version of Steady Reel wrote it. Built files never change under their names. Acts and the clock are never
 * answered here.
 */
declare const self: ServiceWorkerGlobalScope;

declare global {
  interface ExtendableEvent {
    addRoutes?(rule: {
      readonly condition: { readonly urlPattern: URLPattern };
      readonly source: { readonly cacheName: string };
    }): Promise<void>;
  }
}

const PAGES = 'steady-reel-pages';
const FILES = 'steady-reel-files';
const KEPT_PAGE = /^\/(?:(?:bench|practice|mixing)\/[^/]+\/?|dark)?$/;
const NO_RUN = /^\/practice\/habits\/?$/;
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
    {
      cachedResponseWillBeUsed: async ({ cachedResponse }) => cachedResponse && saidToBeACopy(cachedResponse),
    },
    {
      // What leads elsewhere is no page; and a page is kept once its files are: without them it would open and not answer.
      cacheWillUpdate: async ({ response, event }) => {
        if (response.status !== 200) return null;
        await keepFiles(filesNamedIn(await response.clone().text()), event);
        return response;
      },
    },
  ],
});

self.addEventListener('install', (event) => {
  void self.skipWaiting();
  // Where a browser can, it takes built files from their cache itself, and wakes nobody for each of them.
  void event.addRoutes?.({ condition: { urlPattern: new URLPattern({ pathname: '/assets/*' }) }, source: { cacheName: FILES } });
});
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/**
 * What a page loads by and by, such as the worker that keeps its time, it names once it has it. A page that was come to without
 * being loaded, or before this worker was there, names itself.
 */
self.addEventListener('message', (event) => {
  if (!Array.isArray(event.data)) return;
  const named: unknown[] = event.data;
  event.waitUntil(
    Promise.all([keepFiles(named.filter(isBuiltFile), event), ...named.filter(isKeptPage).map((url) => keepPage(url, event))]),
  );
});

async function keepPage(url: string, event: ExtendableEvent): Promise<void> {
  const [answer, done] = pages.handleAll({ event, request: new Request(url) });
  await Promise.all([answer, done]).catch(() => undefined);
}

function isKeptPage(url: unknown): url is string {
  if (typeof url !== 'string') return false;
  const named = new URL(url, self.location.origin);
  return named.origin === self.location.origin && isKept(named);
}

registerRoute(({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isKept(url), pages);
registerRoute(({ url, sameOrigin }) => sameOrigin && isBuiltFile(url.href), files);
registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && url.pathname === '/bench',
  async ({ request }) => fetch(request).catch(async () => lastRun()),
);

/** Opened by its icon without the laptop, the Bench is the run that was opened last. */
async function lastRun(): Promise<Response> {
  const last = (await keptPages()).findLast((path) => path.startsWith('/bench/'));
  return last ? Response.redirect(new URL(last, self.location.origin).href) : whatOpens();
}

/** Every other page needs the laptop: what does not is said, and is a press away. */
registerRoute(
  ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate',
  async ({ request, url }) =>
    fetch(request).catch(async () =>
      url.pathname === '/' && (await keptPages()).includes('/') ? Response.redirect(new URL('/', self.location.origin).href) : whatOpens(),
    ),
);

/** What is opened beneath a line of the evening comes and goes; the list itself is what is kept. */
function isKept({ pathname, search }: URL): boolean {
  return KEPT_PAGE.test(pathname) && !NO_RUN.test(pathname) && (pathname !== '/' || search === '');
}

/** A page knows by this that it is behind, and reads itself anew once the laptop answers. */
async function saidToBeACopy(kept: Response): Promise<Response> {
  const html = (await kept.text()).replace('<html', '<html data-copy=""');
  return new Response(html, { status: kept.status, headers: kept.headers });
}

async function keptPages(): Promise<string[]> {
  const kept = await (await caches.open(PAGES)).keys();
  return kept.map(({ url }) => new URL(url).pathname);
}

/** In the words of a person at the sink, with the pages that open. */
async function whatOpens(): Promise<Response> {
  const kept = [...new Set(await keptPages())];
  const named = (begins: string, name: string) =>
    kept
      .filter((path) => path.startsWith(begins))
      .slice(-1)
      .map((path) => `<li><a href="${path}">${name}</a></li>`);
  const list = [
    ...(kept.includes('/') ? ['<li><a href="/">The evening in order</a></li>'] : []),
    ...named('/bench/', 'The Bench'),
    ...named('/mixing/', 'The mixing bench'),
    ...named('/practice/', 'Practice'),
  ];
  const html = `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>The laptop does not answer · Steady Reel</title>
<style>body{margin:0;font:18px/1.5 system-ui,sans-serif;background:#eef2ee;color:#0b2b30}main{max-width:32rem;margin:0 auto;padding:2rem 1.2rem}h1{font-size:1.4rem}a{color:#0f3d42;font-weight:700;display:inline-block;min-height:2.75rem;padding:.5rem 0}ul{list-style:none;padding:0}</style></head>
<body><main><h1>The laptop does not answer</h1><p>This page needs it. Is it awake, and on the same network?</p>${
    list.length > 0 ? `<p>What was open on this screen before opens without it:</p><ul>${list.join('')}</ul>` : ''
  }<p><a href="">Try again</a></p></main></body></html>`;
  return new Response(html, { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } });
}

function isBuiltFile(url: unknown): url is string {
  if (typeof url !== 'string') return false;
  const { origin, pathname } = new URL(url, self.location.origin);
  return origin === self.location.origin && (pathname.startsWith('/assets/') || /^\/icon[\w-]*\.(svg|png)$/.test(pathname));
}

function filesNamedIn(html: string): string[] {
  return [...new Set(html.match(/\/assets\/[\w.-]+/g) ?? [])];
}

/** Asked for since this worker woke: that they are in use is written down once. */
const inUse = new Set<string>();

/** A full disk costs the copy, never the answer. */
async function keepFiles(named: readonly string[], event: ExtendableEvent): Promise<void> {
  const kept = new Set((await (await caches.open(FILES)).keys()).map(({ url }) => url));
  await Promise.all(
    named.map(async (file) => {
      const { href } = new URL(file, self.location.origin);
      if (inUse.has(href) && kept.has(href)) return;
      const [answer, done] = files.handleAll({ event, request: new Request(href) });
      await Promise.all([answer, done]).then(
        () => inUse.add(href),
        () => undefined,
      );
    }),
  );
}
