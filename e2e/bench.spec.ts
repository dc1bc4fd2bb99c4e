import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { expectAccessibleAtBothWidths } from './accessible.ts';
import { keptHere, open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, keysHere, pressable } from './press.ts';

/** Each test has a server and a demo database of its own: these tests kill servers. */
const own = new OwnServer();
const { base } = own;
let database: string;
test.use({ serviceWorkers: 'allow' });

test.beforeEach(async () => {
  database = freshDatabase();
  own.clockSetMs = 0;
  await own.start(database, 'demo');
});
test.afterEach(() => own.kill());

const act = (page: Page) => page.locator('[data-act]');
const left = (page: Page) => page.getByLabel(/^(left|over by|until the pour|late by)/);

async function atTheBench(page: Page): Promise<string> {
  await open(page, base);
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without the checklist/ }).click();
  await pressable(page);
  return new URL(page.url()).pathname;
}
async function step(page: Page, then: RegExp): Promise<void> {
  await deliberate(page);
  await expect(act(page)).toHaveText(then);
}
interface Kept {
  readonly seq: number;
  readonly event: { readonly id: string; readonly kind: string; readonly atMs: number };
}
async function eventsOf(address: string): Promise<Kept[]> {
  return ((await (await fetch(`${base}${address}/events`)).json()) as { events: Kept[] }).events;
}
const secondsOf = (text: string | null) =>
  (text ?? '')
    .replace(/^\+/, '')
    .split(':')
    .reduce((sum, part) => sum * 60 + Number(part), 0);

test('two screens show the same second; an act on one appears on the other; a wrong clock changes nothing', async ({ page, browser }) => {
  const address = await atTheBench(page);
  const context = await browser.newContext();
  // A phone five minutes ahead: everything that asks the wall clock gets the wrong time.
  await context.addInitScript(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + 300_000;
  });
  const phone = await context.newPage();
  await open(phone, base + address);
  await step(page, /Prewash out/);
  await expect(act(phone)).toHaveText(/Prewash out/);
  // Both have ticked since they were told.
  for (const screen of [page, phone]) await expect(left(screen)).not.toHaveText((await left(screen).textContent()) ?? '');
  // A busy machine paints one of them late: that is no second of the run, and is over at the next tick.
  const apartS = async () => {
    const [here, there] = await Promise.all([left(page).textContent(), left(phone).textContent()]);
    return Math.abs(secondsOf(here) - secondsOf(there));
  };
  await expect.poll(apartS).toBeLessThanOrEqual(1);
  await deliberate(phone, () => act(phone).click());
  await expect(act(page)).toHaveText(/Pour developer in/);

  await test.step('a press in the moment in which the other screen moved on does not end the bath just poured', async () => {
    await Promise.all([pressable(page), pressable(phone)]);
    await Promise.all([page.keyboard.press('Space'), act(phone).click()]);
    await expect(act(page)).toHaveText(/I pour out/);
    await expect(act(phone)).toHaveText(/I pour out/);
  });

  await test.step('of two acts made apart the first to arrive counts, and the other is told', async () => {
    await context.setOffline(true);
    await deliberate(phone, () => act(phone).click());
    await expect(act(phone)).toHaveText(/Pour rinse water in/);
    await deliberate(page);
    await expect(act(page)).toHaveText(/Pour rinse water in/);
    await context.setOffline(false);
    await expect(phone.getByText(/Developer has already ended/)).toBeVisible();
    await expect
      .poll(async () => (await eventsOf(address)).map(({ event }) => event.kind))
      .toEqual(['readied', 'poured', 'step-ended', 'poured', 'step-ended']);
  });
  await context.close();
});

