import { expect, test } from '@playwright/test';
import { toTheFirstPour } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate } from '../press.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** Cine film in its own baths: the backing off before the developer, 41.1 held in a plastic tank, pushed one stop. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('cine, as made: its order is kept, its developer held at 41.1, and the rinse waits until it is clear', async ({ page }) => {
  await typeIn(page, {
    name: 'Reedbed Plain',
    process: 'ECN-2',
    makes: '1000',
    bottles: [
      { picks: 'Prebath', time: '0:30', temp: '27-38' },
      { picks: 'Developer', time: '3:00', temp: '41.1', more: { push1: '3:40' } },
      { picks: 'Stop bath', time: '0:30', temp: '27-38' },
      { picks: 'Bleach', time: '3:00', temp: '27-38' },
      { picks: 'Fixer', time: '2:00', temp: '37-39' },
      { picks: 'Final rinse', time: '0:10' },
    ],
  });
  await mixed(page, 'Reedbed 1');
  await tank(page, 'Plastic, two reels', { ml: '600' });
  await roll(page, 'Ferryman at dusk', { process: 'ECN-2', exposedAt: '400' });

  await page.goto('/');
  const strip = page.getByRole('region', { name: /^Run 1/ }).getByRole('link');
  const names = (await strip.allTextContents()).filter((text) => /\d:\d\d$/.test(text)).map((text) => text.replace(/\s*\d+:\d\d$/, ''));
  expect(names).toEqual(['Prebath', 'Rinse until clear', 'Developer', 'Stop bath', 'Bleach', 'Wash', 'Fixer', 'Wash', 'Final rinse']);
  // One stop by the leaflet's own time, in a tank that takes its share: the pour makes up for it, the time stays.
  await expect(page.getByRole('link', { name: /^Developer 3:40/ })).toBeVisible();
  await expect(page.getByText(/^Heat the developer to \d\d\.\d °C: this tank takes it to 41\.1 °C\.$/)).toBeVisible();

  await toTheFirstPour(page);
  await deliberate(page);
  await deliberate(page);
  const act = page.locator('[data-act]');
  await expect(act).toHaveText(/Pour rinse until clear water in|Pour rinse water in|Rinse until clear out/i);
  // On a busy machine the prebath's time is over by then, and its end is one act with the rinse.
  if (/Pour rinse/i.test((await act.textContent()) ?? '')) await deliberate(page);
  await expect(page.getByLabel('since the pour')).toBeVisible();
  await expect(page.getByText(/until it runs clear/)).toBeVisible();
});
