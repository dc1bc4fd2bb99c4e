import 'fake-indexeddb/auto';
import { execFileSync } from 'node:child_process';
import { runInNewContext } from 'node:vm';

/** The service worker as it is bundled and as the browser runs it, with caches and a network that the test holds in its hands. */
const SOURCE = execFileSync(
  'node_modules/.bin/esbuild',
  ['app/frame/page-worker.ts', '--bundle', '--format=iife', '--define:process.env.NODE_ENV="production"'],
  { encoding: 'utf8' },
);
const ORIGIN = 'http://house.example';
interface Asked {
  readonly url: string;
  readonly method: string;
  readonly mode: string;
}
type Network = (asked: Asked) => Promise<Response>;
type Listener = (event: object) => void;

/** Of a browser's cache as much as is used: by address, in the order of putting. */
class ACache {
  readonly kept = new Map<string, string>();
  readonly lookedUp: string[] = [];
  constructor(private readonly full: boolean) {}
  match = (asked: Asked | string) => {
    this.lookedUp.push(urlOf(asked));
    const text = this.kept.get(urlOf(asked));
    return Promise.resolve(text === undefined ? undefined : new Response(text));
  };
  put = async (asked: Asked | string, answer: Response) => {
    if (this.full) throw new DOMException('The disk is full.', 'QuotaExceededError');
    this.kept.delete(urlOf(asked));
    this.kept.set(urlOf(asked), await answer.text());
  };
  delete = (asked: Asked | string) => Promise.resolve(this.kept.delete(urlOf(asked)));
  keys = () => Promise.resolve([...this.kept.keys()].map((url) => ({ url })));
}
const urlOf = (asked: Asked | string) => (typeof asked === 'string' ? asked : asked.url);

function worker(network: Network, full = false) {
  const listeners: Record<string, Listener[]> = {};
  const stores: Record<string, ACache> = {};
  const store = (name: string) => (stores[name] ??= new ACache(full));
  const caches = {
    open: (name: string) => Promise.resolve(store(name)),
    match: (asked: Asked, { cacheName }: { cacheName: string }) => store(cacheName).match(asked),
    delete: (name: string) => Promise.resolve(Reflect.deleteProperty(stores, name)),
  };
  const scope = {
    location: new URL(`${ORIGIN}/bench-worker.js`),
    registration: { scope: `${ORIGIN}/bench` },
    clients: {
      claim: () => Promise.resolve(),
      matchAll: () => Promise.resolve([{ url: `${ORIGIN}/bench/run-1` }, { url: `${ORIGIN}/shelf` }]),
    },
    skipWaiting: () => Promise.resolve(),
    addEventListener: (name: string, listen: Listener) => (listeners[name] ??= []).push(listen),
  };
  class Request {
    readonly url: string;
    readonly method: string = 'GET';
    readonly mode: string;
    readonly headers = new Headers();
    constructor(asked: string | Asked) {
      this.url = new URL(urlOf(asked), ORIGIN).href;
      this.mode = typeof asked === 'string' ? 'cors' : asked.mode;
      if (typeof asked !== 'string') this.method = asked.method;
    }
    clone = () => this;
  }
  const pending: Promise<unknown>[] = [];
  class FetchEvent {
    constructor(
      readonly request: Request,
      readonly respondWith: (given: Promise<Response>) => unknown,
    ) {}
    waitUntil = (given: Promise<unknown>) => void pending.push(given);
  }
  const { indexedDB, IDBRequest, IDBTransaction, IDBDatabase, IDBObjectStore, IDBIndex, IDBCursor, IDBKeyRange } = globalThis;
  const database = { indexedDB, IDBRequest, IDBTransaction, IDBDatabase, IDBObjectStore, IDBIndex, IDBCursor, IDBKeyRange };
  const browser = {
    ...scope,
    caches,
    fetch: network,
    FetchEvent,
    Request,
    Response,
    Headers,
    URL,
    Promise,
    setTimeout,
    clearTimeout,
    URLPattern: class {
      constructor(readonly of: object) {}
    },
    ...database,
  };
  runInNewContext(SOURCE, Object.assign(browser, { self: browser }));
  const ask = (path: string, part: Partial<Asked> = {}): Promise<Response> | null => {
    let answer: Promise<Response> | null = null;
    const request = new Request({ url: ORIGIN + path, method: 'GET', mode: path.startsWith('/assets') ? 'no-cors' : 'navigate', ...part });
    const event = new FetchEvent(request, (given) => void (answer = given));
    for (const listen of listeners['fetch'] ?? []) listen(event);
    return answer;
  };
  const routes: unknown[] = [];
  const wait = async (name: string, data?: unknown) => {
    const event = { data, addRoutes: (rule: unknown) => routes.push(rule), waitUntil: (given: Promise<unknown>) => pending.push(given) };
    for (const listen of listeners[name] ?? []) listen(event);
    await settle();
  };
  /** An answer is given before its copy is put away. */
  const settle = async () => {
    while (pending.length > 0) await pending.shift()?.catch(() => undefined);
  };
  const throwAway = async (path: string) => Promise.all(Object.values(stores).map(async (each) => each.delete(ORIGIN + path)));
  const lookedUp = () => Object.values(stores).flatMap((each) => each.lookedUp);
  return { ask, wait, settle, routes, throwAway, lookedUp, kept: () => Object.values(stores).flatMap(({ kept }) => [...kept.keys()]) };
}
const said = async (answer: Promise<Response> | null) => (answer === null ? 'not mine' : (await answer).text());
const answers =
  (text: string): Network =>
  () =>
    Promise.resolve(new Response(text));
