/*
 * The Bench without its server. Pages of runs come from the network when it answers and from the last copy when it does
 * not; built files never change under their names, so the copy is as good as the network. Events and the clock are never
 * answered from here.
 */
const CACHE = 'steady-reel-bench-1';
const PAGE = /^\/bench\/[^/]+\/?$/;
const ANSWER_WITHIN_MS = 3000;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim().then(keepOpenPages)));

/** The page that brought this worker was loaded before it; it and its files are fetched once more to be kept. */
async function keepOpenPages() {
  const cache = await caches.open(CACHE);
  for (const client of await self.clients.matchAll({ type: 'window' })) {
    if (!PAGE.test(new URL(client.url).pathname)) continue;
    await cache.add(client.url).catch(() => {});
  }
}

self.addEventListener('message', (event) => {
  if (Array.isArray(event.data))
    event.waitUntil(caches.open(CACHE).then((cache) => Promise.all(event.data.map((url) => cache.add(url).catch(() => {})))));
});

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (event.request.mode === 'navigate' && PAGE.test(url.pathname)) event.respondWith(networkFirst(event.request));
  else if (url.pathname.startsWith('/assets/') || /\.(svg|png|woff2|webmanifest)$/.test(url.pathname))
    event.respondWith(copyFirst(event.request));
});

/** A full disk costs the copy, never the answer. */
function keep(cache, request, answer) {
  return answer.ok ? cache.put(request, answer.clone()).catch(() => {}) : Promise.resolve();
}

async function networkFirst(request) {
  const cache = await caches.open(CACHE);
  const fromNetwork = fetch(request).then(async (answer) => {
    await keep(cache, request, answer);
    return answer;
  });
  const inTime = new Promise((_, fail) => setTimeout(fail, ANSWER_WITHIN_MS));
  try {
    return await Promise.race([fromNetwork, inTime]);
  } catch {
    // Where there is no copy a slow answer is better than none.
    return (await cache.match(request)) ?? (await fromNetwork.catch(() => Response.error()));
  }
}

async function copyFirst(request) {
  const cache = await caches.open(CACHE);
  const copy = await cache.match(request);
  if (copy) return copy;
  const answer = await fetch(request);
  await keep(cache, request, answer);
  return answer;
}
