import { expect, test } from '@playwright/test';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** A stabiliser that is washed off, against every leaflet; and a tank for two reels with one reel in it. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('rinsed after all: allowed, told once where it was chosen, and never nagged about again', async ({ page }) => {
  await typeIn(page, {
    name: 'Slipway box',
    makes: '400',
    bottles: [
      { picks: 'Developer', time: '3:15', temp: '38', more: { first: '10', beat: '10 s every 60' } },
      { picks: 'Bleach-fix', time: '6:00', temp: '35-40' },
      { picks: 'Stabiliser', time: '1:00' },
    ],
  });
  await mixed(page, 'Slipway 1');
  await tank(page, 'Two reels, a stick', { ml: '520', oneMl: '310', by: 'stick' });
  await roll(page, 'Bell and mist');
  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1/ });

  await test.step('one reel alone takes less than the bottles hold: nothing is short, and the stick has its seconds', async () => {
    await expect(run.getByText(/film above the surface|holds .* and the tank needs/)).toHaveCount(0);
    await page.getByRole('link', { name: /^Developer 3:15/ }).click();
    await expect(page.getByRole('region', { name: 'What the Bench will say' }).getByText('Twirl the stick for 10 s').first()).toBeVisible();
  });
  await test.step('water after the stabiliser is set in by a press, with what that costs', async () => {
    await page.getByRole('link', { name: /^Stabiliser/ }).click();
    const way = page.getByRole('region', { name: 'Stabiliser, your way' });
    await way.getByRole('button', { name: 'A rinse' }).click();
    await expect(page.getByText(/^What that costs: Rinse after the stabiliser washes away/)).toBeVisible();
    await expect(run.getByRole('link', { name: /^Rinse 0:30/ })).toHaveCount(2);
  });
  await test.step('the next time it is simply done so', async () => {
    await open(page, '/');
    await expect(run.getByRole('link', { name: /^Rinse 0:30/ })).toHaveCount(2);
    await expect(page.getByText(/washes away what keeps dyes/)).toHaveCount(0);
  });
});
