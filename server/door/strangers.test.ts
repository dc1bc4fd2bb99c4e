import { readFileSync, statSync } from 'node:fs';
import { get, type IncomingMessage } from 'node:http';
import { connect } from 'node:net';
import { connect as connectSecurely } from 'node:tls';
import { join } from 'node:path';
import { AHouse, cookieOf, type Door } from './a-house.fixture.ts';
import { MOST_OF_A_STRANGER } from './requests-in-a-time.ts';
import { mayAsk } from './roles.ts';
import { PATHS } from './the-paths.fixture.ts';

const at = new AHouse();
beforeAll(() => at.open());
afterAll(() => at.close());
beforeEach(() => {
  at.reached.length = 0;
  at.house.withdrawNumber();
});

const FILES = [
  '/assets/entry.client-1.js',
  '/icon.svg',
  '/manifest.webmanifest',
  '/bench-worker.js',
  '/__manifest?paths=/shelf',
  '/favicon.ico',
];
const asData = (path: string) => (path === '/' ? '/_root.data' : `${path}.data`);
const PAGE = { Accept: 'text/html' };

test('the map of the site is read whole', () => {
  expect(PATHS.length).toBeGreaterThan(60);
  expect(PATHS).toEqual(expect.arrayContaining(['/', '/bench/one/events', '/logbook/book.json', '/kits/one/kit.json', '/phone']));
});

test('whoever is not known gets one page with nothing on it, at every address, page or data or file, read or write', async () => {
  for (const door of ['plain', 'secure'] as const)
    for (const path of [...PATHS, ...PATHS.map(asData), ...FILES]) {
      const read = await at.ask(door, path, { headers: PAGE });
      expect([path, read.status]).toEqual([path, 401]);
      expect(read.text.length).toBeLessThan(5000);
      const written = await at.post(door, path, { intent: 'start' });
      expect([path, written.status]).toEqual([path, 401]);
    }
  expect(at.reached).toEqual([]);
  const { text } = await at.ask('plain', '/logbook', { headers: PAGE });
  expect(text).toContain('This screen is new here');
  expect(text).not.toMatch(/<script|<img|<link/);
});

test('on the plain way the page leads to the safe one, on to what was asked for', async () => {
  const { text } = await at.ask('plain', '/b/B17?from="label"', { headers: PAGE });
  expect(text).toMatch(/<a href="https:\/\/[^"]+\/b\/B17\?from=%22label%22">safe way<\/a>/);
  expect((await at.ask('secure', '/b/B17', { headers: PAGE })).text).not.toContain('safe way');
});

test('every answer of every route, known or not, says what protects it', async () => {
  for (const door of ['own', 'plain', 'secure'] as const)
    for (const path of [...PATHS.filter((each) => !each.endsWith('/stream')), ...FILES, '/authority.crt', '/pair']) {
      const { headers } = await at.ask(door, path, { headers: PAGE });
      expect(headers).toMatchObject({
        'x-content-type-options': 'nosniff',
        'x-frame-options': 'DENY',
        'referrer-policy': 'same-origin',
        'cross-origin-resource-policy': 'same-origin',
        'content-security-policy': expect.stringMatching(/^default-src 'none'; script-src 'self' 'nonce-[\w+/=]{24}';/) as string,
        'permissions-policy': expect.stringContaining('camera=()') as string,
      });
      expect(headers).not.toHaveProperty('x-powered-by');
      expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/);
    }
});

test('no two answers have the same mark for their scripts', async () => {
  const marks = await Promise.all(Array.from({ length: 20 }, async () => (await at.ask('own', '/')).headers['content-security-policy']));
  expect(new Set(marks).size).toBe(20);
});

test.each<[string, Door, Record<string, string>]>([
  ['a form of another site', 'own', { Origin: 'http://somewhere.example', 'Sec-Fetch-Site': 'cross-site' }],
  ['JSON of another site', 'own', { Origin: 'http://somewhere.example', 'Content-Type': 'application/json' }],
  ['a form that hides its origin', 'own', { Origin: 'null', 'Sec-Fetch-Site': 'cross-site' }],
  ['another port of this machine', 'own', { Origin: 'http://127.0.0.1:1', 'Sec-Fetch-Site': 'same-site' }],
  ['the plain way, asking the safe one', 'secure', { Origin: 'http://127.0.0.1' }],
  ['a program that does not say where it is from', 'own', {}],
])('%s changes nothing, whatever it is sent to', async (_, door, sent) => {
  const cookie: Record<string, string> = door === 'own' ? {} : { Cookie: await at.letIn('secure', 'book') };
  for (const path of [...PATHS, ...PATHS.map(asData)]) {
    const answer = await at.ask(door, path, { method: 'POST', headers: { 'Content-Length': '0', ...cookie, ...sent } });
    expect([path, answer.status]).toEqual([path, 403]);
  }
  expect(at.reached).toEqual([]);
});

