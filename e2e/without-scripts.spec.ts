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

test('before scripts nothing stands over the edge, however narrow the screen', async ({ page }) => {
  for (const width of [1280, 390])
    for (const place of ['/', '/shelf/kits/house-c41-three-bath', '/shelf/kits/house-c41-three-bath/leaflet', '/first-roll?step=kit']) {
      await page.setViewportSize({ width, height: 844 });
      await page.goto(place);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect(over, `${place} at ${width}`).toBeLessThanOrEqual(0);
    }
});

test('a leaflet is typed in bottle by bottle, put right where it is refused, and corrected afterwards', async ({ page }) => {
  await page.goto('/shelf/kits/new');
  await page.getByLabel('Name on the box').fill('Paper and pencil');
  await page.getByLabel('A kit makes').fill('600 ml');
  for (const bottle of ['Developer', 'Bleach-fix']) await page.getByRole('button', { name: `+ ${bottle}`, exact: true }).click();
  await expect(page.getByLabel('Name on the box')).toHaveValue('Paper and pencil');
  const bottle = (name: string) => page.getByRole('group', { name, exact: true });
  await bottle('Developer').getByLabel('Time').fill('soon');
  await bottle('Developer')
    .getByLabel(/^Temperature/)
    .fill('38');
  await bottle('Bleach-fix').getByLabel('Time').fill('6:30');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(bottle('Developer').getByRole('alert')).toContainText('3:15');
  await expect(bottle('Developer').getByLabel('Time')).toHaveValue('soon');
  await bottle('Developer').getByLabel('Time').fill('3:20');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Paper and pencil' })).toBeVisible();
  await page.getByRole('link', { name: 'Correct or copy it' }).click();
  await expect(bottle('Developer').getByLabel('Time')).toHaveValue('3:20');
  await bottle('Developer').getByText('What else the leaflet prints of it').click();
  await bottle('Developer').getByText('percent a roll').click();
  await bottle('Developer').getByLabel('Percent', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Keep this kit' }).click();
  await expect(page.getByRole('cell', { name: '2 % a roll' })).toBeVisible();
});

test('a first session, a dry run, a probe and its place go on without scripts', async ({ page }) => {
  await page.goto('/first-roll');
  await page.getByRole('button', { name: 'I have all that' }).click();
  await expect(page.getByRole('heading', { name: 'The kit in your hand' })).toBeVisible();
  // What is wrong is said by its field, and what was typed stays.
  await page.getByLabel('Name on the box').fill('Kitchen kit');
  await page.getByRole('group', { name: 'Developer' }).getByLabel('Time').fill('soon');
  await page.getByRole('button', { name: 'This is my kit' }).click();
  await expect(page.getByText('Minutes and seconds, such as 3:15.').first()).toBeVisible();
  await expect(page.getByRole('group', { name: 'Developer' }).getByLabel('Time')).toHaveValue('soon');
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
  await expect(page.locator('[data-act]')).toHaveText(/ out: |I pour out/);
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
  const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '4' });
  test.use({ baseURL: own.base });
  test.beforeAll(() => own.start(freshDatabase(), 'demo'));
  test.afterAll(() => own.kill());

  test('started, poured, read, asked again where it is too early, finished and in the logbook', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Start at the Bench' }).click();
    await page.waitForURL(/\/bench\/.+/);
    const act = page.locator('[data-act]');
    await page.getByRole('button', { name: /Go on without the checklist/ }).click();
    await expect(act).toBeVisible();
    const asked: string[] = [];
    const said: string[] = [];
    const over = page.getByRole('heading', { name: 'Developed' });
    for (let i = 0; i < 60; i++) {
      // Between two pages there is neither; which of them came is only known once one of them has.
      await expect(act.or(over).first()).toBeVisible();
      if (await over.isVisible()) break;
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
