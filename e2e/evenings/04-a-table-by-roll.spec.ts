import { expect, test } from '@playwright/test';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** Times that grow by a table. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('a table by roll: tonight the seventh, with the working; the ninth is past the table and said to be', async ({ page }) => {
  await typeIn(page, {
    name: 'Table box',
    makes: '1000',
    bottles: [
      { picks: 'Developer', temp: '38', more: { wear: 'table', table: '1-3 3:20\n4-6 3:40\n7-8 4:05' } },
      { picks: 'Bleach-fix', temp: '35-40', more: { wear: 'table', table: '1-3 6:00\n4-6 7:30\n7-8 9:00' } },
    ],
  });
  await mixed(page, 'Table 1', { rollsDone: '6' });
  await tank(page, 'One reel', { ml: '310' });
  await roll(page, 'Ferry ropes');
  await open(page, '/');
  await page.getByRole('link', { name: /^Developer 4:05/ }).click();
  const working = page.getByRole('region', { name: 'Run 1, developer 4:05' });
  await expect(working.getByRole('row', { name: /Leaflet at 38.0 °C/ })).toContainText('3:20');
  await expect(working.getByRole('row', { name: /Wear, roll 7/ })).toContainText('+0:45');
  await expect(page.getByRole('link', { name: /^Bleach-fix 9:00/ })).toBeVisible();
  await roll(page, 'Bell and mist');
  await roll(page, 'Slipway');
  await open(page, '/');
  await expect(page.getByText(/roll 9 is past the leaflet’s table, which ends at roll 8/).first()).toBeVisible();
});
