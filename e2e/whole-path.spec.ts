import { expect, test, type Page } from '@playwright/test';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { ledTo } from './evenings/set-up.ts';
import { keysHere, pressable } from './press.ts';

/** An empty book, on a clock that runs sixtyfold. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '60' });
test.use({ baseURL: own.base, serviceWorkers: 'allow' });
test.beforeEach(() => own.start(freshDatabase()));
test.afterEach(() => own.kill());

const act = (page: Page) => page.locator('[data-act]');

/** Presses Space until the act button says what is wanted next: a press too soon after the last does not count. */
async function press(page: Page, doing: RegExp, then: RegExp) {
  // The button says what it does now, or asks about a press that came too early.
  await expect(act(page)).toHaveText(new RegExp(`${doing.source}|press again`));
  await expect(async () => {
    if (!then.test((await act(page).textContent()) ?? '')) await page.keyboard.press('Space');
    await expect(act(page)).toHaveText(then, { timeout: 1500 });
  }).toPass();
}

test('from an empty shelf to a hung-up roll in the logbook, with the batch moved on once', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('link', { name: 'Mix a batch' }).click();

  await test.step('a wrong form says what is accepted and keeps what was typed', async () => {
    await page.getByLabel('Name').fill('Kitchen 1');
    await page.getByLabel('Volume of each bottle').fill('a litre');
    await page.getByLabel('Rolls done so far').fill('6');
    await page.getByRole('button', { name: 'Put it on the shelf' }).click();
    await expect(page.getByText('A volume is from 50 ml to 20000 ml')).toBeVisible();
    await expect(page.getByLabel('Volume of each bottle')).toHaveValue('a litre');
    await page.getByLabel('Volume of each bottle').fill('1000');
    await page.getByRole('button', { name: 'Put it on the shelf' }).click();
    await expect(page.getByRole('heading', { name: 'Kitchen 1' })).toBeVisible();
  });

  await open(page, '/');
  await page.getByRole('link', { name: 'Add a tank' }).click();
  await page.getByLabel('Name').fill('Steel, two reels');
  await page.getByLabel('Solution it needs').fill('520');
  await page.getByRole('button', { name: 'Add this tank' }).click();

  await open(page, '/rolls/new');
  await page.getByLabel('Name').fill('Ferry firing 1');
  await page.getByLabel('Film', { exact: true }).fill('Fennel 200');
  await page.getByLabel('Box speed').fill('200');
  await page.getByLabel('Exposed at').fill('200');
  await page.getByRole('button', { name: 'one more like it' }).click();
  await expect(page.getByLabel('Name')).toHaveValue('Ferry firing 2');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page.getByText('Ferry firing 2')).toBeVisible();

  await open(page, '/');
  const developer = page.getByLabel('Developer', { exact: true });
  await test.step('a temperature outside the leaflet names its range and offers the nearest end', async () => {
    await developer.fill('45');
    await developer.press('Enter');
    await expect(page.getByText('runs from 30.0 °C to 41.0 °C').last()).toBeVisible();
    await page.getByRole('button', { name: 'Use 41.0 °C' }).click();
    await expect(developer).toHaveValue('41.0');
    await developer.fill('3.72');
    await developer.press('Enter');
    await expect(page.getByText('Did you mean 37.2?')).toBeVisible();
  });
  await developer.fill('37.2');
  await developer.press('Enter');

  await test.step('every time opens to its working: 200 × 1.126 × 218.3 ⁄ 200 = 4:06, and what the tank takes', async () => {
    await page.getByRole('link', { name: /^Developer 4:30/ }).click();
    const detail = page.getByRole('region', { name: 'Run 1, developer 4:30' });
    await expect(detail.getByRole('row', { name: /Leaflet at 38.0 °C/ })).toContainText('3:20');
    await expect(detail.getByRole('row', { name: /Wear, roll 8/ })).toContainText('+0:25');
    await expect(detail.getByRole('row', { name: /37.2 °C instead of/ })).toContainText('+0:21');
    await expect(detail.getByRole('row', { name: /In the tank/ })).toContainText('+0:24');
    await expect(detail.getByRole('img')).toHaveAccessibleName(/this step is 4:30/);
  });

  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.getByRole('button', { name: /Go on without the checklist/ }).waitFor();
  await keysHere(page);
  await page.keyboard.press('Space');
  await press(page, /Pour prewash water in/, /Prewash out/);
  await ledTo(page, /I pour out/);

  await test.step('a cool reading moves the finish; an odd one is refused with what was meant', async () => {
    await page.keyboard.type('3.7');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: '37.0?' })).toBeVisible();
    await page.getByRole('button', { name: '37.0?' }).click();
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('4:30');
  });

  await test.step('reload and another screen show the same run', async () => {
    await page.reload();
    const other = await page.context().newPage();
    await open(other, page.url());
    for (const screen of [page, other]) {
      await expect(act(screen)).toHaveText(/I pour out/);
      await expect(screen.getByRole('region', { name: 'Temperature' }).first()).toContainText('37.0 °C');
    }
    await other.close();
  });

  await press(page, /I pour out/, /Pour rinse water in/);
  await page.keyboard.press('z');
  await expect(act(page)).toHaveText(/I pour out/);
  await press(page, /I pour out/, /Pour rinse water in/);
  await press(page, /Pour rinse/, /Rinse out/);
  await ledTo(page, /Bleach-fix out/);
  await page.keyboard.press('n');
  await page.getByLabel('Note').fill('Kitchen was cold');
  await page.keyboard.press('Enter');
  // Its whole time: what is cut short stays in the dark.
  await expect(page.getByLabel(/^over by/)).toBeVisible();
  await press(page, /Bleach-fix out: pour wash water in/, /Wash out/);
  await expect(page.getByText('Light does no harm now')).toBeVisible();
  await ledTo(page, /Out and hung up: finish/);
  await expect(page.getByRole('heading', { name: 'Hang it up' })).toBeVisible();
  // A press so soon after the last is not meant; then two at once count once.
  await pressable(page);
  await act(page).dblclick();
  await expect(page.getByRole('heading', { name: 'Developed' })).toBeVisible();

  await page.getByRole('link', { name: 'To the logbook' }).click();
  await expect(page.getByText('Kitchen was cold')).toBeVisible();
  await expect(page.getByText(/37.0 °C at/)).toBeVisible();
  await open(page, '/rolls?state=developed');
  await expect(page.getByText('Ferry firing 1')).toBeVisible();
  await open(page, '/shelf');
  await expect(page.getByRole('img', { name: '8 of 12 rolls done' })).toBeVisible();
  await open(page, '/bench');
  await expect(page.getByText('Nothing is in the tank')).toBeVisible();
});
