import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate } from '../press.ts';
import { mixed, roll, room, tank, typeIn } from './set-up.ts';

/** One temperature, one litre, a cold kitchen: the leaflet that nearly everyone has in the hand. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [PRINTED_C, PRINTED_S, ROOM_C, ML, TANK_JK, PER_MIN, PER_K] = [38.4, 205, 16, 520, 210, 0.016, 0.11];
const settles = (c: number, tankC: number) => (4.18 * ML * c + TANK_JK * tankC) / (4.18 * ML + TANK_JK);
const cooled = (c: number, s: number) => ROOM_C + (c - ROOM_C) * Math.exp((-PER_MIN * s) / 60);

/** By the arithmetic of the page: a minute of prewash, then the pour whose dose over 3:25 is 3:25 at 38.4. */
function pourByHand(): number {
  const tankC = cooled(settles(PRINTED_C, ROOM_C), 60);
  const dose = (pourC: number) => {
    let sum = 0;
    for (let s = 0.5; s < PRINTED_S; s++) sum += Math.exp(PER_K * (cooled(settles(pourC, tankC), s) - PRINTED_C));
    return sum;
  };
  let [low, high] = [PRINTED_C, PRINTED_C + 10];
  for (let i = 0; i < 40; i++) [low, high] = dose((low + high) / 2) < PRINTED_S ? [(low + high) / 2, high] : [low, (low + high) / 2];
  return low;
}

test('the plain litre: typed in nine fields, poured so that this tank is right, and led by the rule of thumb', async ({ page }) => {
  const typing = await typeIn(page, {
    name: 'Kiln Lane Plain',
    makes: '1000',
    rolls: '12',
    bottles: [
      { picks: 'Developer', time: '3:25', temp: '38.4' },
      { picks: 'Bleach-fix', time: '6:10', temp: '36 to 40' },
      { picks: 'Stabiliser', time: '1:10' },
    ],
  });
  expect(typing.fields).toBeLessThanOrEqual(9);
  await mixed(page, 'Plain 1');
  await tank(page, 'Steel, two reels', { ml: '520', made: 'steel' });
  await roll(page, 'Ferry ropes');
  await room(page, ROOM_C);

  const pour = `${pourByHand().toFixed(1)} °C`;
  const sentence = `Heat the developer to ${pour}: this tank takes it to 38.4 °C.`;
  await test.step('the sentence before the pour is the arithmetic’s, and the time is the printed one', async () => {
    await expect(page.getByRole('region', { name: 'The bath' }).getByText(sentence)).toBeVisible();
    await expect(page.getByRole('link', { name: /^Developer 3:25/ })).toBeVisible();
    await expectAccessible(page);
  });
  await test.step('no warning is left that a press has answered', async () => {
    const run = page.getByRole('region', { name: /^Run 1/ });
    await expect(run.getByRole('alert').or(run.locator('[data-tone=hot]'))).toHaveCount(0);
  });
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText(sentence)).toBeVisible();
  await page.getByRole('button', { name: /Go on without/ }).click();
  await deliberate(page);
  await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/Pour developer in/);
  await expect(page.locator('main').getByText(/^Heat the developer to/)).toBeVisible();
  await deliberate(page);
  await expect(page.locator('[data-act]')).toHaveText(/Pour out now/);
  await page.keyboard.type('37.6');
  await page.keyboard.press('Enter');
  const correction = page.getByRole('region', { name: 'Correction' }).first();
  await expect(correction).toContainText('Cooler than planned');
  await expect(correction).toContainText('by rule of thumb');
  await deliberate(page);
  await open(page, page.url());
  await expect(page.locator('[data-act]')).toHaveText(/Pour rinse water in|Rinse is done/);
});
