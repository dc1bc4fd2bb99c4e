import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { keptHere, open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, pressable } from './press.ts';

/** The laptop sleeps two rooms away. What is needed at the sink opens and goes on; it hears of everything once it is awake. */
const own = new OwnServer();
let database: string;
test.use({ baseURL: own.base, serviceWorkers: 'allow' });
test.beforeEach(async () => {
  database = freshDatabase();
  await own.start(database, 'demo');
});
test.afterEach(() => own.kill());

const box = (page: Page, name: RegExp) => page.getByRole('checkbox', { name });
const asleep = (page: Page) => page.getByText('The laptop does not answer: the list as it stood');

test('the evening’s list opens and is ticked, another place says what opens, the loading room ticks its line', async ({
  page,
  browser,
}) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await open(page, '/');
  await keptHere(page);
  const ticksInCopy = async () => (await (await caches.match('/'))?.text())?.match(/aria-checked="true"/g)?.length ?? 0;
  await test.step('what is taken back is taken back in the copy as well', async () => {
    for (const inCopy of [1, 0]) {
      await Promise.all([page.waitForResponse('**/evening/ticks'), box(page, /^Heater on:/).click()]);
      await expect.poll(async () => page.evaluate(ticksInCopy)).toBe(inCopy);
    }
  });
  await test.step('what another screen did is in the copy, once this page has read it', async () => {
    const phone = await browser.newPage({ baseURL: own.base, serviceWorkers: 'block' });
    await open(phone, '/');
    await Promise.all([phone.waitForResponse('**/evening/ticks'), box(phone, /^Stand in it:/).click()]);
    await phone.close();
    await Promise.all([page.waitForResponse('**/evening/ticks'), box(page, /^Heater on:/).click()]);
    await expect(box(page, /^Stand in it:/)).toBeChecked();
    await expect.poll(async () => page.evaluate(ticksInCopy)).toBeGreaterThanOrEqual(2);
  });
  // Taken by the laptop after the copy of this page was kept: the copy does not know of it.
  await Promise.all([page.waitForResponse('**/evening/ticks'), box(page, /^Fill the tub:/).click()]);
  await page.getByRole('link', { name: 'Dim screen' }).first().click();
  await page.getByRole('button', { name: /^Loaded:/ }).waitFor();
  await page.reload();
  await keptHere(page);
  const inTheDark = page.url();
  await own.kill();

  await page.goto('/');
  await expect(asleep(page)).toBeVisible();
  for (const name of [/^Fill the tub:/, /^Stand in it:/, /^Heater on:/]) await expect(box(page, name)).toBeChecked();
  await box(page, /^Heater on:/).click();
  await expect(box(page, /^Heater on:/)).not.toBeChecked();
  await expect(asleep(page)).toContainText('1 to save');
  await expectAccessible(page);

  // What the list has with it opens where it stands.
  await page.getByRole('link', { name: 'All water' }).first().click();
  await expect(page.getByRole('region', { name: 'Water tonight' })).toBeVisible();
  await page.getByRole('link', { name: 'Change', exact: true }).first().click();
  await expect(page.getByText('What the treatments do')).toBeVisible();

  await page.goto('/shelf');
  await expect(page.getByRole('heading', { name: 'The laptop does not answer' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'The evening in order' }).click();
  await expect(box(page, /^Heater on:/)).not.toBeChecked();

  await page.goto(inTheDark);
  await page.getByRole('button', { name: 'Lid on: loaded' }).click();
  await page.waitForURL(/\/$/);
  await expect(asleep(page)).toContainText('2 to save');

  await own.start(database);
  await expect(asleep(page)).toBeHidden();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  for (const name of [/^Stand in it:/, /^Load in the dark: Ferry/]) await expect(box(page, name)).toBeChecked();
  await expect(box(page, /^Heater on:/)).not.toBeChecked();
});

test('a practice opens, goes on by its own clock, and its acts arrive once and in order', async ({ page }) => {
  await open(page, '/practice');
  await page.getByRole('radio', { name: /^A forgotten start/ }).check();
  await page.getByRole('button', { name: 'To the practice Bench' }).click();
  await page.waitForURL(/\/practice\/[\w-]+$/);
  await page.getByRole('button', { name: /Go on without/ }).click();
  await pressable(page);
  await keptHere(page);
  await own.kill();
  await deliberate(page);
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: 'Note' }).fill('The laptop sleeps');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/On its own; goes on, [23] to save/)).toBeVisible();
  const said = await page.locator('[data-act]').textContent();
  await page.reload();
  await expect(page.locator('[data-act]')).toHaveText(said ?? '');
  await expect(page.getByText(/On its own; goes on, [23] to save/)).toBeVisible();
  await own.start(database);
  await expect(page.getByText(/On its own/)).toHaveCount(0);
  const acts = async () => {
    const { sections } = (await (await page.request.get('/logbook/book.json')).json()) as {
      sections: { practiceEvents: { practiceId: string; document: { kind: string } }[] };
    };
    return sections.practiceEvents.filter(({ practiceId }) => page.url().endsWith(practiceId)).map(({ document }) => document.kind);
  };
  // The laptop answers again a moment before the last of them is there.
  await expect.poll(acts).toEqual(['readied', 'poured', 'note']);
});