test.each([
  ['a picture', { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'no-cors', 'Sec-Fetch-Dest': 'image' }, 403],
  ['a stream', { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'cors', 'Sec-Fetch-Dest': 'empty', Accept: 'text/event-stream' }, 403],
  ['a frame', { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'navigate', 'Sec-Fetch-Dest': 'iframe' }, 403],
  ['another port of this machine', { 'Sec-Fetch-Site': 'same-site', 'Sec-Fetch-Mode': 'cors', 'Sec-Fetch-Dest': 'empty' }, 403],
  ['a link that somebody followed', { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'navigate', 'Sec-Fetch-Dest': 'document' }, 200],
  ['an address that was typed', { 'Sec-Fetch-Site': 'none', 'Sec-Fetch-Mode': 'navigate', 'Sec-Fetch-Dest': 'document' }, 200],
])('read from another site as %s', async (_, headers, status) => {
  expect((await at.ask('own', '/logbook/book.json', { headers })).status).toBe(status);
});

test.each<[string, number]>([
  ['somewhere.example', 421],
  ['127.0.0.1.somewhere.example:3000', 421],
  ['192.168.77.1', 421],
  ['169.254.169.254', 421],
  ['0.0.0.0', 421],
  ['localhost:3000', 200],
  ['LOCALHOST', 200],
  ['[::1]:3000', 200],
  ['127.0.0.1@somewhere.example', 400],
  ['127.0.0.1, somewhere.example', 400],
  ['', 400],
  ['%00', 400],
  ['localhost:3000:4000', 400],
])('asked for by the name %s this machine’s own door answers %i', async (name, status) => {
  expect((await at.ask('own', '/logbook', { headers: { Host: name } })).status).toBe(status);
  expect(at.reached).toEqual(status === 200 ? ['GET /logbook'] : []);
});

test.each(['/bench/%2e%2e/logbook', '/bench/../logbook', '/bench/./x', '//logbook', '/bench/a%2f..%2f..%2flogbook', '/b%00', '/%zz'])(
  'the path %s is nobody’s',
  async (path) => {
    const cookie = await at.letIn('plain', 'bench');
    const answer = await at.ask('plain', path, { headers: { Cookie: cookie } });
    expect([400, 403]).toContain(answer.status);
    expect(at.reached).toEqual([]);
  },
);

test('sixty megabytes to every action: judged before a byte is read', async () => {
  const forScans = /scans$|\/book$/;
  for (const path of PATHS.filter((each) => !forScans.test(each))) {
    const answer = await at.ask('own', path, { method: 'POST', headers: { 'Content-Length': '60000000', Origin: at.originOf('own') } }, 1);
    expect([path, answer.status]).toEqual([path, 413]);
  }
  expect(at.reached).toEqual([]);
});

test('a number typed once makes a screen known by a key that scripts cannot read; its copy elsewhere is its hash', async () => {
  await at.house.letIn('book');
  const number = at.house.look().number?.digits ?? '';
  const answer = await at.post('secure', '/pair', { number: `${number.slice(0, 2)} ${number.slice(2)}`, name: ' Tablet <b>' });
  expect([answer.status, answer.headers.location]).toEqual([303, '/screen']);
  const [set = ''] = answer.headers['set-cookie'] ?? [];
  expect(set).toMatch(/^__Host-steady-reel=[\w-]{43}; .*HttpOnly; Secure; SameSite=Strict$/);
  const cookie = cookieOf(answer);
  expect(at.house.look().screens).toContainEqual(expect.objectContaining({ name: 'Tablet <b>', role: 'book', secure: true }));
  for (const file of ['screens.db', 'screens.db-wal'])
    expect(readFileSync(join(at.folder, 'book.house', file)).includes(cookie.split('=')[1] ?? '')).toBe(false);
  expect((await at.ask('secure', '/logbook', { headers: { Cookie: cookie } })).text).toBe('the book');
  // The number was for one.
  expect((await at.post('secure', '/pair', { number, name: 'another' })).status).toBe(403);
});

