import { readFileSync } from 'node:fs';
import { runInNewContext } from 'node:vm';

/** The service worker as the browser runs it, with a cache and a network that the test holds in its hands. */
const SOURCE = readFileSync('public/bench-worker.js', 'utf8');
const ORIGIN = 'http://house.example';
interface Asked {
  readonly url: string;
  readonly method: string;
  readonly mode: string;
}
type Network = (asked: Asked) => Promise<Response>;

function worker(network: Network, full = false) {
  const listeners: Record<string, (event: object) => void> = {};
  const kept = new Map<string, string>();
  const cache = {
    match: (asked: Asked) => Promise.resolve(kept.has(asked.url) ? new Response(kept.get(asked.url)) : undefined),
    put: async (asked: Asked, answer: Response) => {
      if (full) throw new DOMException('The disk is full.', 'QuotaExceededError');
      kept.set(asked.url, await answer.text());
    },
    add: (url: string) => network({ url, method: 'GET', mode: 'cors' }).then(async (answer) => void kept.set(url, await answer.text())),
  };
  const self = {
    location: { origin: ORIGIN },
    clients: {
      claim: () => Promise.resolve(),
      matchAll: () => Promise.resolve([{ url: `${ORIGIN}/bench/run-1` }, { url: `${ORIGIN}/shelf` }]),
    },
    skipWaiting: () => undefined,
    addEventListener: (name: string, listen: (event: object) => void) => (listeners[name] = listen),
  };
  runInNewContext(SOURCE, { self, caches: { open: () => Promise.resolve(cache) }, fetch: network, Response, URL, Promise, setTimeout });
  const ask = (path: string, part: Partial<Asked> = {}): Promise<Response> | null => {
    let answer: Promise<Response> | null = null;
    const request: Asked = { url: ORIGIN + path, method: 'GET', mode: path.startsWith('/assets') ? 'no-cors' : 'navigate', ...part };
    listeners['fetch']?.({ request, respondWith: (given: Promise<Response>) => (answer = given) });
    return answer;
  };
  const wait = async (name: string, data?: unknown) => {
    let until: Promise<unknown> = Promise.resolve();
    listeners[name]?.({ data, waitUntil: (given: Promise<unknown>) => (until = given) });
    await until;
  };
  return { ask, kept, wait };
}
const said = async (answer: Promise<Response> | null) => (answer === null ? 'not mine' : (await answer).text());
const answers =
  (text: string): Network =>
  () =>
    Promise.resolve(new Response(text));
const dead: Network = () => Promise.reject(new TypeError('no network'));

test('only pages of runs and built files are answered from here: never an act, the clock or another site', async () => {
  const { ask } = worker(answers('network'));
  expect(await said(ask('/bench/run-1'))).toBe('network');
  expect(await said(ask('/assets/a-1.js'))).toBe('network');
  for (const path of ['/bench/run-1/events', '/bench/run-1/stream', '/clock', '/', '/shelf'])
    expect([path, await said(ask(path))]).toEqual([path, 'not mine']);
  expect(await said(ask('/bench/run-1', { method: 'POST' }))).toBe('not mine');
  expect(await said(ask('/bench/run-1', { url: 'http://other.example/bench/run-1' }))).toBe('not mine');
});

test('a page is the network’s while it answers, and the last copy when it does not', async () => {
  let network: Network = answers('first');
  const { ask } = worker((asked) => network(asked));
  expect(await said(ask('/bench/run-1'))).toBe('first');
  network = answers('second');
  expect(await said(ask('/bench/run-1'))).toBe('second');
  network = dead;
  expect(await said(ask('/bench/run-1'))).toBe('second');
  expect((await ask('/bench/run-2'))?.type).toBe('error');
});

test('a built file is asked for once', async () => {
  const network = jest.fn(answers('file'));
  const { ask } = worker(network);
  expect([await said(ask('/assets/a-1.js')), await said(ask('/assets/a-1.js'))]).toEqual(['file', 'file']);
  expect(network).toHaveBeenCalledTimes(1);
});

test('a server that hangs is given three seconds, then the copy is shown; without a copy its late answer still counts', async () => {
  jest.useFakeTimers();
  let answerLate: (answer: Response) => void = () => undefined;
  let network: Network = answers('before');
  const { ask } = worker((asked) => network(asked));
  await said(ask('/bench/run-1'));
  network = () => new Promise((resolve) => (answerLate = resolve));
  const shown = said(ask('/bench/run-1'));
  await jest.advanceTimersByTimeAsync(3100);
  expect(await shown).toBe('before');
  const unknown = said(ask('/bench/run-2'));
  await jest.advanceTimersByTimeAsync(5000);
  answerLate(new Response('late'));
  expect(await unknown).toBe('late');
  jest.useRealTimers();
});

test('a full disk costs the copy, not the page', async () => {
  const { ask, kept } = worker(answers('network'), true);
  expect([await said(ask('/bench/run-1')), await said(ask('/assets/a-1.js'))]).toEqual(['network', 'network']);
  expect(kept.size).toBe(0);
});

test('an answer that is an error is shown and not kept', async () => {
  const { ask, kept } = worker(() => Promise.resolve(new Response('broken', { status: 500 })));
  expect(await said(ask('/bench/run-1'))).toBe('broken');
  expect(kept.size).toBe(0);
});

test('the page that brought the worker is fetched once more, and what it names is kept with it', async () => {
  const { wait, kept } = worker(answers('kept'));
  await wait('activate');
  await wait('message', [`${ORIGIN}/assets/b-2.js`]);
  await wait('message', 'not a list');
  expect([...kept.keys()]).toEqual([`${ORIGIN}/bench/run-1`, `${ORIGIN}/assets/b-2.js`]);
});
