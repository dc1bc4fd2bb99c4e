import { chromium, expect, test, type Browser, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import config from '../playwright.config.ts';
import { expectAccessible } from './accessible.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, pressable } from './press.ts';

/** A laptop with its own door, and a phone that reaches the house's doors: thirty times as fast as at home. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
/** The same house, where a browser takes the laptop's name for no safe place. */
const named = new OwnServer({ STEADY_REEL_HOSTS: 'kitchen.house' });
const PLAIN_WAY = own.plainWay();
const SAFE_WAY = own.safeWay();
const act = (page: Page) => page.locator('[data-act]');
const DAY_S = 86_400;
/** What the Bench's clock shows, in seconds since midnight. */
async function clockS(page: Page): Promise<number> {
  const [h = 0, m = 0, s = 0] = (/\d\d:\d\d:\d\d/.exec(await page.locator('main').innerText())?.[0] ?? '').split(':').map(Number);
  return (h * 60 + m) * 60 + s;
}
const check = (page: Page, id: string) => page.locator(`[data-check=${id}]`);

/** A phone of its own: a browser that trusts what `certificate` says, and nothing else that is not public. */
async function aPhone(certificate?: string): Promise<Browser> {
  const home = mkdtempSync(join(tmpdir(), 'steady-reel-phone-'));
  const store = join(home, '.pki', 'nssdb');
  mkdirSync(store, { recursive: true });
  execFileSync('certutil', ['-N', '--empty-password', '-d', `sql:${store}`]);
  if (certificate !== undefined) {
    writeFileSync(join(home, 'authority.crt'), certificate);
    execFileSync('certutil', ['-A', '-d', `sql:${store}`, '-n', 'Steady Reel', '-t', 'C,,', '-i', join(home, 'authority.crt')]);
  }
  return chromium.launch({ ...config.use?.launchOptions, env: { ...process.env, HOME: home } });
}

async function aNumber(laptop: Page): Promise<string> {
  await open(laptop, `${own.base}/phone`);
  await laptop.getByRole('button', { name: 'Let it in' }).click();
  return (await laptop.getByLabel(/^Number/).textContent()) ?? '';
}

async function comesIn(phone: Page, number: string): Promise<void> {
  await phone.getByLabel('Number').fill(number);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await phone.waitForURL(/\/screen$/, { timeout: 5000 });
}

test.use({ serviceWorkers: 'allow' });
test.afterEach(async () => {
  await own.kill();
  await named.kill();
});

test('scan, type four digits, and the phone runs the evening, with the laptop asleep for ten minutes in the middle', async ({
  page: laptop,
}) => {
  const database = freshDatabase();
  await own.start(database, 'demo');
  const asked = new Set<string>();
  const listen = (page: Page) => page.context().on('request', (request) => asked.add(new URL(request.url()).origin));
  listen(laptop);
  let number = await aNumber(laptop);

  // What the phone fetches before it is known is the certificate, byte for byte the laptop's.
  const certificate = await (await fetch(`${PLAIN_WAY}/authority.crt`)).text();
  const browser = await aPhone(certificate);
  // What a browser with a window grants unasked.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, permissions: ['screen-wake-lock'] })).newPage();
  listen(phone);
  await test.step('a wrong number is told on both, and the right one lets it in', async () => {
    await phone.goto(PLAIN_WAY);
    await expect(phone.getByRole('heading', { name: 'This screen is new here' })).toBeVisible();
    await expectAccessible(phone, 'every rule', []);
    await phone.getByLabel('Number').fill(number === '0000' ? '0001' : '0000');
    await phone.getByRole('button', { name: 'Come in' }).click();
    await expect(phone.getByRole('alert')).toContainText('4 tries left');
    await expect(laptop.getByText('One wrong number was typed. Was that you?')).toBeVisible();
    // The next number counts a second later; one typed sooner is not looked at.
    await expect(() => comesIn(phone, number)).toPass();
    await expect(laptop.getByText('phone at the sink')).toBeVisible();
    await expect(laptop.getByLabel(/^Number/)).toHaveCount(0);
  });

  await test.step('by the safe way its key is another, and the one of the plain way ends', async () => {
    await phone.goto(`${SAFE_WAY}/screen`);
    await expect(phone.getByRole('heading', { name: 'Once more, by the safe way' })).toBeVisible();
    await comesIn(phone, await aNumber(laptop));
    await phone.goto(`${SAFE_WAY}/screen`);
    await expect(phone.getByText('It is known here as “phone at the sink” and may see the Bench.')).toBeVisible();
    await phone.goto(`${SAFE_WAY}/bench`);
    await phone.goto(`${PLAIN_WAY}/bench`);
    await expect(phone.getByRole('heading', { name: 'This screen is new here' })).toBeVisible();
  });

  await test.step('a page from before an update finds the files it was built with', async () => {
    mkdirSync('build/earlier/assets', { recursive: true });
    writeFileSync('build/earlier/assets/of-an-earlier-build.js', 'export const old = true;');
    const answer = await fetch(`${own.base}/assets/of-an-earlier-build.js`);
    expect([answer.status, answer.headers.get('cache-control')]).toEqual([200, 'public, max-age=31536000, immutable']);
    expect((await fetch(`${own.base}/assets/of-no-build.js`)).status).toBe(404);
  });

  await test.step('a second laptop gets nothing', async () => {
    const stranger = await (await (await aPhone()).newContext()).newPage();
    for (const path of ['/', '/bench', '/logbook/book.json', '/rolls.csv', '/assets/x.js']) {
      expect((await stranger.goto(PLAIN_WAY + path))?.status()).toBe(401);
      await expect(stranger.getByRole('heading', { name: 'This screen is new here' })).toBeVisible();
    }
    await expect(stranger.goto(SAFE_WAY)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
    await stranger.context().browser()?.close();
  });

  await open(laptop, own.base);
  await laptop.getByRole('button', { name: 'Start at the Bench' }).click();
  await laptop.waitForURL(/\/bench\/.+/);
  const run = new URL(laptop.url()).pathname;
  await open(phone, SAFE_WAY + run);
  await test.step('what this screen can do was tried, and is so', async () => {
    for (const id of ['awake', 'alone', 'clock']) await expect(check(phone, id)).toHaveAttribute('data-good', 'true');
    await phone.getByRole('button', { name: 'Try the sound' }).click();
    await expect(check(phone, 'sound')).toHaveAttribute('data-good', 'true');
    await expect(phone.getByLabel('This screen')).toContainText('Stays awake');
    // It was not only said: the lock is the browser's own, and every file of this page is in its keeping.
    expect(await phone.evaluate(async () => (await navigator.wakeLock.request('screen')).released)).toBe(false);
    expect(await phone.evaluate(async () => (await caches.match(location.href)) !== undefined)).toBe(true);
    await expectAccessible(phone);
  });
  const tap = () => deliberate(phone, () => act(phone).click());
  await phone.getByRole('button', { name: /Go on without/ }).click();
  await tap();
  await expect(phone.getByLabel(/^over by/)).toBeVisible();
  await tap();
  await expect(act(phone)).toHaveText(/I pour out/);
  const events = async () => ((await (await fetch(`${own.base}${run}/events`)).json()) as { events: { event: { kind: string } }[] }).events;
  // What is still on its way when the laptop falls asleep would be counted among what is to save.
  await expect.poll(async () => (await events()).length).toBe(3);

  await test.step('asleep: the phone goes on, opens again by itself, and keeps what is done', async () => {
    own.freeze();
    const asleepAtS = await clockS(phone);
    await phone.keyboard.type('37.4');
    await phone.keyboard.press('Enter');
    await phone.reload();
    await pressable(phone);
    await expect(act(phone)).toHaveText(/I pour out|press again/);
    await tap();
    await expect(act(phone)).toHaveText(/Pour rinse water in/);
    await expect.poll(async () => ((await clockS(phone)) - asleepAtS + DAY_S) % DAY_S).toBeGreaterThan(600);
    await expect(phone.getByText(/On its own; goes on, 2 to save/)).toBeVisible();
    await tap();
  });
  await test.step('awake again: everything once, in order, by the phone at the sink', async () => {
    own.thaw();
    await expect(phone.getByText(/On its own/)).toHaveCount(0, { timeout: 90_000 });
    await expect
      .poll(async () => (await events()).map(({ event }) => event.kind), { timeout: 90_000 })
      .toEqual(['readied', 'poured', 'poured', 'reading', 'step-ended', 'poured']);
    const book = new Database(database, { readonly: true });
    const madeOn = book.prepare('SELECT DISTINCT made_on FROM run_events WHERE run_id = ?').pluck().all(run.split('/').at(-1));
    book.close();
    expect(madeOn).toEqual(['phone at the sink']);
  });

  await test.step('taken off at the laptop the phone gets nothing more; what it did stays', async () => {
    await open(laptop, `${own.base}/phone`);
    await laptop.getByRole('button', { name: 'Take off phone at the sink' }).click();
    await expect(laptop.getByText('No other screen yet')).toBeVisible();
    await tap();
    await expect(phone.getByText(/This screen is not known here/)).toBeVisible();
    expect(await phone.evaluate(async (path) => (await fetch(`${path}/events`)).status, run)).toBe(401);
    number = await aNumber(laptop);
    await phone.goto(SAFE_WAY);
    await comesIn(phone, number);
    await open(phone, SAFE_WAY + run);
    await expect(phone.getByText(/not known here/)).toHaveCount(0);
  });
  expect([...asked].sort()).toEqual([own.base, PLAIN_WAY, SAFE_WAY].sort());
  await browser.close();
});

test('a screen of the whole book sees all of it but who may come in; closed, the house answers nobody, and open again the same screens', async ({
  page: laptop,
}) => {
  const database = freshDatabase();
  await own.start(database, 'demo');
  await open(laptop, `${own.base}/phone`);
  await laptop.getByRole('radio', { name: /the whole book/ }).check();
  await laptop.getByRole('button', { name: 'Let it in' }).click();
  const number = (await laptop.getByLabel(/^Number/).textContent()) ?? '';
  const browser = await aPhone(readFileSync(database.replace(/\.db$/, '.house/authority.crt'), 'utf8'));
  const tablet = await browser.newPage();
  await tablet.goto(SAFE_WAY);
  await comesIn(tablet, number);
  await open(tablet, `${SAFE_WAY}/logbook`);
  await expect(tablet.getByRole('link', { name: 'This screen' })).toBeVisible();
  expect((await tablet.goto(`${SAFE_WAY}/phone`))?.status()).toBe(403);

  // Killed and started again in the middle of an evening, the house is as it was.
  await own.kill();
  await own.start(database);
  await open(tablet, `${SAFE_WAY}/shelf`);
  await open(laptop, `${own.base}/phone`);
  await laptop.getByRole('button', { name: 'Close the house' }).click();
  await expect(laptop.getByRole('heading', { name: 'The house is closed' })).toBeVisible();
  await expect(tablet.goto(`${SAFE_WAY}/shelf`)).rejects.toThrow(/ERR_CONNECTION_REFUSED/);
  await laptop.getByRole('button', { name: 'Let it in' }).click();
  await laptop.getByLabel(/^Number/).waitFor();
  await open(tablet, `${SAFE_WAY}/screen`);
  await tablet.getByRole('button', { name: 'Forget it' }).click();
  await expect(tablet.getByRole('heading', { name: 'This screen is new here' })).toBeVisible();
  await browser.close();
});

test('on the plain way a phone is told what that costs, and a press keeps it awake by a silent film', async ({ page: laptop }) => {
  await named.start(freshDatabase(), 'demo');
  await open(laptop, `${named.base}/phone`);
  await laptop.getByRole('button', { name: 'Let it in' }).click();
  const number = (await laptop.getByLabel(/^Number/).textContent()) ?? '';
  await open(laptop, named.base);
  await laptop.getByRole('button', { name: 'Start at the Bench' }).click();
  await laptop.waitForURL(/\/bench\/.+/);
  const { args = [], ...launch } = config.use?.launchOptions ?? {};
  const browser = await chromium.launch({ ...launch, args: [...args, '--host-resolver-rules=MAP kitchen.house 127.0.0.1'] });
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.addInitScript(() => {
    const { play } = HTMLMediaElement.prototype;
    HTMLMediaElement.prototype.play = function (this: HTMLMediaElement) {
      addEventListener('stop-the-film', () => this.pause(), { once: true });
      return play.call(this);
    };
  });
  const said: string[] = [];
  phone.on('console', (message) => message.type() === 'error' && !/401/.test(message.text()) && said.push(message.text()));
  await phone.goto(named.plainWay('kitchen.house'));
  await comesIn(phone, number);
  await expect(phone.getByRole('link', { name: 'Fetch the certificate' })).toBeVisible();
  await expect(phone.getByRole('link', { name: 'Go on by the safe way' })).toHaveAttribute('href', /^https:/);
  await open(phone, `${named.plainWay('kitchen.house')}${new URL(laptop.url()).pathname}`);
  await expect(check(phone, 'alone')).toHaveText(/cannot be opened anew.*Do not reload or close.*By the safe way it opens all the same/);
  await expect(check(phone, 'awake')).toHaveText(/May fall asleep.*Keep it awake/);
  expect(await phone.evaluate(() => [isSecureContext, 'wakeLock' in navigator])).toEqual([false, false]);
  await phone.getByRole('button', { name: 'Keep it awake' }).click();
  await expect(check(phone, 'awake')).toHaveText('Stays awake by a silent film, while this page is in front');
  // A browser stops the film of a page that went behind another; that is told, and a press starts it again.
  await phone.evaluate(() => dispatchEvent(new Event('stop-the-film')));
  await expect(check(phone, 'awake')).toHaveText(/May fall asleep/);
  await phone.getByRole('button', { name: 'Keep it awake' }).click();
  await expect(check(phone, 'awake')).toHaveText(/Stays awake by a silent film/);
  await phone.getByRole('button', { name: /Go on without/ }).click();
  await deliberate(phone, () => act(phone).click());
  await expect(act(laptop)).toHaveText(/Prewash out/);
  expect(said).toEqual([]);
  await browser.close();
});
