import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** A quart in °F, bleach and fixer apart: three waters between them, and five minutes of running water at the end. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const FILLS = [5, 10, 20, 20, 20];

test('waters between: both washes as said, on the drawing of the run, by keyboard and on a phone', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('button', { name: /°C · ml/ }).click();
  await page.getByRole('radio', { name: /°F/ }).click();
  await page.getByRole('radio', { name: /US fl oz/ }).click();
  await page.keyboard.press('Escape');
  await typeIn(page, {
    name: 'Quart box',
    makes: '32',
    rolls: '8',
    bottles: [
      { picks: 'Developer', time: '3:15', temp: '100' },
      { picks: 'Bleach', time: '6:20', temp: '95-105' },
      { picks: 'Fixer', time: '5:40', temp: '95-105' },
      { picks: 'Stabiliser', time: '1:30' },
    ],
  });
  await mixed(page, 'Quart 1');
  await tank(page, 'Two reels', { ml: '17' });
  await roll(page, 'Slipway');
  await open(page, '/');
  await expect(page.getByText('roll 1 of this batch')).toBeVisible();

  await test.step('the water after the bleach is changed three times in two minutes; the last one runs five', async () => {
    await page
      .getByRole('link', { name: /^Wash 3:00/ })
      .first()
      .click();
    const way = page.getByRole('region', { name: 'Wash, your way' });
    const opened = (step: string) => expect(way.locator('input[name=step]').first()).toHaveValue(step);
    await opened('wash');
    await way.getByRole('textbox', { name: 'Time' }).fill('2:00');
    await way.getByLabel('changed', { exact: true }).check({ force: true });
    await way.getByLabel(/How many changes/).fill('3');
    await way.getByRole('button', { name: 'Keep as my way' }).press('Enter');
    await expect(page.getByRole('link', { name: /^Wash 2:00/ })).toBeVisible();
    await page
      .getByRole('link', { name: /^Wash 3:00/ })
      .first()
      .click();
    await opened('wash-2');
    await way.getByRole('textbox', { name: 'Time' }).fill('5:00');
    await way.getByRole('button', { name: 'Keep as my way' }).click();
    await expect(page.getByRole('link', { name: /^Wash 5:00/ })).toBeVisible();
    await expectAccessible(page);
  });
  await test.step('what the Bench will say counts the changes', async () => {
    await page.getByRole('link', { name: /^Wash 2:00/ }).click();
    const cues = page.getByRole('region', { name: 'What the Bench will say' });
    for (const n of [1, 2, 3]) await expect(cues.getByText(`Fill, shake, empty: change ${n} of 3`)).toBeVisible();
  });
  await test.step('inversions are counted a fill, and arrow keys go along the strip', async () => {
    await page
      .getByRole('link', { name: /^Developer/ })
      .first()
      .focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('link', { name: /^Rinse/ })).toBeFocused();
    await page.keyboard.press('Enter');
    const way = page.getByRole('region', { name: 'Rinse, your way' });
    await way.getByLabel('counted', { exact: true }).check({ force: true });
    await way.getByLabel(/inversions of each fill/).fill(FILLS.join(', '));
    await way.getByRole('button', { name: 'Keep as my way' }).press('Enter');
    // A fill takes eight seconds and twelve to drain, and two an inversion.
    const s = FILLS.length * (8 + 12) + 2 * FILLS.reduce((sum, n) => sum + n, 0);
    await expect(page.getByRole('link', { name: new RegExp(`^Rinse ${Math.floor(s / 60)}:${s % 60}`) })).toBeVisible();
    await expect(
      page.getByRole('region', { name: 'What the Bench will say' }).getByText('Fresh water, 20 inversions: fill 3 of 5'),
    ).toBeVisible();
    await expect(way.getByText(/Rinse.*counted 5, 10, 20, 20, 20, was 0:30, stands/)).toBeVisible();
  });
  await test.step('the wall says it too', async () => {
    await open(page, '/wall-sheet');
    await expect(page.getByRole('row', { name: /^Rinse/ })).toContainText('Fresh water each fill: 5, 10, 20, 20, 20 inversions');
    await expect(page.getByRole('row', { name: /^Wash/ }).first()).toContainText('Fill, shake, empty, 3 times');
    await open(page, '/?run=0&step=4-wash');
  });
  await test.step('a slip is said beside the step, and an order that cannot be is refused', async () => {
    const way = page.getByRole('region', { name: 'Wash, your way' });
    await way.getByRole('textbox', { name: 'Time' }).fill('soon');
    await way.getByRole('button', { name: 'Keep as my way' }).click();
    await expect(way.getByRole('alert')).toContainText('5:00');
    await page
      .getByRole('link', { name: /^Developer/ })
      .first()
      .click();
    await page.getByRole('region', { name: 'Developer, your way' }).getByRole('button', { name: 'Leave it out' }).click();
    await expect(page.getByText(/No developer.*Nothing was changed/)).toBeVisible();
  });
  await test.step('at the sink it is the same, and one press puts a step back', async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, '/?run=0&step=4-wash');
    await expectAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    await page.getByRole('button', { name: 'Put Wash back' }).first().click();
    await expect(page.getByRole('link', { name: /^Wash 3:00/ })).toBeVisible();
  });
});
