import { expect, test } from '@playwright/test';
import { PLAIN } from '../playwright.config.ts';
import { freshDatabase, OwnServer } from './own-server.ts';

/** Forms work before JavaScript arrives, and the server checks whatever the browser sends. */
test.use({ baseURL: PLAIN, javaScriptEnabled: false });

test('a roll is refused by field with what was typed kept, then added', async ({ page, request }) => {
  await page.goto('/rolls/new');
  await page.getByLabel('Name').fill('Slow post');
  await page.getByLabel('Box speed').fill('12');
  const refused = await request.post('/rolls/new', {
    form: { name: 'Slow post', process: 'K-9', format: '135-36', boxSpeed: 'fast' },
    headers: { Origin: PLAIN },
  });
  const text = await refused.text();
  expect(text).toContain('The process is C-41, E-6 or ECN-2');
  expect(text).toContain('A film speed is a whole number');
  expect(text).toContain('value="fast"');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page.getByText('Slow post')).toBeVisible();
});

test('a line is added to a leaflet, and what was typed in the others stays', async ({ page }) => {
  await page.goto('/shelf/kits/house-c41-three-bath/leaflet');
  await page.getByRole('textbox', { name: 'Time, line 2' }).first().fill('5:20');
  const lines = page.getByRole('group', { name: 'Times for fresh solution' }).first().getByRole('textbox');
  await expect(lines).toHaveCount(8);
  await page.getByRole('button', { name: 'Add a temperature' }).first().click();
  await expect(lines).toHaveCount(10);
  await expect(page.getByRole('textbox', { name: 'Time, line 2' }).first()).toHaveValue('5:20');
});

test('a first session, a dry run, a probe and its place go on without scripts', async ({ page }) => {
  await page.goto('/first-roll');
  await page.getByRole('button', { name: 'I have all that' }).click();
  await expect(page.getByRole('heading', { name: 'The kit in your hand' })).toBeVisible();
  // What is wrong is said by its field, and what was typed stays.
  await page.getByLabel('1. Its name').fill('Kitchen kit');
  await page.getByLabel('Developer: time').fill('soon');
  await page.getByRole('button', { name: 'This is my kit' }).click();
  await expect(page.getByText('Minutes and seconds, such as 3:15.').first()).toBeVisible();
  await expect(page.getByLabel('Developer: time')).toHaveValue('soon');
  await page.goto('/first-roll?step=blind');
  await page.getByRole('button', { name: /count it/ }).click();
  await expect(page.getByRole('button', { name: /count it/ })).toContainText('1');
  // A word of the trade leads to its entry.
  await page.goto('/first-roll?step=needed');
  await page.getByRole('button', { name: 'C-41', exact: true }).click();
  await expect(page).toHaveURL(/\/method#word-c-41$/);

  await page.goto('/practice');
  await page.getByRole('button', { name: 'To the practice Bench' }).click();
  await page.waitForURL(/\/practice\/[\w-]+$/);
  const bench = page.url();
  await page.getByRole('button', { name: /Go on without/ }).click();
  await page.locator('[data-act]').click();
  await expect(page.locator('[data-act]')).toHaveText(/is done|Pour out now/);
  await page.goto(`${bench}/report`);
  await expect(page.getByText('It goes on: this is what there is of it so far.')).toBeVisible();

  await page.goto('/probes');
  await page.getByLabel('Name').first().fill('sink');
  await page.getByRole('button', { name: 'Add it and show its token' }).first().click();
  await expect(page.locator('.select-all')).toHaveText(/^[\w-]{43}$/);
  await page.goto('/probes');
  await page.getByLabel('It is').selectOption('tub');
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(page.getByLabel('It is')).toHaveValue('tub');
});

test.describe('a whole run without scripts', () => {
  const own = new OwnServer(4530, { STEADY_REEL_TEST_SPEED: '4' });
  test.use({ baseURL: own.base });
  test.beforeAll(() => own.start(freshDatabase(), '--demo'));
  test.afterAll(() => own.kill());

  test('started, poured, read, asked again where it is too early, finished and in the logbook', async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto('/');
    await page.getByRole('button', { name: 'Start at the Bench' }).click();
    await page.waitForURL(/\/bench\/.+/);
    const act = page.locator('[data-act]');
    await page.getByRole('button', { name: /Go on without the checklist/ }).click();
    await expect(act).toBeVisible();
    const asked: string[] = [];
    const said: string[] = [];
    for (let i = 0; i < 60 && (await act.count()) > 0; i++) {
      const label = (await act.first().innerText()).trim();
      if (/press again to end it/.test(label)) asked.push(said.at(-1) ?? '');
      else said.push(label);
      // Every press loads a page; on a busy machine the one before may still stand there for a moment.
      const loaded = page.waitForEvent('load');
      await act.first().click();
      await loaded;
    }
    expect(said).toContainEqual(expect.stringMatching(/Pour developer in/));
    expect(said).toContainEqual(expect.stringMatching(/Hung up/));
    // At four times the speed a press at once is still far too early for a developer.
    expect(asked.length).toBeGreaterThan(0);
    await page.goto('/logbook');
    await page.locator('main ul a[href^="/logbook/"]').first().click();
    await expect(page.getByText('Developer').first()).toBeVisible();
  });
});
