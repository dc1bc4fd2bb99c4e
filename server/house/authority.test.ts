import fc from 'fast-check';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Authority, mayVouchFor } from './authority.ts';

const DAY_MS = 86_400_000;
let folder: string;
let nowMs = Date.now();
let authority: Authority;
beforeEach(() => {
  folder = join(mkdtempSync(join(tmpdir(), 'steady-reel-tls-')), 'house');
  nowMs = Date.now();
  authority = new Authority(folder, () => nowMs);
});

/** What a client that trusts this authority alone makes of a server with this certificate. */
async function asksOver(certified: { cert: string; key: string }, name: string): Promise<string> {
  const server = createServer({ cert: certified.cert, key: certified.key }, (_asked, answer) => answer.end('the book'));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const said = await new Promise<string>((resolve) => {
    const asked = request({ host: '127.0.0.1', port, servername: name, ca: authority.certificate() ?? '', agent: false }, (answer) => {
      answer.on('data', (part: Buffer) => resolve(part.toString()));
    });
    asked.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message));
    asked.end();
  });
  server.closeAllConnections();
  server.close();
  return said;
}

test('a client that trusts the authority believes the server by its name and address, and by no other', async () => {
  const certified = await authority.certificateFor(['127.0.0.1', 'localhost', 'laptop.local']);
  expect(await asksOver(certified, 'laptop.local')).toBe('the book');
  expect(await asksOver(certified, 'other.local')).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  const stranger = await new Authority(`${folder}-2`, () => nowMs).certificateFor(['127.0.0.1', 'laptop.local']);
  expect(await asksOver(stranger, 'laptop.local')).toMatch(/UNABLE_TO_VERIFY|SELF_SIGNED/);
});

test('it lasts a year, is kept over restarts, renewed in its last month, and made anew for a new address', async () => {
  const first = await authority.certificateFor(['127.0.0.1', '192.168.1.20']);
  expect(Math.round((first.untilMs - nowMs) / DAY_MS)).toBe(365);
  const again = () => new Authority(folder, () => nowMs).certificateFor(['192.168.1.20', '127.0.0.1']);
  expect((await again()).cert).toBe(first.cert);
  nowMs += 330 * DAY_MS;
  expect((await again()).cert).toBe(first.cert);
  nowMs += 6 * DAY_MS;
  const renewed = await again();
  expect(renewed.cert).not.toBe(first.cert);
  const moved = await authority.certificateFor(['127.0.0.1', '192.168.1.77']);
  expect(new X509Certificate(moved.cert).checkIP('192.168.1.77')).toBe('192.168.1.77');
  // What the phone trusts stayed the same all the while.
  const trusted = new X509Certificate(authority.certificate() ?? '');
  expect([first, renewed, moved].every(({ cert }) => new X509Certificate(cert).verify(trusted.publicKey))).toBe(true);
});

test('the authority ends in ten years and is made anew before its last year', async () => {
  await authority.certificateFor(['localhost']);
  const before = authority.look();
  expect(Math.round(((before?.untilMs ?? 0) - nowMs) / DAY_MS)).toBe(3650);
  nowMs += 3300 * DAY_MS;
  await authority.certificateFor(['localhost']);
  expect(authority.look()?.fingerprint).not.toBe(before?.fingerprint);
});

test('it says itself that it vouches for addresses of a home alone', async () => {
  await authority.certificateFor(['localhost', 'somewhere.example', '8.8.8.8', 'laptop.local']);
  const certificate = readFileSync(join(folder, 'server.crt'), 'utf8');
  expect(new X509Certificate(certificate).subjectAltName).toBe('DNS:localhost, DNS:laptop.local');
  const authorities = Buffer.from(new X509Certificate(authority.certificate() ?? '').raw).toString('hex');
  // The extension of permitted names (2.5.29.30), critical, with 192.168.0.0/16 within it.
  expect(authorities).toContain('0603551d1e0101ff');
  expect(authorities).toContain('c0a80000ffff0000');
});

test.each([
  '10.0.0.1',
  '172.16.0.1',
  '172.31.255.255',
  '192.168.255.255',
  '127.0.0.1',
  'laptop.local',
  'LOCALHOST'.toLowerCase(),
  'box.lan',
])('%s is of a home', (name) => expect(mayVouchFor(name)).toBe(true));
test.each(['172.32.0.1', '172.15.255.255', '192.169.0.1', '11.0.0.1', '8.8.8.8', '::1', 'example', 'local.example', 'xlocal', ''])(
  '%s is not',
  (name) => expect(mayVouchFor(name)).toBe(false),
);

test('no address outside of a home is ever vouched for', () => {
  fc.assert(
    fc.property(fc.ipV4(), (address) => {
      const [a = 0, b = 0] = address.split('.').map(Number);
      const home =
        a === 10 ||
        a === 127 ||
        (a === 172 && b >= 16 && b < 32) ||
        (a === 192 && b === 168) ||
        (a === 169 && b === 254) ||
        (a === 100 && b >= 64 && b < 128);
      expect(mayVouchFor(address)).toBe(home);
    }),
  );
});

test('a kept certificate that is cut off, or whose key is lost, is made anew; keys are for their owner alone', async () => {
  const first = await authority.certificateFor(['localhost']);
  writeFileSync(join(folder, 'server.crt'), first.cert.slice(0, 200));
  const second = await authority.certificateFor(['localhost']);
  expect(await asksOver(second, 'localhost')).toBe('the book');
  rmSync(join(folder, 'authority.key'));
  writeFileSync(join(folder, 'server.crt'), '');
  expect(await asksOver(await authority.certificateFor(['localhost']), 'localhost')).toBe('the book');
  for (const name of ['authority.key', 'server.key']) expect(statSync(join(folder, name)).mode & 0o777).toBe(0o600);
});
