import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { ledTo, mixed, roll, tank, toTheBench, typeIn } from './set-up.ts';

/** No stabiliser in the box: three millilitres of wetting agent a litre, and away with it. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [ML, ML_A_LITRE] = [520, 3];
const dose = ((ML_A_LITRE * ML) / 1000).toFixed(1);

test('a last bath of one’s own: its dose for this tank, its time, no bottle left over, nothing after it', async ({ page }) => {
  await typeIn(page, {
    name: 'Two bottles',
    makes: '1000',
    bottles: [
      { picks: 'Developer', time: '3:15', temp: '38' },
      { picks: 'Bleach-fix', time: '6:30', temp: '35-40' },
    ],
  });
  await mixed(page, 'Two 1');
  await tank(page, 'Steel, two reels', { ml: String(ML), made: 'steel' });
  await roll(page, 'Slipway');

  await open(page, '/');
  await page.getByRole('link', { name: /^Wash 3:00/ }).click();
  const way = page.getByRole('region', { name: /, your way$/ });
  await way.getByRole('link', { name: 'A last bath of my own' }).click();
  await page.getByLabel('Name on the box').fill('Drops of wetting agent');
  await page.getByLabel('It makes').fill('1 l');
  await page.locator('[name="0.time"]').fill('1:15');
  await page.getByText('What else the leaflet prints of it').click();
  await page.locator('[name="0.mix"]').fill(`wetting agent ${ML_A_LITRE} ml a litre\nat each use`);
  await page.locator('[name="0.after"]').selectOption('discard');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL(/\/shelf\/kits\/(?!new)/);

  await open(page, '/');
  await page.getByRole('link', { name: /^Wash 3:00/ }).click();
  await way.getByRole('button', { name: 'Drops of wetting agent' }).click();
  const run = page.getByRole('region', { name: /^Run 1 ·/ });
  await expect(run.getByRole('link', { name: / \d:\d\d/ }).last()).toHaveAccessibleName(/^Last bath\s+1:15/);
  await expect(run.getByText(new RegExp(`Last bath: ${dose} ml wetting agent \\(about 31 drops\\) in ${ML} ml`))).toBeVisible();
  await expectAccessible(page);

  await toTheBench(page);
  await ledTo(page, /last bath/i);
  await expect(page.getByText(/ml wetting agent/).first()).toBeVisible();
  await ledTo(page);
  await open(page, '/shelf');
  // Its two bottles have each seen a roll, and none stands there for what was made of drops.
  await expect(page.getByRole('img', { name: /^(Developer|Bleach-fix), 987 ml of 1000 ml/ })).toHaveCount(2);
  await expect(page.getByRole('img', { name: /last bath/i })).toHaveCount(0);
});
