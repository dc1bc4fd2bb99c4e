import { expect, test, type Page } from '@playwright/test';
import { open, toTheFirstPour } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate } from './press.ts';

/** The temperature the film feels: one figure wherever it is said, and it follows what is read. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '4' });
const { base } = own;
test.use({ baseURL: base });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

const text = (page: Page) => page.locator('body').innerText();
/** The first figure behind some words. */
function figure(said: string, words: RegExp): string | null {
  const at = said.search(words);
  return at === -1 ? null : (/\d\d\.\d °C/.exec(said.slice(at))?.[0] ?? null);
}

test('poured warmer: plan, bath, calendar, wall sheet, checklist, Bench and logbook say one temperature', async ({ page, request }) => {
  await request.post('/?index', { form: { intent: 'heat', school: 'pour-warmer' }, headers: { Origin: base } });
  await open(page, '/?run=0&step=1-developer');
  const plan = await text(page);
  const wanted = figure(plan, /Pour at/);
  if (!wanted) throw new Error('no pour temperature on the plan');
  // The tank is cold, so it is not what the leaflet says.
  expect(wanted).not.toBe('38.0 °C');
  const said: [string, string | null][] = [['the run', figure(plan, /Heat the developer to/)]];
  const calendar = (await (await request.get('/session.ics')).text()).replace(/\r?\n /g, '');
  said.push(['calendar', figure(calendar, /Developer \d+:\d\d\\?, poured at/)]);
  await open(page, '/wall-sheet');
  said.push(['wall sheet', figure(await text(page), /Developer/)]);

  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  said.push(['checklist', figure(await text(page), /Heat the developer to/)]);
  await page.getByRole('button', { name: /Go on without/ }).click();
  for (let i = 0; i < 2; i++) await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/Pour developer in/);
  said.push(['before its pour', figure(await text(page), /^At$/m)], ['in large type', figure(await text(page), /Heat the developer to/)]);
  await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/I pour out/);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await expect(page.getByText(/given up/i).first()).toBeVisible();
  const run = new URL(page.url()).pathname.replace('/bench/', '');
  // The act may still be on its way to the book.
  await expect(async () => {
    await open(page, `/logbook/${run}`);
    await expect(page.getByText(/planned to be poured at/).first()).toBeVisible({ timeout: 1000 });
  }).toPass();
  said.push(['logbook', figure(await text(page), /planned to be poured at/)]);
  expect(said).toEqual(said.map(([where]) => [where, wanted]));
});

const second = new OwnServer({ STEADY_REEL_TEST_SPEED: '12' });
test.describe('on an evening of its own', () => {
  test.use({ baseURL: second.base });
  test.beforeAll(() => second.start(freshDatabase(), 'demo'));
  test.afterAll(() => second.kill());

  test('predicted, read, corrected, finished, judged: the finish follows the tank under an own margin, and every page says what that gave', async ({
    page,
  }) => {
    await toTheFirstPour(page);
    // A conviction has its place before the pour, and is a line of its own.
    await deliberate(page);
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('button', { name: /^Prewash is out/ }).click();
    await expect(page.locator('[data-act]')).toHaveText(/Pour developer in/);
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('button', { name: /Your own margin on developer/ }).click();
    await page.getByLabel('More or less').fill('lots');
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(page.getByText(/“lots” is no margin/)).toBeVisible();
    await page.getByLabel('More or less').fill('+10');
    await page.getByLabel('Why').fill('thin with this kit');
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(page.getByRole('complementary').getByText('Your own margin: thin with this kit')).toBeVisible();

    await deliberate(page);
    await expect(page.locator('[data-act]')).toHaveText(/I pour out/);
    await expect(page.getByRole('complementary').getByText(/as predicted/)).toBeVisible();
    await page.getByRole('button', { name: /^Put this tip away: Read when you agitate/ }).click();
    await expect(page.getByText('Used developer darkens. Its colour alone proves nothing.')).toBeVisible();
    await page.keyboard.type('37.2');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler');
    await expect(page.getByRole('complementary').getByText(/as predicted/)).toHaveCount(0);
    await page.getByRole('button', { name: 'Keep the planned time' }).first().click();
    await page.getByRole('button', { name: 'Follow the temperature' }).first().click();
    // The developer is poured out at its corrected end, and no second earlier.
    await expect(page.getByText('The developer goes on working: pour it out now.')).toBeVisible({ timeout: 90_000 });
    await deliberate(page);
    await expect(page.locator('[data-act]')).toHaveText(/Pour rinse water in/);
    for (let i = 0; i < 20 && !(await page.getByText('Hang it up').isVisible()); i++) await deliberate(page);
    await deliberate(page);
    await expect(page.getByRole('heading', { name: 'Developed' })).toBeVisible();
    const judged = /\+0:10 by your own margin: thin with this kit \(as a push of 0\.\d stop\)/;
    const developer = page.getByRole('row', { name: /^Developer/ });
    await expect(developer).toContainText(/on time|as a push of (less than a tenth|0\.[12])/);
    await expect(developer).toContainText(judged);
    await expect(page.getByRole('alert').filter({ hasText: 'got too little time' })).toContainText('Bleach-fix');
    await page.getByRole('link', { name: /To the logbook/ }).click();
    await expect(page.getByRole('row', { name: /^Developer/ })).toContainText(judged);
    await page.getByRole('link', { name: 'Ferry firing 1' }).click();
    await expect(page.getByText(/Developer, (on time|as a push)/)).toBeVisible();
    // And it is offered again for the next evening with this kit.
    await open(page, '/');
    await expect(page.getByText(/Last time at the Bench developer had \+0:10: thin with this kit/)).toBeVisible();
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
