import { expect, test } from '@playwright/test';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { byTheList } from './by-the-list.ts';
import { mixed, roll, room, tank, typeIn } from './set-up.ts';

/** A kit worked in the room: no tub, no heater, everything as warm as the kitchen. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('the cool kitchen: no heater and no tub, water and baths at 24.5, the time by its rows', async ({ page }) => {
  await typeIn(page, {
    name: 'Kiln Lane Cool',
    makes: '1000',
    bottles: [
      { picks: 'Developer', time: '19:00', temp: '23.5', more: { more: '21 23:00\n26 15:30\n29 12:40', first: '30', beat: '4 every 120' } },
      { picks: 'Bleach-fix', time: '14:00', temp: '20-28' },
      { picks: 'Stabiliser', time: '1:00', temp: '18-26' },
    ],
  });
  await mixed(page, 'Cool 1');
  await tank(page, 'Stick tank', { ml: '500', by: 'stick' });
  await roll(page, 'Bell and mist');
  await room(page, 24.5);
  const developer = page.getByLabel('Developer', { exact: true });
  await developer.fill('24.5');
  await developer.press('Enter');
  // ln(time) is linear between 23.5 °C 19:00 and 26 °C 15:30: 1140 × (930 ⁄ 1140)^0.4 = 1050.8 s.
  await expect(page.getByRole('link', { name: /^Developer 17:31/ })).toBeVisible();
  await expect(page.getByText('No heater tonight: the room is right for every bath.')).toBeVisible();
  await expect(page.getByText('Pour the developer at 24.5 °C.')).toBeVisible();
  await expect(page.getByText(/wrinkle/)).toHaveCount(0);
  await open(page, '/wall-sheet');
  for (const step of ['Prewash', 'Rinse', 'Bleach-fix', 'Wash', 'Stabiliser'])
    await expect(page.getByRole('row', { name: new RegExp(step) }).first()).toContainText('24.5 °C');

  await test.step('from the list alone to the last clip: no tub is filled, no heater is put on', async () => {
    const done = await byTheList(page);
    expect(done.join('\n')).not.toMatch(/Fill the tub|Heater on|Top the bath up|Stand in it/);
    expect(done.map((what) => what.split(':')[0]?.split(' · ')[0])).toEqual([
      'Load in the dark',
      'Stand it in the room',
      'Water ready',
      'Run 1',
      'Put back',
    ]);
    expect(done.find((what) => what.startsWith('Water ready'))).toContain('at 24.5 °C');
  });
});
