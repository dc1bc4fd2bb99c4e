import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { ledTo } from './evenings/set-up.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { pressable } from './press.ts';

/** The evening from its list alone: ticked on every screen, without scripts too; eight presses for six baths. Thirty times as fast. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
const { base } = own;
test.use({ baseURL: base });
test.describe.configure({ mode: 'serial' });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

const box = (page: Page, name: RegExp) => page.getByRole('checkbox', { name });
const lines = (page: Page) => page.getByRole('region', { name: 'In order' }).getByRole('listitem');
const tallPx = (page: Page) => page.evaluate(() => document.documentElement.scrollHeight);

test('the evening fits: under 1,400 px on a laptop, under 3,000 on a phone, nothing wider than the screen', async ({ page }) => {
  await open(page, '/');
  expect(await tallPx(page)).toBeLessThan(1400);
  await expectAccessible(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, '/');
  expect(await tallPx(page)).toBeLessThan(3000);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(page);
});

test('ticked on one screen it is done on the other, and taken back; without scripts the same', async ({ page, browser }) => {
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await open(page, '/');
  await open(phone, base);
  await box(phone, /^Fill the tub/).click();
  await expect(box(page, /^Fill the tub/)).toBeChecked();
  await box(page, /^Fill the tub/).click();
  await expect(box(phone, /^Fill the tub/)).not.toBeChecked();
  const bare = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await bare.goto(base);
  await box(bare, /^Fill the tub/).click();
  await expect(box(bare, /^Fill the tub/)).toBeChecked();
  await expect(box(page, /^Fill the tub/)).toBeChecked();
  // What is opened under its line is there without scripts as well.
  const stepped = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await stepped.goto(`${base}/?run=0&step=1-developer`);
  await expect(stepped.getByRole('region', { name: 'What the Bench will say' })).toBeVisible();
  await expect(stepped.getByText(/^Pour at/)).toBeVisible();
  await stepped.goto(`${base}/?open=bath`);
  await expect(stepped.getByRole('heading', { name: 'The bath' })).toBeVisible();
  await stepped.context().close();
  // What is ticked is behind, and now stands across the list.
  await expect(page.getByLabel(/^Now, \d\d:\d\d$/)).toBeVisible();
  // A heater that is set to something else is another thing to do.
  await box(page, /^Heater on/).click();
  await expect(box(page, /^Heater on/)).toBeChecked();
  await page.getByRole('textbox', { name: 'Developer', exact: true }).fill('38.6');
  await page.getByRole('textbox', { name: 'Developer', exact: true }).press('Enter');
  await expect(box(page, /^Heater on: Set to 38\.6/)).not.toBeChecked();
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(box(page, /^Heater on/)).toBeChecked();
  await bare.context().close();
  await phone.context().close();
});

test('a laptop that is slow leaves a tick where it was pressed; once it is read, what another screen said since holds', async ({
  page,
}) => {
  await page.clock.install();
  await open(page, '/');
  const stand = box(page, /^Stand in it/);
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route(/\.data\b/, async (route) => {
    await held;
    await route.continue();
  });
  const [delivered] = await Promise.all([page.waitForRequest('**/evening/ticks'), stand.click()]);
  await delivered.response();
  await page.clock.fastForward('00:20');
  await expect(stand).toBeChecked();
  await page.request.post('/evening/ticks', { data: { ...delivered.postDataJSON(), done: false, agoMs: 0 }, headers: { Origin: base } });
  await expect(stand).toBeChecked();
  letGo();
  await expect(stand).not.toBeChecked();
});