const dead: Network = () => Promise.reject(new TypeError('no network'));

test('pages that are needed at the sink and built files are kept here: never an act, the clock or another site', async () => {
  const { ask } = worker(answers('network'));
  expect(await said(ask('/bench/run-1'))).toBe('network');
  expect(await said(ask('/assets/a-1.js'))).toBe('network');
  // The Bench itself leads to the run that is live, and is the network's as long as there is one.
  expect(await said(ask('/bench'))).toBe('network');
  for (const path of ['/bench/run-1/events', '/bench/run-1/stream', '/clock', '/evening/ticks', '/mixing/m-1/acts'])
    expect([path, await said(ask(path, { mode: 'cors' }))]).toEqual([path, 'not mine']);
  expect(await said(ask('/bench/run-1', { method: 'POST' }))).toBe('not mine');
  expect(await said(ask('/bench/run-1', { url: 'http://other.example/bench/run-1' }))).toBe('not mine');
});

test('a page is the network’s while it answers, and the last copy when it does not', async () => {
  let network: Network = answers('first');
  const { ask, settle } = worker((asked) => network(asked));
  expect(await said(ask('/bench/run-1'))).toBe('first');
  network = answers('second');
  expect(await said(ask('/bench/run-1'))).toBe('second');
  await settle();
  network = dead;
  expect(await said(ask('/bench/run-1'))).toBe('second');
  await expect(ask('/bench/run-2')).rejects.toThrow();
});

test('a built file is asked for once', async () => {
  const network = jest.fn(answers('file'));
  const { ask, settle } = worker(network);
  expect(await said(ask('/assets/a-1.js'))).toBe('file');
  await settle();
  expect(await said(ask('/assets/a-1.js'))).toBe('file');
  expect(network).toHaveBeenCalledTimes(1);
});

test('a server that hangs is given three seconds, then the copy is shown; without a copy its late answer still counts', async () => {
  let answerLate: (answer: Response) => void = () => undefined;
  let network: Network = answers('before');
  const { ask, settle } = worker((asked) => network(asked));
  await said(ask('/bench/run-1'));
  await settle();
  network = () => new Promise((resolve) => (answerLate = resolve));
  const shown = said(ask('/bench/run-1'));
  expect(await shown).toBe('before');
  const unknown = said(ask('/bench/run-2'));
  await new Promise((resolve) => setTimeout(resolve, 3500));
  answerLate(new Response('late'));
  expect(await unknown).toBe('late');
});

test('a full disk costs the copy, not the page', async () => {
  const { ask, kept, settle } = worker(answers('network'), true);
  expect([await said(ask('/bench/run-1')), await said(ask('/assets/a-1.js'))]).toEqual(['network', 'network']);
  await settle();
  expect(kept()).toEqual([]);
});

test('an answer that is an error is shown and not kept', async () => {
  const { ask, kept } = worker(() => Promise.resolve(new Response('broken', { status: 500 })));
  expect(await said(ask('/bench/run-1'))).toBe('broken');
  expect(kept()).toEqual([]);
});

test('a screen that was taken off keeps no page, with or without the network afterwards', async () => {
  let network: Network = answers('a run');
  const { ask, settle, kept } = worker((asked) => network(asked));
  await said(ask('/bench/run-1'));
  await settle();
  network = () => Promise.resolve(new Response('Type the number', { status: 401 }));
  expect(await said(ask('/bench/run-2'))).toBe('Type the number');
  await settle();
  expect(kept()).toEqual([]);
  network = dead;
  await expect(ask('/bench/run-1')).rejects.toThrow();
});

