import { expect, test } from '@playwright/test';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** Times that grow by a table, and powders that are not divided. */
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

test('powders: half a kit of packets is refused with why', async ({ page }) => {
  await typeIn(page, {
    name: 'Powder box',
    makes: '1200',
    bottles: [
      { picks: 'Developer', time: '3:15', temp: '38', more: { mix: 'water 1000 ml at 45\nPart A packet\nPart B packet\nPart C packet' } },
      { picks: 'Bleach-fix', time: '6:30', temp: '35-40' },
    ],
  });
  const kit = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  await open(page, `/shelf/batches/new?kit=${kit}`);
  await page.getByLabel('Name').fill('Half of it');
  await page.getByLabel('Volume of each bottle').fill('600');
  await page.getByRole('button', { name: /mixing bench/i }).click();
  await expect(page.getByText(/is a packet, and what is in it settles apart/).first()).toBeVisible();
});
