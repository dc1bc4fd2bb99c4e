import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { pressable } from '../press.ts';

/** Thirty minutes in one: a whole run is under a minute, and a press is still a press. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '40' });
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
    if (/I pour out| out: |^Out and/.test(label)) await expect(page.getByLabel(/^over by/)).toBeVisible();
    await act(page).click();
    await expect(act(page).or(page.locator('#ended'))).not.toHaveText(label, { timeout: 10_000 });
    if (await page.locator('#ended').isVisible()) return explained;
  }
  return explained;
}

/** Presses the mixing bench's act, and waits until it has moved on. */
async function pressed(page: Page): Promise<void> {
  const before = await page.locator('[data-mixing]').getAttribute('data-mixing');
  await act(page).click();
  await expect(page.locator('[data-mixing]')).not.toHaveAttribute('data-mixing', before ?? '');
}

async function accessible(page: Page): Promise<void> {
  await expectAccessible(page);
  // A page that has just come may still be measuring itself.
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
}

/** How long so many litres take from 30 to 38 °C in an open tub, in minutes: heat in, less what the room takes. */
function minutesToWarm(litres: number, heaterW: number, roomC: number): number {
  const lossWK = 0.9 * litres ** (2 / 3);
  const endsC = roomC + heaterW / lossWK;
  return ((litres * 4180) / lossWK / 60) * Math.log((endsC - 30) / (endsC - 38));
}

test('the very first: whoever has never done it is led from an empty page to a hung-up roll, on a phone, and may leave anywhere', async ({
  page,
}) => {
  await open(page, at('/'));
  await page.getByRole('link', { name: 'Your first roll' }).click();
  await expect(page.getByRole('heading', { name: 'What you need' })).toBeVisible();
  await expect(page.getByText('No vessel that goes back to the kitchen.')).toBeVisible();

  await test.step('a word of the trade says what it means when it is tapped', async () => {
    await page.getByRole('button', { name: 'C-41', exact: true }).press('Enter');
    await expect(page.getByRole('note')).toContainText('The process of colour negative film.');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('note')).toHaveCount(0);
    await page.getByRole('button', { name: 'C-41', exact: true }).click();
    await page.mouse.move(0, 0);
    await expect(page.getByRole('note')).toBeVisible();
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
  await test.step('is this heater enough? answered before it is bought', async () => {
    const question = page.getByRole('region', { name: 'Is this heater enough?' });
    await question.getByLabel('Water, litres').fill('12');
    await question.getByLabel('Heater, watts').fill('300');
    await expect(question).toContainText(`after about ${Math.round(minutesToWarm(12, 300, 20))} min`);
    await question.getByLabel('Heater, watts').fill('50');
    await question.getByLabel('Room').fill('8');
    await expect(question).toContainText(`No: ${(8 + 50 / (0.9 * 12 ** (2 / 3))).toFixed(1)} °C is the most it holds`);
  });
  await accessible(page);
  await page.getByRole('button', { name: 'I have all that' }).click();

  await test.step('the leaflet is typed in field by field; what is wrong is said there, and what was typed stays', async () => {
    await expect(page.getByRole('heading', { name: 'The kit in your hand' })).toBeVisible();
    await page.getByLabel('Name on the box').fill('Kitchen kit');
    await page.getByLabel('A kit makes').fill('1000');
    const bottle = (name: string) => page.getByRole('group', { name, exact: true });
    await bottle('Developer')
      .getByLabel(/^Temperature/)
      .fill('380');
    await bottle('Developer').getByLabel('Time').fill('3:15');
    await page.getByRole('button', { name: 'This is my kit' }).click();
    await expect(bottle('Developer').getByRole('alert')).toContainText('A temperature such as 38');
    await expect(bottle('Developer').getByLabel(/^Temperature/)).toHaveValue('380');
    await accessible(page);
    // Left in the middle of it and come back to, everything stands there still.
    await open(page, at('/rolls'));
    await open(page, at('/first-roll?step=kit'));
    await expect(page.getByLabel('Name on the box')).toHaveValue('Kitchen kit');
    await expect(bottle('Developer').getByLabel('Time')).toHaveValue('3:15');
    await bottle('Developer')
      .getByLabel(/^Temperature/)
      .fill('38');
    await bottle('Developer').getByText('What else the leaflet prints of it').click();
    await bottle('Developer').getByLabel('Other temperatures, a line each').fill('30 8:00');
    await bottle('Developer')
      .getByLabel(/^How it is mixed/)
      .fill('water 700 ml at 40\nPart A 100 ml\nPart B 100 ml');
    for (const [bath, temperature, time] of [
      ['Bleach-fix', '38', '6:30'],
      ['Stabiliser', '25', '1:00'],
    ] as const) {
      await bottle(bath)
        .getByLabel(/^Temperature/)
        .fill(temperature);
      await bottle(bath).getByLabel('Time').fill(time);
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
      const kept = page.waitForResponse((response) => response.request().method() === 'POST');
      await count.click();
      await kept;
      await expect(count).toContainText(`${times}It is in and closed`);
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
  await test.step('mixed as its leaflet says, at the mixing bench, bottle by bottle', async () => {
    await page.getByRole('button', { name: 'Begin at the mixing bench' }).click();
    await page.waitForURL(/\/mixing\//);
    await page.locator('[data-mixing]').waitFor();
    await expect(page.getByText(/700 ml/).first()).toBeVisible();
    while (await act(page).isVisible()) await pressed(page);
    await page.getByRole('button', { name: /Put them on the shelf/ }).click();
    await page.waitForURL(/\/shelf\/labels/);
    await open(page, at('/shelf'));
    await expect(page.getByRole('heading', { name: 'Kitchen 1' })).toBeVisible();
  });
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
