import express from 'express';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { compressed } from './compressed.ts';
import { limits } from './limits.ts';

let server: Server;
let port = 0;
const reached: string[] = [];

beforeAll(async () => {
  const app = express();
  app.disable('x-powered-by');
  app.use(limits, compressed);
  app.get('/page', (_asked, response) => void response.type('html').send('<p>Pour at 38.0 °C.</p>'.repeat(2000)));
  app.get('/stream', (_asked, response) => {
    response.type('text/event-stream');
    response.write('data: poured\n\n');
  });
  app.use((asked, response) => {
    reached.push(`${asked.method} ${asked.path}`);
    response.send('reached');
  });
  server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => void server.close());

interface Answered {
  readonly status: number;
  readonly text: string;
  readonly headers: Readonly<Record<string, unknown>>;
}

/** Raw, so that headers can be sent that a well-behaved client would not send. */
function ask(method: string, path: string, sent: Record<string, string>, body = ''): Promise<Answered> {
  return new Promise((resolve, reject) => {
    const asked = request({ port, host: '127.0.0.1', method, path, headers: sent }, (answer) => {
      let text = '';
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => (text += part));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text, headers: answer.headers }));
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

test.each([
  ['GET', { 'Content-Length': '359000000' }],
  ['GET', { 'Content-Length': '1' }],
  ['HEAD', { 'Content-Length': '5' }],
  ['GET', { 'Transfer-Encoding': 'chunked' }],
  ['GET', { 'Content-Length': 'none' }],
])('what a %s brings along (%j) is not read', async (method, sent) => {
  reached.length = 0;
  const answer = await ask(method, '/rolls', sent, '');
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect(reached).toEqual([]);
});

test.each([
  ['/rolls', 1_000_000, 200],
  ['/rolls', 1_000_001, 413],
  ['/rolls/import', 30_000_000, 200],
  ['/rolls/import', 30_000_001, 413],
  ['/rolls/import.data', 2_000_000, 200],
  ['/rolls/importer', 2_000_000, 413],
  ['/logbook/run-1/scans', 201_000_000, 200],
  ['/logbook/run-1/scans', 201_000_001, 413],
  ['/logbook/run-1/measure', 2_000_000, 413],
  ['/logbook/book', 53_000_000, 200],
  ['/logbook/book', 53_000_001, 413],
  ['/shelf/kits/mine/document', 3_000_000, 200],
  ['/shelf/kits/mine/document', 3_000_001, 413],
])('%s with %i bytes is judged before a byte is read: %i', async (path, bytes, status) => {
  reached.length = 0;
  const answer = await new Promise<number>((resolve, reject) => {
    const asked = request({ port, host: '127.0.0.1', method: 'POST', path, headers: { 'Content-Length': String(bytes) } }, (got) => {
      resolve(got.statusCode ?? 0);
      asked.destroy();
    });
    asked.on('error', (error: NodeJS.ErrnoException) => (error.code === 'ECONNRESET' ? undefined : reject(error)));
    // The length is stated and nothing of it sent: the answer comes all the same.
    asked.flushHeaders();
  });
  expect(answer).toBe(status);
  expect(reached).toEqual(status === 200 ? [`POST ${path}`] : []);
});

test('a length that is not said, or is no length, is refused in the words of what was sent', async () => {
  const chunked = await ask('POST', '/bench/run/events', { 'Transfer-Encoding': 'chunked', 'Content-Type': 'application/json' }, '{}');
  expect([chunked.status, JSON.parse(chunked.text)]).toEqual([411, { message: expect.stringContaining('Content-Length') as string }]);
  const long = await ask('POST', '/bench/run/events', { 'Content-Length': '2000000', 'Content-Type': 'application/json' });
  expect([long.status, JSON.parse(long.text)]).toEqual([413, { message: expect.stringContaining('larger than 1 MB') as string }]);
});

test('a page goes out compressed to whoever takes it, and plain to whoever does not', async () => {
  const packed = await ask('GET', '/page', { 'Accept-Encoding': 'gzip, br' });
  expect(packed.headers['content-encoding']).toMatch(/^(br|gzip)$/);
  expect(packed.text.length).toBeLessThan(2000);
  const plain = await ask('GET', '/page', {});
  expect([plain.headers['content-encoding'], plain.text.length]).toEqual([undefined, 23 * 2000]);
});

test('an event is on its way at once: a stream is not held back to be compressed', async () => {
  const first = await new Promise<string>((resolve, reject) => {
    const asked = request({ port, host: '127.0.0.1', path: '/stream', headers: { 'Accept-Encoding': 'gzip, br' } }, (answer) => {
      answer.setEncoding('utf8');
      answer.once('data', (part: string) => {
        resolve(`${answer.headers['content-encoding'] ?? 'plain'} ${part}`);
        asked.destroy();
      });
    });
    asked.on('error', (error) => (asked.destroyed ? undefined : reject(error)));
    asked.end();
  });
  expect(first).toBe('plain data: poured\n\n');
});
