import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { pressable } from './press.ts';

/** Thirty minutes in one: a whole run is under a minute, and a press is still a press. */
const own = new OwnServer(4593, { STEADY_REEL_TEST_SPEED: '40' });
const at = (path: string) => own.base + path;
const act = (page: Page) => page.locator('[data-act]');

test.use({ viewport: { width: 390, height: 844 } });
test.beforeAll(async () => own.start(freshDatabase()));
test.afterAll(async () => own.kill());

/** Presses what stands on the wide button, each in its time, until nothing is left to press. */
async function throughTheBaths(page: Page): Promise<string[]> {
  const explained: string[] = [];
  for (let presses = 0; presses < 40; presses++) {
    await pressable(page);
    const label = (await act(page).textContent()) ?? '';
    const says = page.locator('h2 + p.text-aqua');
    if (await says.count()) explained.push((await says.first().textContent()) ?? '');
    // What is poured out is poured out when its time is over, not before.
    if (/Pour out now|is done|Lift out/.test(label)) await expect(page.getByLabel(/^over by/)).toBeVisible({ timeout: 60_000 });
    await act(page).click();
    await expect(act(page).or(page.locator('#ended'))).not.toHaveText(label, { timeout: 10_000 });
    if (await page.locator('#ended').isVisible()) return explained;
  }
  return explained;
}

async function accessible(page: Page): Promise<void> {
  await expectAccessible(page);
  // A page that has just come may still be measuring itself.
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
}

test('whoever has never done it is led from an empty page to a hung-up roll, on a phone, and may leave anywhere', async ({ page }) => {
  await open(page, at('/'));
  await page.getByRole('link', { name: 'Your first roll' }).click();
  await expect(page.getByRole('heading', { name: 'What you need' })).toBeVisible();
  await expect(page.getByText('No vessel that goes back to the kitchen.')).toBeVisible();

  await test.step('a word of the trade says what it means when it is tapped', async () => {
    await page.getByRole('button', { name: 'C-41', exact: true }).click();
    await expect(page.getByRole('note')).toContainText('The process of colour negative film.');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('note')).toHaveCount(0);
    // By keys as well, and under a pointer.
    await page.getByRole('button', { name: 'C-41', exact: true }).press('Enter');
    await expect(page.getByRole('note')).toBeVisible();
    await page.keyboard.press('Escape');
    await page.mouse.move(0, 0);
    await page.getByRole('button', { name: 'C-41', exact: true }).hover();
    await expect(page.getByRole('note')).toBeVisible();
    await page.mouse.move(0, 0);
    await expect(page.getByRole('note')).toHaveCount(0);
  });
  await accessible(page);
  await page.getByRole('button', { name: 'I have all that' }).click();

  await test.step('the leaflet is typed in field by field; what is wrong is said there, and what was typed stays', async () => {
    await expect(page.getByRole('heading', { name: 'The kit in your hand' })).toBeVisible();
    await page.getByLabel('1. Its name').fill('Kitchen kit');
    await page.getByLabel('2. It makes').fill('1000');
    await page.getByLabel('Developer: temperature').fill('380');
    await page.getByLabel('Developer: time').fill('3:15');
    await page.getByLabel('Another temperature').fill('30');
    await page.getByRole('button', { name: 'This is my kit' }).click();
    await expect(page.getByText('A temperature from 10.0 °C to 60.0 °C.').first()).toBeVisible();
    await expect(page.getByText('Both of them, or neither.')).toBeVisible();
    await expect(page.getByLabel('Developer: temperature')).toHaveValue('380');
    await accessible(page);
    await page.getByLabel('Developer: temperature').fill('38');
    await page.getByLabel('and its time').fill('8:00');
    for (const [bath, temperature, time] of [
      ['Bleach-fix', '38', '6:30'],
      ['Stabiliser', '25', '1:00'],
    ] as const) {
      await page.getByLabel(`${bath}: temperature`).fill(temperature);
      await page.getByLabel(`${bath}: time`).fill(time);
    }
    await page.getByRole('button', { name: 'This is my kit' }).click();
  });
  await expect(page.getByRole('heading', { name: 'The room' })).toBeVisible();
  await page.getByRole('button', { name: 'The room is ready' }).click();
  await expect(page.getByRole('heading', { name: 'The tank', exact: true })).toBeVisible();
  await page.getByLabel('It takes, for one roll').fill('500');
  await page.getByRole('button', { name: 'This is my tank' }).click();
  await expect(page.getByText('When it jams:')).toBeVisible();
  await page.getByRole('button', { name: 'It goes on without thinking' }).click();

  await test.step('loading is counted with closed eyes, and the count is there when one comes back', async () => {
    const count = page.getByRole('button', { name: /It is in and closed/ });
    for (const times of [1, 2]) {
      await count.click();
      await expect(count).toContainText(String(times));
    }
    await open(page, at('/'));
    await page.getByRole('link', { name: 'First roll 5/10' }).click();
    await expect(page.getByRole('heading', { name: 'Loading, with closed eyes' })).toBeVisible();
    await count.click();
    await expect(count).toContainText('Enough');
    await page.getByRole('button', { name: 'My hands know it' }).click();
  });
  await expect(page.getByText(/Bottles are right after about/)).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'I know how the bottles get warm' }).click();

  await test.step('a dry run with water on the real Bench: each bath says what it does, and a teacher speaks after it', async () => {
    await page.getByRole('button', { name: 'Begin the dry run' }).click();
    await page.waitForURL(/\/practice\/.+/);
    await page.locator('html[data-alive]').waitFor();
    await expect(page.getByText('You pour plain water in and out of your own tank')).toBeVisible();
    await page.getByRole('button', { name: /Go on without/ }).click();
    const said = await throughTheBaths(page);
    expect(said.join(' ')).toContain('Makes silver and dye where light fell');
    expect(said.join(' ')).toContain('Turns the silver back into a salt and takes the salt away');
    await page.getByRole('link', { name: 'What a teacher would say' }).click();
    await expect(page.getByRole('heading', { name: 'Water in the real tank: what a teacher would say' })).toBeVisible();
    await expect(page.getByText('turns of the tank were not pressed')).toBeVisible();
    await accessible(page);
    await page.getByRole('link', { name: 'Back to your first roll' }).click();
  });

  await expect(page.getByRole('heading', { name: 'The real roll' })).toBeVisible();
  await page.getByRole('link', { name: 'Mix Kitchen kit' }).click();
  await page.getByLabel('Name').fill('Kitchen 1');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Kitchen 1' })).toBeVisible();
  await page.getByRole('link', { name: /^First roll/ }).click();
  await page.getByLabel('Film', { exact: true }).fill('Fennel 200');
  await page.getByLabel('ISO').fill('200');
  await page.getByRole('button', { name: 'It waits to be developed' }).click();
  await page.getByRole('link', { name: 'To tonight’s session' }).click();
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
  const said = await throughTheBaths(page);
  expect(said.join(' ')).toContain('Keeps the dyes and lets the film dry without spots');
  await expect(page.getByRole('heading', { name: 'Developed' })).toBeVisible();

  await open(page, at('/first-roll'));
  await expect(page.getByRole('heading', { name: 'After it' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Look at it' })).toBeVisible();
  await page.getByRole('button', { name: 'I know it now' }).click();
  await expect(page.getByRole('link', { name: /^First roll/ })).toHaveCount(0);
});