test.each<[string, Record<string, string>, number, RegExp]>([
  ['no number', { name: 'phone' }, 422, /Four digits, as the laptop shows them/],
  ['a word', { number: 'twelve', name: 'phone' }, 422, /Four digits/],
  ['no name', { number: '1234', name: ' ' }, 422, /A name by which you know this screen/],
  ['a name too long', { number: '1234', name: 'x'.repeat(41) }, 422, /At most 40 characters/],
  ['markup for a name', { number: '', name: '"><script>alert(1)</script>' }, 422, /value="&quot;&gt;&lt;script&gt;/],
  ['a number when none waits', { number: '1234', name: 'phone' }, 403, /No number is waiting/],
])('%s is refused in words, and what was typed stays', async (_, form, status, words) => {
  const answer = await at.post('plain', '/pair', form);
  expect(answer.status).toBe(status);
  expect(answer.text).toMatch(words);
  expect(answer.text).not.toContain('<script>');
});

test('ten thousand guesses at once are five numbers looked at, and the owner is told', async () => {
  await at.house.letIn('bench');
  const digits = at.house.look().number?.digits ?? '';
  const before = at.house.look().screens.length;
  const statuses = new Map<number, number>();
  // The door counts requests by address too; what it lets through, the number's own rules meet.
  for (let guess = 0; guess < 10_000; guess++) {
    const number = String(guess).padStart(4, '0');
    at.nowMs += 7;
    const { key } = at.house.tryNumber(number === digits ? '0000x' : number, 'guess', 'plain');
    statuses.set(key === null ? 403 : 303, (statuses.get(key === null ? 403 : 303) ?? 0) + 1);
  }
  expect([...statuses]).toEqual([[403, 10_000]]);
  expect(at.house.look()).toMatchObject({ number: null, stopped: true });
  expect(at.house.look().screens).toHaveLength(before);
  expect(at.house.tryNumber(digits, 'late', 'plain').key).toBeNull();
});

test('a screen that was taken off gets nothing, its stream ends, and its key is worth nothing anywhere', async () => {
  const cookie = await at.letIn('plain', 'bench', 'stolen');
  const headers = { Cookie: cookie };
  const ended = at.ask('plain', '/bench/one/stream', { headers });
  while (at.streams.count() === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  at.house.takeOff(at.house.look().screens.find(({ name }) => name === 'stolen')?.id ?? '');
  await ended.catch(() => undefined);
  while (at.streams.count() > 0) await new Promise((resolve) => setTimeout(resolve, 5));
  for (const door of ['plain', 'secure'] as const) expect((await at.ask(door, '/bench', { headers })).status).toBe(401);
  expect(at.house.look().screens.some(({ name }) => name === 'stolen')).toBe(false);
});

test('on the safe way the plain key is nobody’s, whoever brings it first; a number moves its screen, and that key ends', async () => {
  const plain = await at.letIn('plain', 'bench', 'moves');
  const asked = await at.ask('secure', '/bench', { headers: { Cookie: plain, 'Sec-Fetch-Dest': 'document' } });
  expect([asked.status, asked.headers['set-cookie']]).toEqual([401, undefined]);
  expect(asked.text).toMatch(/Once more, by the safe way[^]*could be overheard[^]*value="moves"/);
  // Overheard and brought there it has cost nobody anything.
  expect((await at.ask('plain', '/bench', { headers: { Cookie: plain } })).status).toBe(200);
  await at.house.letIn('bench');
  const number = at.house.look().number?.digits ?? '';
  const secure = cookieOf(await at.post('secure', '/pair', { number, name: 'moved' }, { Cookie: plain }));
  expect(secure).toMatch(/^__Host-steady-reel=/);
  expect((await at.ask('secure', '/bench', { headers: { Cookie: `${plain}; ${secure}` } })).status).toBe(200);
  expect((await at.ask('plain', '/bench', { headers: { Cookie: plain } })).status).toBe(401);
  // A key of the safe way, sent over the plain one, is no key.
  expect((await at.ask('plain', '/bench', { headers: { Cookie: secure.replace('__Host-', '') } })).status).toBe(401);
  expect(at.house.look().screens.filter(({ name }) => /^move/.test(name))).toEqual([
    expect.objectContaining({ name: 'moved', secure: true }),
  ]);
});

test.each([
  '',
  'steady-reel',
  'steady-reel=',
  'steady-reel=%%%',
  '__Host-steady-reel=x; steady-reel=y',
  `steady-reel=${'a'.repeat(6000)}`,
  '=;=;=',
  'é=ü',
])('the cookie %j is nobody’s', async (cookie) => {
  for (const door of ['plain', 'secure'] as const) expect((await at.ask(door, '/bench', { headers: { Cookie: cookie } })).status).toBe(401);
});

test('the Bench’s screen has the Bench and no more; the book’s screen has all but who may come in', async () => {
  const bench = { Cookie: await at.letIn('plain', 'bench') };
  const book = { Cookie: await at.letIn('secure', 'book') };
  const allowed = (path: string) =>
    /^\/(bench|practice|clock$|evening\/stream$|runs\/one\/(begin|replan)$|sessions\/|tips$|zone$|screen$|safety$|method$)/.test(path);
  for (const path of PATHS.filter((each) => !each.endsWith('/stream')))
    for (const asked of [path, asData(path), path.toUpperCase(), `${path}/`.replace('//', '/')]) {
      const [atBench, inBook] = [await at.ask('plain', asked, { headers: bench }), await at.ask('secure', asked, { headers: book })];
      const led = asked === '/' ? 303 : 403;
      expect([asked, atBench.status]).toEqual([asked, allowed(path) ? 200 : led]);
      expect([asked, inBook.status]).toEqual([asked, path === '/phone' ? 403 : 200]);
    }
  expect((await at.ask('plain', '/', { headers: bench })).headers.location).toBe('/bench');
  expect(mayAsk('owner', '/phone')).toBe(true);
  expect((await at.post('plain', '/safety', { kit: 'x' }, bench)).status).toBe(403);
});

test('forgotten on the screen itself, it is taken off here, and its browser is told to delete what it kept', async () => {
  const cookie = await at.letIn('plain', 'bench', 'forgets');
  const answer = await at.post('plain', '/forget', {}, { Cookie: cookie });
  expect([answer.status, answer.headers['clear-site-data']]).toEqual([303, '"cache", "storage"']);
  expect(answer.headers['set-cookie']?.every((each) => /Expires=Thu, 01 Jan 1970/.test(each))).toBe(true);
  expect(at.house.look().screens.some(({ name }) => name === 'forgets')).toBe(false);
});

/** What a server says to bytes that no client of ours would send; it hangs up after them. */
function saidTo(door: Door, bytes: string): Promise<string> {
  return new Promise((resolve) => {
    const socket = connect(at.ports[door], '127.0.0.1', () => socket.write(bytes));
    let said = '';
    socket.on('data', (part) => (said += part.toString()));
    socket.on('close', () => resolve(said));
    socket.on('error', () => resolve(said));
  });
}

test.each<[string, string, RegExp]>([
  ['no HTTP at all', 'hello\r\n\r\n', /^HTTP\/1\.1 400 /],
  ['a request without a name', 'GET / HTTP/1.1\r\nConnection: close\r\n\r\n', /^HTTP\/1\.1 400 /],
  ['two names', 'GET / HTTP/1.1\r\nHost: localhost\r\nHost: somewhere.example\r\nConnection: close\r\n\r\n', /^HTTP\/1\.1 400 /],
  ['five thousand headers', `GET / HTTP/1.1\r\nHost: localhost\r\n${'X-A: b\r\n'.repeat(5000)}\r\n`, /^HTTP\/1\.1 431 /],
  ['a header without end', `GET / HTTP/1.1\r\nHost: localhost\r\nX: ${'a'.repeat(100_000)}`, /^HTTP\/1\.1 431 /],
  [
    'a whole address for a path',
    'GET http://somewhere.example/ HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    /^HTTP\/1\.1 400 /,
  ],
  ['another method', 'CONNECT localhost:1 HTTP/1.1\r\nHost: localhost\r\n\r\n', /^(HTTP\/1\.1 4\d\d |$)/],
  ['a length that is none', 'POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: many\r\n\r\n', /^HTTP\/1\.1 400 /],
  ['a length twice', 'POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 1\r\nContent-Length: 2\r\n\r\nab', /^HTTP\/1\.1 400 /],
])('%s is answered 4xx or not at all, without a word on what is inside', async (_, bytes, words) => {
  for (const door of ['own', 'plain'] as const) {
    const said = await saidTo(door, bytes);
    expect(said).toMatch(words);
    expect(said).not.toMatch(/node_modules|\bat \w+ \(|Error:/);
  }
  expect(at.reached).toEqual([]);
});

test('streams are counted: a household’s many are open, further ones are told to wait, and none is left behind', async () => {
  const cookie = await at.letIn('plain', 'book');
  // Asked plainly: what `fetch` opened ends when its answer is tidied out of memory, and then there are fewer.
  const answers: IncomingMessage[] = [];
  for (let i = 0; i < 30; i++)
    answers.push(
      await new Promise<IncomingMessage>((resolve, reject) =>
        get(`${at.originOf('plain')}/evening/stream`, { headers: { Cookie: cookie }, agent: false }, resolve).on('error', reject),
      ),
    );
  expect(answers.map(({ statusCode }) => statusCode)).toEqual([...Array<number>(24).fill(200), ...Array<number>(6).fill(503)]);
  for (const answer of answers) answer.destroy();
  while (at.streams.count() > 0) await new Promise((resolve) => setTimeout(resolve, 5));
});

test('a stranger’s requests are counted; whoever is inside does not notice', async () => {
  const counting = new AHouse();
  await counting.open(MOST_OF_A_STRANGER);
  const cookie = await counting.letIn('plain', 'book');
  const statuses: number[] = [];
  for (let i = 0; i < 200; i++) statuses.push((await counting.ask('plain', '/', { headers: PAGE })).status);
  expect(statuses.filter((status) => status === 401)).toHaveLength(MOST_OF_A_STRANGER - 1);
  expect(statuses.filter((status) => status === 429)).toHaveLength(200 - MOST_OF_A_STRANGER + 1);
  expect((await counting.ask('plain', '/bench', { headers: { Cookie: cookie } })).status).toBe(200);
  await counting.close();
});

test('keys and certificates lie where their owner alone reads them', () => {
  const folder = join(at.folder, 'book.house');
  expect(statSync(folder).mode & 0o777).toBe(0o700);
  for (const file of ['authority.key', 'server.key']) expect(statSync(join(folder, file)).mode & 0o777).toBe(0o600);
});

test('six hundred half-open connections from a hundred addresses: the phone comes in, and one that is inside stays', async () => {
  const cookie = await at.letIn('plain', 'bench', 'inside');
  const stream = connect({ port: at.ports.plain, host: '127.0.0.1', localAddress: '127.0.1.1' });
  stream.write(`GET /evening/stream HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: ${cookie}\r\n\r\n`);
  await new Promise((resolve) => stream.once('data', resolve));
  let ended = false;
  stream.once('close', () => (ended = true));
  const sockets = Array.from({ length: 600 }, (_, i) => {
    const socket = connect({ port: at.ports[i % 2 ? 'plain' : 'secure'], host: '127.0.0.1', localAddress: `127.0.2.${1 + (i % 104)}` });
    socket.on('error', () => undefined);
    return socket;
  });
  await Promise.all(sockets.map((socket) => new Promise((resolve) => socket.once('connect', resolve).once('close', resolve))));
  const phone = (door: Door, key = '') => {
    const to = { port: at.ports[door], host: '127.0.0.1', localAddress: '127.0.0.9', rejectUnauthorized: false };
    const socket = door === 'secure' ? connectSecurely(to) : connect(to);
    socket.write(`GET /bench HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: ${key}\r\nConnection: close\r\n\r\n`);
    return new Promise<string>((resolve) => socket.once('data', (part: Buffer) => resolve(part.toString().slice(9, 12))));
  };
  expect([await phone('plain'), await phone('secure'), await phone('plain', cookie), ended]).toEqual(['401', '401', '200', false]);
  for (const socket of [...sockets, stream]) socket.destroy();
});

test('one machine of the house cannot take the place of another: of its connections further ones are closed', async () => {
  const sockets = Array.from({ length: 200 }, () => connect(at.ports.plain, '127.0.0.1'));
  const closed = new Set<number>();
  sockets.forEach((socket, i) => {
    socket.on('error', () => undefined);
    socket.on('close', () => closed.add(i));
    socket.write('GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Half: ');
  });
  while (closed.size < 136) await new Promise((resolve) => setTimeout(resolve, 5));
  const answered = await new Promise<string>((resolve) => {
    const phone = connect({ port: at.ports.plain, host: '127.0.0.1', localAddress: '127.0.0.2' });
    phone.write('GET /bench HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n');
    phone.once('data', (part) => resolve(part.toString().slice(0, 12)));
  });
  expect(answered).toBe('HTTP/1.1 401');
  for (const socket of sockets) socket.destroy();
});
