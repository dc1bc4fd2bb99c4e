import { expect, test, type Page } from '@playwright/test';
import { open, toTheFirstPour } from './open.ts';
import { deliberate } from './press.ts';
import { freshDatabase, OwnServer } from './own-server.ts';

/** The temperature the film feels: one figure wherever it is said, and it follows what is read. */
const own = new OwnServer(4520, { STEADY_REEL_TEST_SPEED: '4' });
const { base } = own;
test.use({ baseURL: base });
test.beforeAll(() => own.start(freshDatabase(), '--demo'));
test.afterAll(() => own.kill());

const text = (page: Page) => page.locator('body').innerText();
/** The first figure behind some words. */
function figure(said: string, words: RegExp): string | null {
  const at = said.search(words);
  return at === -1 ? null : (/\d\d\.\d °C/.exec(said.slice(at))?.[0] ?? null);
}

test('poured warmer: plan, bath, calendar, wall sheet, checklist, Bench and logbook say one temperature', async ({ page, request }) => {
  test.setTimeout(300_000);
  await request.post('/?index', { form: { intent: 'heat', school: 'pour-warmer' }, headers: { Origin: base } });
  await open(page, '/?run=0&step=developer');
  const plan = await text(page);
  const wanted = figure(plan, /Pour at/);
  if (!wanted) throw new Error('no pour temperature on the plan');
  // The tank is cold, so it is not what the leaflet says.
  expect(wanted).not.toBe('38.0 °C');
  const said: [string, string | null][] = [['bath card', figure(plan, /Developer: pour at/)]];
  const calendar = (await (await request.get('/session.ics')).text()).replace(/\r?\n /g, '');
  said.push(['calendar', figure(calendar, /Developer \d+:\d\d\\?, poured at/)]);
  await open(page, '/wall-sheet');
  said.push(['wall sheet', figure(await text(page), /Developer/)]);

  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  said.push(['checklist', figure(await text(page), /poured at/)]);
  await page.getByRole('button', { name: /Go on without/ }).click();
  for (let i = 0; i < 2; i++) await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/Pour developer in/);
  said.push(['before its pour', figure(await text(page), /^At$/m)]);
  await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/Pour out now/);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await expect(page.getByText(/given up/i).first()).toBeVisible();
  const run = new URL(page.url()).pathname.replace('/bench/', '');
  await open(page, `/logbook/${run}`);
  said.push(['logbook', figure(await text(page), /planned to be poured at/)]);
  expect(said).toEqual(said.map(([where]) => [where, wanted]));
});

const second = new OwnServer(4521, { STEADY_REEL_TEST_SPEED: '4' });
test.describe('on an evening of its own', () => {
  test.use({ baseURL: second.base });
  test.beforeAll(() => second.start(freshDatabase(), '--demo'));
  test.afterAll(() => second.kill());

  test('predicted, read, corrected: a developer that is colder than predicted is told its new end, and may keep the planned one', async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await toTheFirstPour(page);
    for (let i = 0; i < 3; i++) await deliberate(page);
    await expect(page.locator('[data-act]')).toHaveText(/Pour out now/);
    await expect(page.getByRole('complementary').getByText(/as predicted/)).toBeVisible();
    const before = await page.getByRole('img', { name: /^Step/ }).textContent();
    await page.keyboard.type('36.2');
    await page.keyboard.press('Enter');
    const correction = page.getByRole('region', { name: 'Correction' }).first();
    await expect(correction).toContainText('Cooler');
    await expect(page.getByRole('complementary').getByText(/as predicted/)).toHaveCount(0);
    expect(await page.getByRole('img', { name: /^Step/ }).textContent()).not.toBe(before);
    await page.getByRole('button', { name: 'Keep the planned time' }).first().click();
    await expect(page.getByRole('button', { name: 'Keep the planned time' })).toHaveCount(0);
  });

  test('a thermometer that shows too much says what that would do to a developer', async ({ page }) => {
    await open(page, '/shelf/thermometers/stem');
    await page.getByLabel('This one shows').first().fill('39.0');
    await page.getByLabel('The trusted one shows').first().fill('38.0');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.waitForURL(/\/shelf$/);
    await open(page, '/shelf/thermometers/stem');
    await expect(page.getByText(/1\.0 °C too much: taken at its word, .* would get .* too little, as a pull of 0\.\d stop/)).toBeVisible();
  });
});
