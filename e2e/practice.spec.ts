import { expect, test, type Page } from '@playwright/test';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { pressable } from './press.ts';

const own = new OwnServer();
const at = (path: string) => own.base + path;
const act = (page: Page) => page.locator('[data-act]');

test.beforeAll(async () => own.start(freshDatabase()));
test.afterAll(async () => own.kill());

/** The whole book but for what was practised, and when it was written. */
async function bookWithoutPractice(page: Page): Promise<string> {
  const text = await (await page.request.get(at('/logbook/book.json'))).text();
  const practised: readonly string[] = ['practices', 'practiceEvents', 'writtenAt', 'sum'];
  return JSON.stringify(JSON.parse(text, (name, value: unknown) => (practised.includes(name) ? undefined : value)));
}

async function begin(page: Page, scene: string, dice: string): Promise<void> {
  await open(page, at('/practice'));
  await page.getByRole('radio', { name: new RegExp(`^${scene}`) }).check();
  await page.getByLabel('Clock', { exact: true }).selectOption('20');
  await page.getByLabel('Dice', { exact: true }).fill(dice);
  await page.getByRole('button', { name: 'To the practice Bench' }).click();
  await page.waitForURL(/\/practice\/[\w-]+$/);
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText(scene).first()).toBeVisible();
  await page.getByRole('button', { name: /Go on without/ }).click();
}

async function pour(page: Page, next: RegExp): Promise<void> {
  await expect(async () => {
    if (!next.test((await act(page).textContent()) ?? '')) {
      await pressable(page);
      await act(page).click();
    }
    await expect(act(page)).toHaveText(next, { timeout: 1500 });
  }).toPass();
}

test('a forgotten start in a kitchen that is made up: it is seen, set, read, turned, and told by a teacher; the book knows nothing', async ({
  page,
}) => {
  const before = await bookWithoutPractice(page);
  await begin(page, 'A forgotten start', '7');
  await pour(page, / out: |I pour out/);
  // Whatever comes first, the developer is the one that was forgotten.
  if (/ out: /.test((await act(page).textContent()) ?? '')) {
    await expect(page.getByLabel(/^over by/)).toBeVisible();
    await pour(page, /I pour out/);
  }
  await expect(page.getByText('and only now did you press')).toBeVisible();
  await page.getByRole('radio', { name: '1×' }).click();
  await page.getByRole('button', { name: 'Set the start' }).click();
  await page.getByLabel('The step began 30 s earlier').click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('and only now did you press')).toHaveCount(0);

  await page.keyboard.press('r');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText(/Practice thermometer shows 3\d\.\d °C\./)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('a');
  await expect(page.getByRole('button', { name: 'Agitate A' })).toBeVisible();

  await page.reload();
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByRole('radio', { name: '1×' })).toBeChecked();
  await expect(act(page)).toHaveText(/I pour out/);

  await page.getByRole('radio', { name: '20×' }).click();
  for (let baths = 0; baths < 20; baths++) {
    await pressable(page);
    const label = (await act(page).textContent()) ?? '';
    if (/I pour out| out: |^Out and/.test(label)) await expect(page.getByLabel(/^over by/)).toBeVisible();
    await act(page).click();
    await expect(act(page).or(page.locator('#ended'))).not.toHaveText(label);
    if (await page.locator('#ended').isVisible()) break;
  }
  await expect(page.getByText('No roll, no bottle and no logbook knows of it.')).toBeVisible();
  await page.getByRole('link', { name: 'What a teacher would say' }).click();
  await expect(page.getByRole('heading', { name: 'A forgotten start: what a teacher would say' })).toBeVisible();
  await expect(page.getByText(/The developer had been in for \d+ seconds/)).toBeVisible();

  await test.step('it is seen again as a strip, and by the same dice it is the same kitchen', async () => {
    const moment = page.getByRole('slider', { name: 'Moment of the practice' });
    await page.getByRole('button', { name: 'Play' }).click();
    await expect(moment).not.toHaveValue('0');
    await page.getByRole('button', { name: 'Stop' }).click();
    await moment.fill('130');
    await expect(moment).toHaveAttribute('aria-valuetext', /^2:10, /);
    const said = await page.locator('main').textContent();
    await page.reload();
    await page.locator('html[data-alive]').waitFor();
    await moment.fill('130');
    expect(await page.locator('main').textContent()).toBe(said);
    await page.getByRole('link', { name: 'The same kitchen again' }).click();
    await expect(page.getByLabel('Dice', { exact: true })).toHaveValue('7');
    await expect(page.getByText(/best \d+ of 100/)).toBeVisible();
  });
  expect(await bookWithoutPractice(page)).toBe(before);
});

test('two habits of one kitchen lie over one another, and an impossible room is said', async ({ page }) => {
  await open(page, at('/practice/habits?room=14'));
  const got = page.getByRole('row', { name: /Developer: what the film got/ });
  await expect(got).toHaveText(/\d+ %\d+ %/);
  const [cold, warmed] = ((await got.textContent()) ?? '').match(/(\d+) %/g) ?? [];
  expect(parseInt(cold ?? '')).toBeLessThan(parseInt(warmed ?? ''));
  await page.getByLabel('In the air or in the bath').check();
  await expect(page.getByRole('columnheader', { name: 'Stands in the bath' })).toBeVisible();
  await page.getByLabel('Room, °C').fill('400');
  await page.getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByRole('alert')).toHaveText('A room from 5.0 °C to 35.0 °C; shown is 18.0 °C.');
});
