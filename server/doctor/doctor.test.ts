import Database from 'better-sqlite3';
import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, truncateSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { makeBackup } from '../../app/server/database/backups.server.ts';
import { closeDatabase, openDatabase } from '../../app/server/database/database.server.ts';
import { houseFolder } from '../../app/server/house.ts';
import { holdAlone, isHeld } from '../hold-alone.ts';
import { Authority } from '../house/authority.ts';
import { examine } from './examine.ts';
import { shown } from './findings.ts';

const DAY_MS = 86_400_000;
const NOW = Date.now();
let file: string;
beforeEach(() => {
  file = join(mkdtempSync(join(tmpdir(), 'steady-reel-doctor-')), 'book.db');
  openDatabase(file).close();
});
afterAll(closeDatabase);

const look = async (more: { port?: number; nowMs?: number } = {}) => examine({ root: process.cwd(), file, port: 0, nowMs: NOW, ...more });
const found = async (what: string, more: { port?: number; nowMs?: number } = {}) => (await look(more)).find((each) => each.what === what);

test('a book that is well is said to be, and nothing of it is changed by looking', async () => {
  const findings = await look();
  expect(findings.filter(({ is, what }) => is === 'bad' && what !== 'The program')).toEqual([]);
  expect(await found('The book')).toMatchObject({ is: 'good', says: expect.stringMatching(/every page whole/) as string });
  expect(await found('Copies')).toMatchObject({ is: 'note', todo: expect.stringMatching(/npm run backup/) as string });
});

test.each<[string, string, () => void | Promise<void>, RegExp]>([
  ['damaged', 'The book', () => writeFileSync(file, 'no database '.repeat(400)), /damaged or no database/],
  ['cut off', 'The book', () => truncateSync(file, 9000), /damaged/],
  ['of a newer version', 'The book', () => void new Database(file).exec('PRAGMA user_version = 90').close(), /newer Steady Reel \(90/],
  [
    'ahead of the clock',
    'The clock',
    () => {
      const database = new Database(file);
      database.pragma('foreign_keys = OFF');
      database
        .prepare("INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES ('r', 'e', ?, 'note', '{}')")
        .run(NOW + 40 * DAY_MS);
      database.close();
    },
    /40 days before the last entry/,
  ],
  [
    'with a copy that is no use',
    'Copies',
    () => {
      mkdirSync(join(dirname(file), 'backups'));
      writeFileSync(join(dirname(file), 'backups', 'daily-2026-11-25.db'), 'half a copy');
    },
    /no use: it cannot be read/,
  ],
])('a book that is %s: what it is and what to do', async (_, what, spoil, words) => {
  await spoil();
  const finding = await found(what);
  expect(finding).toMatchObject({ is: 'bad', says: expect.stringMatching(words) as string });
  expect(finding?.todo).toBeTruthy();
});

test('a key that others may read, a port that is taken, and a book that is not there are said', async () => {
  await new Authority(houseFolder(file), () => NOW).certificateFor(['localhost']);
  expect(await found('The certificate')).toMatchObject({ is: 'good' });
  expect(await found('The certificate', { nowMs: NOW + 400 * DAY_MS })).toMatchObject({ is: 'note', says: 'has ended' });
  chmodSync(join(houseFolder(file), 'server.key'), 0o644);
  expect(await found('The certificate')).toMatchObject({ is: 'bad', todo: expect.stringMatching(/^chmod 600 .*server\.key$/) as string });
  const taken = createServer().listen(0, '127.0.0.1');
  await new Promise((resolve) => taken.once('listening', resolve));
  expect(await found('The door', { port: (taken.address() as AddressInfo).port })).toMatchObject({
    is: 'bad',
    todo: expect.stringMatching(/PORT=/) as string,
  });
  taken.close();
  file = join(dirname(file), 'elsewhere.db');
  expect(await found('The book')).toMatchObject({ is: 'note', says: expect.stringMatching(/not there yet/) as string });
});

test('a copy that is whole counts, and an old one is told', async () => {
  await makeBackup('by-hand', '2026-11-25-120000', file);
  expect(await found('Copies')).toMatchObject({ is: 'good', says: expect.stringMatching(/whole/) as string });
  expect(await found('Copies', { nowMs: NOW + 9.5 * DAY_MS })).toMatchObject({
    is: 'note',
    says: expect.stringMatching(/9 days old/) as string,
  });
});

test('the terminal shows each finding in a line, what to do under it, and the sum', () => {
  expect(
    shown([
      { what: 'Node', is: 'good', says: 'v20', todo: null },
      { what: 'The disk', is: 'bad', says: '0.0 GB free', todo: 'Make room.' },
    ]),
  ).toBe('\n  ✓ Node      v20\n  ✗ The disk  0.0 GB free\n              → Make room.\n\n  One thing is to be put right.\n');
});

test('a second server on one file is refused in words, whatever became of the first: ended, it lets go; killed, it holds nothing', async () => {
  const first = holdAlone(file);
  expect([first.refusal, isHeld(file)]).toEqual([null, true]);
  const script = (then: string) =>
    `import { holdAlone } from './server/hold-alone.ts'; const held = holdAlone(${JSON.stringify(file)}); ${then}`;
  const run = (then: string) => [process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script(then)]] as const;
  const second = execFileSync(...run('console.log(held.refusal)'), { encoding: 'utf8' });
  expect(second).toMatch(/^Another Steady Reel already uses .*book\.db\. Open the one that runs, or end it first/);
  first.letGo();
  expect(isHeld(file)).toBe(false);
  const child = spawn(...run('console.log(String(held.refusal)); setInterval(() => {}, 1000)'), { stdio: ['ignore', 'pipe', 'inherit'] });
  const said = await new Promise<string>((resolve) => child.stdout.once('data', (text: Buffer) => resolve(text.toString())));
  expect([said.trim(), isHeld(file)]).toEqual(['null', true]);
  child.kill('SIGKILL');
  await new Promise((resolve) => child.once('exit', resolve));
  expect(holdAlone(file).refusal).toBeNull();
});
