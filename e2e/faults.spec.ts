import { expect, test, type Page } from '@playwright/test';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { open } from './open.ts';
import { freePorts, OwnServer } from './own-server.ts';
import { deliberate } from './press.ts';

/** A disk of a few megabytes, so that it can be full. Where none can be made (that takes the rights of root) there is none. */
const disk = mkdtempSync(join(tmpdir(), 'steady-reel-disk-'));
let isMade = false;
const own = new OwnServer({ STEADY_REEL_DAILY_COPY: 'off' });
// Made in here: this file is also read by whoever only lists its tests, and takes no disk away again.
test.beforeAll(() => {
  isMade = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=12m', 'tmpfs', disk]).status === 0;
});
test.beforeEach(() => test.skip(!isMade, 'A disk of its own cannot be made here.'));
test.afterAll(async () => {
  await own.kill();
  if (isMade) execFileSync('umount', ['-l', disk]);
});

const act = (page: Page) => page.locator('[data-act]');

test('the disk is full in the middle of a developer, and is not: what could not be kept is kept then, as it happened', async ({ page }) => {
  await own.start(join(disk, 'book.db'), 'demo');
  await open(page, own.base);
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
  for (let i = 0; i < 3; i++) await deliberate(page);
  await expect(act(page)).toHaveText(/I pour out/);
  const run = new URL(page.url()).pathname;
  const kinds = async () =>
    ((await (await fetch(`${own.base}${run}/events`)).json()) as { events: { event: { kind: string } }[] }).events.map(
      ({ event }) => event.kind,
    );
  const before = ['readied', 'poured', 'step-ended', 'poured'];
  await expect.poll(kinds).toEqual(before);

  spawnSync('dd', ['if=/dev/zero', `of=${join(disk, 'filler')}`, 'bs=4k'], { stdio: 'ignore' });
  await page.keyboard.type('37.2');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/The disk that holds .*book\.db is full/)).toBeVisible();
  await deliberate(page);
  await expect(act(page)).toHaveText(/Pour rinse water in/);
  expect(await kinds()).toEqual(before);
  // What works goes on: pages are read, the Bench opens again and knows what was done on it.
  expect((await fetch(`${own.base}/logbook`)).status).toBe(200);
  await page.reload();
  await expect(act(page)).toHaveText(/Pour rinse water in/);
  const form = { method: 'POST', headers: { Origin: own.base }, body: new URLSearchParams({ temperature: 'F', volume: 'ml' }) };
  expect((await fetch(`${own.base}/units`, { ...form, redirect: 'manual' })).status).toBe(507);

  // Killed and started again while nothing can be written, it is read all the same.
  await own.kill();
  await own.start(join(disk, 'book.db'));
  expect((await fetch(`${own.base}${run}`)).status).toBe(200);
  expect(await kinds()).toEqual(before);

  rmSync(join(disk, 'filler'));
  await expect.poll(kinds).toEqual([...before, 'reading', 'step-ended']);
  await expect(page.getByText(/is full/)).toHaveCount(0);
});

test('a second server on the same book says so in one sentence and ends; damaged and foreign files are named and left alone', () => {
  const startOn = (database: string) =>
    spawnSync(process.execPath, ['build/serve.mjs'], {
      env: { ...process.env, NODE_ENV: 'production', PORT: String(freePorts()), STEADY_REEL_DB: database },
      encoding: 'utf8',
      timeout: 60_000,
    });
  const second = startOn(join(disk, 'book.db'));
  expect([second.status, second.stderr.trim().split('\n').length]).toEqual([1, 1]);
  expect(second.stderr).toMatch(/^Another Steady Reel already uses .*book\.db\. Open the one that runs, or end it first/);
  writeFileSync(join(disk, 'spoilt.db'), 'no database '.repeat(1000));
  const doctor = spawnSync('npm', ['run', '-s', 'doctor'], {
    env: { ...process.env, STEADY_REEL_DB: join(disk, 'spoilt.db') },
    encoding: 'utf8',
  });
  expect(doctor.status).toBe(1);
  expect(doctor.stdout).toMatch(/✗ The book +.*is damaged or no database\..*\n +→ Put the newest good copy in its place: npm run restore/);
});
