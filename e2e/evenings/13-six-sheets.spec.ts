import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { ledTo, mixed, PLAIN, roll, sheets, tank, toTheBench, typeIn } from './set-up.ts';

/** Six sheets in an insert, with a dark line along one edge; the two rolls of the same evening are good. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
test.use({ baseURL: own.base, viewport: { width: 390, height: 844 } });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('six sheets: asked as sheets, it is the holder or the insert and not the bath, and the rolls’ word counts', async ({ page }) => {
  await typeIn(page, PLAIN);
  await mixed(page, 'Kiln Lane 1');
  await tank(page, 'Insert for six', { ml: '1000', sheets: '6' });
  await sheets(page, 'Saltmarsh at noon', 6);
  await tank(page, 'Steel, two reels', { ml: '520', made: 'steel' });
  for (const name of ['Market day', 'Market night']) await roll(page, name);
  await open(page, '/');
  await expect(page.getByRole('region', { name: /^Run 1 · .*sheets/ })).toBeVisible();
  await toTheBench(page);
  await ledTo(page);
  const run = new URL(page.url()).pathname.split('/').at(-1) ?? '';

  await open(page, `/logbook/${run}/look`);
  await test.step('a sheet has no numbers along its edge, no holes and no first frame', async () => {
    await expect(page.getByRole('group', { name: 'Numbers along the edge' })).toHaveCount(0);
    await expect(page.getByRole('group', { name: 'The picture' })).toBeVisible();
    for (const ofRolls of ['streaks from the holes', 'dark over the first frames', 'black specks'])
      await expect(page.getByText(ofRolls, { exact: true })).toHaveCount(0);
    await expectAccessible(page);
  });
  const say = (name: string) => page.getByLabel(name, { exact: true }).check({ force: true });
  await page.getByRole('group', { name: 'The picture' }).getByLabel('normal').check({ force: true });
  await say('a line along a sheet’s edge');
  await expect(page.getByRole('heading', { name: /^1\. .*holder.*insert/ })).toBeVisible();
  await page
    .getByRole('group', { name: /^The other rolls/ })
    .getByLabel('good')
    .check({ force: true });
  await expect(page.getByText(/came out good: it is this film or its camera/).first()).toBeVisible();
  await expect(
    page.getByText('It was the film or its loading, neither exposure nor baths').filter({ visible: true }).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Keep this look' }).filter({ visible: true }).click();
  await expect(page).toHaveURL(new RegExp(`/logbook/${run}`));
  await expect(page.getByText(/a line along a sheet’s edge/).first()).toBeAttached();
});