test('without its server the Bench goes on, loads, and delivers every act once, in order', async ({ page }) => {
  const address = await atTheBench(page);
  await keptHere(page);
  await step(page, /Prewash out/);
  await step(page, /Pour developer in/);
  await step(page, /I pour out/);
  await expect.poll(async () => (await eventsOf(address)).length, 'the pour is in the book').toBe(4);
  await own.kill();
  await page.keyboard.type('37.4');
  await page.keyboard.press('Enter');
  // While the entry is open the keys are its own.
  await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler than planned');
  await page.keyboard.press('Shift+Comma');
  await expect(page.getByText(/On its own; goes on, 2 to save/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler than planned');

  await test.step('the page loads without it and still knows what was done', async () => {
    await page.reload();
    await expect(act(page)).toHaveText(/I pour out/);
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler than planned');
  });
  await step(page, /Pour rinse water in/);
  await own.start(database);
  await expect(page.getByText(/On its own/)).toHaveCount(0);
  await expect
    .poll(async () => (await eventsOf(address)).map(({ event }) => event.kind))
    .toEqual(['readied', 'poured', 'step-ended', 'poured', 'reading', 'nudged', 'step-ended']);
});

/** Put right by an hour or two days, either way, while the laptop starts again. */
const CLOCK_SET_MS = [0, -3_600_000, 3_600_000, -172_800_000, 172_800_000];

test('a server killed at twelve moments of a run, its clock set meanwhile, loses nothing', async ({ page }) => {
  const address = await atTheBench(page);
  const said: string[] = [];
  let made = 1;
  // A thousand of them, at random, are `npm run chaos`.
  for (let i = 0; i < 12; i++) {
    // Kill before, during or after an act, at a moment that changes each time.
    const killing = new Promise<void>((resolve) => setTimeout(() => void own.kill().then(resolve), (i * 53) % 160));
    // Pour, read, nudge, end; and so on through the run.
    if (i % 4 === 1) await page.keyboard.type(`${37 + (i % 3)}.${i % 10}`).then(() => page.keyboard.press('Enter'));
    // On a busy machine a prewash is over by then, its end one act with the developer: what is not in the tank is not nudged.
    else if (i % 4 === 2 && (await page.getByRole('button', { name: 'Forgot to press?' }).isVisible())) await page.keyboard.press('Comma');
    else await deliberate(page);
    made++;
    const shown = await act(page).textContent();
    await killing;
    own.clockSetMs = CLOCK_SET_MS[i % CLOCK_SET_MS.length] ?? 0;
    await own.start(database);
    await expect.poll(async () => (await eventsOf(address)).length).toBe(made);
    await expect(act(page)).toHaveText(shown ?? '');
    said.push(shown ?? '');
    await pressable(page);
  }
  const events = await eventsOf(address);
  expect(new Set(events.map(({ event }) => event.id)).size).toBe(events.length);
  // Twelve starts take minutes; an hour or two days that nobody lived are not among them.
  const instants = events.map(({ event }) => event.atMs);
  expect(instants).toEqual([...instants].sort((a, b) => a - b));
  expect((instants.at(-1) ?? 0) - (instants[0] ?? 0)).toBeLessThan(15 * 60_000);
  own.clockSetMs = 0;
  await page.reload();
  await expect(act(page)).toHaveText(said.at(-1) ?? '');
});

test('a file that does not come takes away what it said of the step before, and holds up no act', async ({ page }) => {
  // The column's own names stay out of it: only the side says what is poured and at what.
  await page.route(/\/assets\/beside-/, (route) => route.abort());
  const address = await atTheBench(page);
  await open(page, base + address);
  const side = page.getByRole('complementary', { name: 'Temperature and times' });
  await expect(side).toContainText('Prewash, poured at');
  await step(page, /Prewash out/);
  await step(page, /Pour developer in/);
  await expect(side).not.toContainText('Prewash');
  await page.unroute(/\/assets\/beside-/);
  await expect(side).toContainText('Developer, poured at');
});

test('tampered, repeated and senseless events are refused, and the stream goes on', async ({ page }) => {
  const address = await atTheBench(page);
  const send = async (body: unknown) =>
    (
      await fetch(`${base}${address}/events`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: base },
        body: JSON.stringify(body),
      })
    ).status;
  const { nowMs } = (await (await fetch(`${base}/clock`)).json()) as { nowMs: number };
  const poured = { id: 'from-outside-1', atMs: nowMs, kind: 'poured', step: 'prewash' };
  expect(await send(poured)).toBe(200);
  expect(await send(poured)).toBe(200);
  expect(await send({ ...poured, atMs: nowMs - 5000 })).toBe(409);
  expect(await send({ ...poured, id: 'from-outside-2' })).toBe(409);
  expect(await send({ id: 'from-outside-3', atMs: nowMs + 3_600_000, kind: 'note', text: 'from the future' })).toBe(422);
  expect(await send({ ...poured, id: 'from-outside-4', kind: 'admin' })).toBe(422);
  expect(await eventsOf(address)).toHaveLength(2);
  await expect(act(page)).toHaveText(/Prewash out/);
});

