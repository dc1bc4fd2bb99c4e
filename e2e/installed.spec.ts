import { expect, test } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import Database from 'better-sqlite3';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { open } from './open.ts';
import { freePorts } from './own-server.ts';

/**
 * The program as it is installed: the tarball of `npm pack`, unpacked in a folder with nothing of the sources around it. What is
 * compiled for this machine stands beside it, as npm would have put it there.
 */
const place = mkdtempSync(join(tmpdir(), 'steady-reel-'));
const command = join(place, 'package', 'build', 'steady-reel.mjs');
const port = freePorts();
const env = { ...process.env, XDG_DATA_HOME: join(place, 'share'), STEADY_REEL_DB: undefined, PORT: undefined };

const run = (args: readonly string[], more: Record<string, string> = {}): { readonly status: number; readonly said: string } => {
  try {
    return {
      status: 0,
      said: execFileSync(process.execPath, [command, ...args], { env: { ...env, ...more }, encoding: 'utf8', stdio: 'pipe' }),
    };
  } catch (error) {
    const { status, stdout, stderr } = error as { readonly status: number; readonly stdout: string; readonly stderr: string };
    return { status, said: stdout + stderr };
  }
};

const started: ChildProcess[] = [];
/** Starts it, and waits until it says where it is. */
async function start(
  ...args: string[]
): Promise<{ readonly address: string; readonly ended: Promise<number | null>; readonly child: ChildProcess }> {
  const child = spawn(process.execPath, [command, ...args, '--no-browser'], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  started.push(child);
  const ended = new Promise<number | null>((done) => child.once('exit', (code) => done(code)));
  let said = '';
  const address = await new Promise<string>((done, fail) => {
    child.stdout.on('data', (text: Buffer) => {
      said += String(text);
      const [, at] = /Open it here\s+(\S+)/.exec(said) ?? [];
      if (at) done(at);
    });
    child.once('exit', () => fail(new Error(`it ended: ${said}`)));
  });
  return { address, ended, child };
}

test.beforeAll(() => {
  execFileSync('npm', ['pack', '--ignore-scripts', '--pack-destination', place], { stdio: 'ignore' });
  execFileSync('tar', ['xzf', 'steady-reel-0.1.0.tgz'], { cwd: place });
  mkdirSync(join(place, 'package', 'node_modules'));
  for (const compiled of ['better-sqlite3', 'sharp'])
    symlinkSync(resolve('node_modules', compiled), join(place, 'package', 'node_modules', compiled));
});
test.afterAll(() => {
  for (const child of started) child.kill('SIGKILL');
  rmSync(place, { recursive: true, force: true });
});

test('one command starts it on a book of one’s own, once; a taken port is stepped over; it ends cleanly and the book stays', async ({
  page,
}) => {
  expect(run(['--version'])).toEqual({ status: 0, said: '0.1.0\n' });
  const other = createServer();
  await new Promise<void>((done) => other.listen(port, '127.0.0.1', done));
  const first = await start('--port', String(port));
  expect(first.address).toBe(`http://localhost:${port + 3}/`);
  other.close();
  await open(page, first.address);
  await expect(page.getByText('Begin with a batch')).toBeVisible();
  // A second one says where the first is, and starts nothing.
  expect(run(['start', '--no-browser'])).toEqual({ status: 0, said: `Steady Reel runs on this book already: ${first.address}\n` });
  expect(run(['backup']).said).toContain(join(place, 'share', 'steady-reel', 'backups'));
  expect(run(['doctor']).said).toContain('runs on this book now');
  // Updated while the old one still runs: the new one does not lead to it as if it were itself.
  const book = join(place, 'share', 'steady-reel', 'steady-reel.db');
  writeFileSync(`${book}.door`, `${port + 3} 9.9.9`);
  expect(run(['start', '--no-browser'])).toMatchObject({
    status: 1,
    said: expect.stringContaining('another version (9.9.9; this is 0.1.0)'),
  });
  first.child.kill('SIGINT');
  expect(await first.ended).toBe(0);
  const [copy] = /by-hand-\S+/.exec(run(['restore']).said) ?? [''];
  // The way back from an update: a book that a newer one wrote gives its place to a copy, and is set aside.
  const newer = new Database(book);
  newer.pragma('user_version = 9999');
  newer.close();
  expect(run(['doctor']).said).toContain('put back the copy from before its update: steady-reel restore');
  expect(run(['restore', copy, '--yes'])).toMatchObject({ status: 0, said: expect.stringContaining('kept as steady-reel.db.set-aside-') });
  expect(run(['doctor']).said).toContain('every page whole');
  expect(run(['core', 'plan', '--help']).said).toContain('steady-reel core plan');
});

test('the demo stands beside it, with its scripts, its threads and its scans', async ({ page }) => {
  const { address, ended, child } = await start('demo', '--port', String(port));
  await open(page, address);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('5 rolls in 4 runs');
  await open(page, `${address}rolls/import`);
  await page.getByLabel('A file').setInputFiles({
    name: 'rolls.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name,Process,Format,Box speed\nQuay,C-41,135-36,200\n'),
  });
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByRole('heading', { name: '1 roll can be imported' })).toBeVisible();
  child.kill('SIGTERM');
  expect(await ended).toBe(0);
});

test('what cannot be is a sentence and what to do: a folder, a half installation, an option, a command, a port', () => {
  const nowhere = run(['start', '--no-browser', '--data', join(command, 'book')]);
  expect(nowhere).toMatchObject({ status: 1, said: expect.stringMatching(/cannot be written to.*\n.*--data FOLDER/) });
  expect(run(['fly'])).toMatchObject({ status: 1, said: expect.stringContaining('no command “fly”') });
  expect(run(['start', '--loud'])).toMatchObject({ status: 1, said: expect.stringContaining('--help says what there is') });
  expect(run(['start', '--port', 'harbour'])).toMatchObject({
    status: 1,
    said: expect.stringContaining('a number from 1 to 65000'),
  });
  rmSync(join(place, 'package', 'build', 'thread.mjs'));
  expect(run(['start', '--no-browser'])).toMatchObject({
    status: 1,
    said: expect.stringMatching(/not whole: build\/thread.mjs.*\n.*Install it again/),
  });
});