test('the page that brought the worker is kept with every file it names, and with what it loads by and by', async () => {
  const page = `<link rel="modulepreload" href="/assets/a-1.js"/><link rel="stylesheet" href="/assets/b-2.css"/>`;
  const { wait, kept } = worker(answers(page));
  await wait('activate');
  await wait('message', [`${ORIGIN}/bench/run-1`, `${ORIGIN}/shelf`, 'http://other.example/']);
  await wait('message', [`${ORIGIN}/assets/timer-3.js`, `${ORIGIN}/logbook`, 'http://other.example/assets/x.js', 7]);
  await wait('message', 'not a list');
  expect(kept().sort()).toEqual(['/assets/a-1.js', '/assets/b-2.css', '/assets/timer-3.js', '/bench/run-1'].map((path) => ORIGIN + path));
});

test('a page is kept once its files are: without them it would open and answer to nothing', async () => {
  let arrives: (answer: Response) => void = () => undefined;
  const { ask, settle, kept } = worker(({ url }) =>
    url.includes('/assets/')
      ? new Promise((resolve) => (arrives = resolve))
      : Promise.resolve(new Response('<html><script src="/assets/late-1.js"></script></html>')),
  );
  await said(ask('/mixing/m-1'));
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect(kept()).toEqual([]);
  arrives(new Response('a file'));
  await settle();
  expect(kept().sort()).toEqual([`${ORIGIN}/assets/late-1.js`, `${ORIGIN}/mixing/m-1`]);
});

test('a file in use is looked up once while the worker is awake, however often its page is read; thrown away, it comes again', async () => {
  const { ask, settle, kept, lookedUp, throwAway } = worker(answers('<html><script src="/assets/a-1.js"></script></html>'));
  const read = async () => {
    await said(ask('/')).then(settle);
    return lookedUp().filter((url) => url.endsWith('a-1.js')).length;
  };
  const first = await read();
  for (let i = 0; i < 3; i++) expect(await read()).toBe(first);
  await throwAway('/assets/a-1.js');
  await read();
  expect(kept()).toContain(`${ORIGIN}/assets/a-1.js`);
});

test('a browser that can takes built files from their cache without waking the worker', async () => {
  const { wait, routes } = worker(dead);
  await wait('install');
  expect(routes).toEqual([{ condition: { urlPattern: { of: { pathname: '/assets/*' } } }, source: { cacheName: 'steady-reel-files' } }]);
});

test('opened by its icon without a network it leads to the run that was opened last', async () => {
  let network: Network = answers('a run');
  const { ask, settle } = worker((asked) => network(asked));
  for (const run of ['run-1', 'run-2', 'run-1']) await said(ask(`/bench/${run}`)).then(settle);
  network = dead;
  const led = await ask('/bench');
  expect([led?.status, led?.headers.get('location')]).toEqual([302, `${ORIGIN}/bench/run-1`]);
  expect(await said(worker(dead).ask('/bench'))).toContain('The laptop does not answer');
});

test('without the laptop what was open opens and says that it is a copy; what was not leads to what does', async () => {
  let network: Network = ({ url }) => Promise.resolve(new Response(`<html lang="en">${new URL(url).pathname}</html>`));
  const { ask, settle, kept } = worker((asked) => network(asked));
  const opened = ['/', '/dark', '/bench/run-1', '/practice/p-1', '/mixing/m-1'];
  for (const path of [...opened, '/?open=bath', '/shelf', '/practice/habits', '/practice/p-1/report', '/mixing/m-1/acts'])
    expect([path, await said(ask(path)).then((text) => text.includes('data-copy'))]).toEqual([path, false]);
  await settle();
  expect(kept()).toEqual(opened.map((path) => ORIGIN + path));
  network = dead;
  for (const path of opened) expect(await said(ask(path))).toBe(`<html data-copy="" lang="en">${path}</html>`);
  const back = await ask('/?open=bath');
  expect([back?.status, back?.headers.get('location')]).toEqual([302, `${ORIGIN}/`]);
  const other = await ask('/shelf');
  const words = (await other?.text()) ?? '';
  expect(other?.status).toBe(503);
  expect([...words.matchAll(/<li><a href="([^"]+)">([^<]+)</g)].map(([, path, name]) => `${path} ${name}`)).toEqual([
    '/ The evening in order',
    '/bench/run-1 The Bench',
    '/mixing/m-1 The mixing bench',
    '/practice/p-1 Practice',
  ]);
});

test('what leads elsewhere is no page: an evening that is the Bench’s alone is not kept as a way to nowhere', async () => {
  const { ask, settle, kept } = worker(() => Promise.resolve(new Response(null, { status: 303, headers: { Location: '/bench' } })));
  await said(ask('/'));
  await settle();
  expect(kept()).toEqual([]);
});