test('every state of the Bench is accessible, on a laptop and on a phone', async ({ page }) => {
  // A page that the browser reads otherwise than it was written is drawn anew from nothing, under the finger.
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  const address = await atTheBench(page);
  const check = async (state: string) => {
    await expectAccessibleAtBothWidths(page, state);
    await page.setViewportSize({ width: 1280, height: 800 });
  };
  await check('before the pour');
  await step(page, /Prewash out/);
  await check('running');
  await open(page, base + address);
  await keysHere(page);
  await page.keyboard.press('r');
  await check('reading');
  await page.keyboard.press('Escape');
  for (const [button, state] of [
    ['More', 'more'],
    ['Sound', 'sound'],
    ['Keys', 'keys'],
  ] as const) {
    await page.getByRole('button', { name: button, exact: false }).last().click();
    await check(state);
    await page.getByRole('button', { name: 'Close' }).click();
  }
  for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+Comma');
  await expect(page.getByText('Harmless: more water does no damage')).toBeVisible();
  await check('overrun');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /^Prewash is out/ }).click();
  await expect(act(page)).toHaveText(/Pour developer in/);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await expect(page.getByText('The rolls wait again')).toBeVisible();
  await check('given up');
  // Acts go out one after the other, and the last of them may still be on its way: leaving would keep it here.
  await expect.poll(async () => (await eventsOf(address)).at(-1)?.event.kind).toBe('given-up');
  await open(page, `${base}/rolls`);
  await expect(page.getByText('Ferry firing 1')).toBeVisible();
  await open(page, base + address);
  await expect(page.getByRole('heading', { name: 'Given up' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('a hidden tab hears its cues', async ({ page, context }) => {
  await atTheBench(page);
  await step(page, /Prewash out/);
  // The next cue of a prewash is "get ready", three seconds in; another page comes to the front meanwhile.
  const front = await context.newPage();
  await front.bringToFront();
  await expect.poll(async () => page.evaluate(() => performance.getEntriesByName('cue').length)).toBeGreaterThan(0);
  // How punctually is measured (npm run measure); here, that a hidden tab hears them at all and each once.
  const cues = await page.evaluate(() => performance.getEntriesByName('cue').length);
  expect(cues).toBeGreaterThan(0);
});

test('a whole run at true speed, by a phone six times slower, ends in the logbook', async ({ page, context }) => {
  await own.kill();
  database = freshDatabase();
  execFileSync(process.execPath, ['--import', 'tsx', 'demo/fill-for-measuring.ts', 'short'], {
    env: { ...process.env, STEADY_REEL_DB: database },
  });
  await own.start(database);
  await page.setViewportSize({ width: 390, height: 844 });
  const address = await atTheBench(page);
  // Slow where it counts, from a press to what it shows: a browser that is slowed keeps a processor busy even while it waits.
  const phone = await context.newCDPSession(page);
  const slowly = async (rate: 1 | 6) => phone.send('Emulation.setCPUThrottlingRate', { rate });
  for (const name of ['Developer', 'Bleach-fix', 'Stabiliser']) {
    await slowly(6);
    await pressable(page);
    await act(page).click();
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
    await slowly(1);
    // Pressed as the tank runs empty: the level is at zero, and the digits say so.
    await expect(left(page)).toHaveText(/^\+?0:0[01]$/);
    await slowly(6);
    await pressable(page);
    await act(page).click();
  }
  // The last of them ended as the film was hung up; a press that a slow phone let fall is made again.
  await expect(async () => {
    if (await act(page).isVisible()) await act(page).click();
    await expect(page.getByRole('heading', { name: 'Developed' })).toBeVisible({ timeout: 3000 });
  }).toPass();
  await open(page, `${base}${address.replace('bench', 'logbook')}`);
  const plannedAndWas = await page.getByRole('row').filter({ hasText: 'Developer' }).getByRole('cell').allTextContents();
  expect(Math.abs(secondsOf(plannedAndWas[1] ?? '') - 9)).toBeLessThanOrEqual(2);
});