test('the loading room: one dark target counts the reels, and the lid ticks the line', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, '/');
  await page.getByRole('link', { name: 'Dim screen' }).click();
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText(/Any light fogs film/)).toBeVisible();
  await page.getByRole('button', { name: 'Loaded: Ferry firing 1' }).click();
  await page.getByRole('button', { name: 'Loaded: Ferry firing 2' }).click();
  await expect(page.getByText('All of it is loaded')).toBeVisible();
  // Near black, and nothing of it red, blue or white.
  const [r = 255, g = 255, b = 255] = await page.evaluate(() =>
    (getComputedStyle(document.querySelector('main') as HTMLElement).color.match(/\d+/g) ?? []).map(Number),
  );
  expect(r).toBeLessThan(g * 0.6);
  expect(b).toBeLessThan(g * 0.8);
  await page.getByRole('button', { name: 'Lid on: loaded' }).click();
  await page.waitForURL((url) => url.pathname === '/');
  await expect(box(page, /^Load in the dark: Ferry firing 1, Ferry firing 2/)).toBeChecked();
});

test('from the list to the Bench: all of it is there, then eight presses for six baths, by one gloved finger', async ({ browser }) => {
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
  await open(phone, base);
  await phone.getByRole('button', { name: 'Start at the Bench' }).tap();
  await phone.waitForURL(/\/bench\/.+/);
  await phone.locator('html[data-alive]').waitFor();
  await phone.getByRole('button', { name: 'All of it is there' }).tap();
  const act = phone.locator('[data-act]');
  const said: string[] = [];
  while (!(await phone.locator('#ended').isVisible())) {
    const label = (await act.textContent()) ?? '';
    // No hint of keys where there are none, and the act waits for its time.
    expect(await act.getByText('Space').isVisible()).toBe(false);
    if (/I pour out| out: |^Out and/.test(label)) await expect(phone.getByLabel(/^over by/)).toBeVisible();
    await pressable(phone);
    await act.tap();
    said.push(label.replace(/Space$/, ''));
    await expect(act.or(phone.locator('#ended'))).not.toHaveText(label);
  }
  expect(said).toEqual([
    'Pour prewash water in',
    'Prewash out: pour developer in',
    'I pour out',
    'Pour rinse water in',
    'Rinse out: pour bleach-fix in',
    'Bleach-fix out: pour wash water in',
    'Wash out: pour stabiliser in',
    'Out and hung up: finish',
  ]);
  await phone.context().close();
});

test('while it goes on the same list: what was is behind, what comes is led to the last hang-up, and the wall has it too', async ({
  page,
}) => {
  await open(page, '/');
  // Filled, warmed and loaded is plain from the run that was poured.
  await expect(lines(page).filter({ hasText: 'Fill the tub' })).toBeVisible();
  await test.step('a roll that comes late is added into this evening, and what that moved is told', async () => {
    await page.getByRole('link', { name: 'Add a roll' }).click();
    await page.getByLabel('Name').fill('Estuary, found in a coat');
    await page.getByLabel('Process').selectOption('E-6');
    await page.getByLabel('Box speed').fill('100');
    await page.getByLabel('Exposed at').fill('100');
    await page.getByRole('button', { name: 'Add it to this evening' }).click();
    await expect(page.getByText(/Estuary, found in a coat/).first()).toBeVisible();
    await expect(page.locator('[aria-live=polite]').filter({ hasText: /Run \d/ })).toBeVisible();
    await expect(page.getByRole('region', { name: /^Run \d ·/ }).filter({ hasText: 'Estuary, found in a coat' })).toBeVisible();
  });
  const toTheNext = page.getByRole('button', { name: /^Run \d to the Bench$/ });
  for (let runs = 0; runs < 6 && (await toTheNext.isVisible()); runs++) {
    await toTheNext.click();
    await page.waitForURL(/\/bench\/.+/);
    await page.locator('html[data-alive]').waitFor();
    await page.getByRole('button', { name: 'All of it is there' }).click();
    await ledTo(page);
    // The last act may still be on its way to the book.
    await page.getByRole('link', { name: /To the logbook/ }).waitFor();
    await open(page, '/');
  }
  await expect(page.getByText('No rolls are waiting')).toBeVisible();
});
