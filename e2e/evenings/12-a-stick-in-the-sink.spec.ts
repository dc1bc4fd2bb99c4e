import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate } from '../press.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** Ten seconds of stick each minute, one reel in a tank for two, and the start was forgotten. The clock is the true one. */
const own = new OwnServer();
test.use({ baseURL: own.base, viewport: { width: 390, height: 844 } });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [FORGOTTEN_S, REEL_ML] = [50, 310];
const seconds = (text: string | null) => {
  const [, min = '0', s = '0'] = /(\d+):(\d\d)/.exec(text ?? '') ?? [];
  return Number(min) * 60 + Number(s);
};

test('a stick in the sink: cues in seconds, no alarm about the volume, the start set in two presses and the finish right', async ({
  page,
}) => {
  await typeIn(page, {
    name: 'Stick box',
    makes: '350',
    bottles: [
      { picks: 'Developer', time: '3:30', temp: '38', more: { first: '30', beat: '10 s every 60' } },
      { picks: 'Bleach-fix', time: '6:30', temp: '35-40', more: { first: '30', beat: '10 s every 60' } },
    ],
  });
  await mixed(page, 'Stick 1');
  await tank(page, 'For two, with a stick', { ml: '600', oneMl: String(REEL_ML), by: 'stick', stands: 'bath' });
  await roll(page, 'Ferry ropes');

  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1 ·/ });
  // A bottle of 350 ml is less than two reels need, and more than the one that is in it.
  await expect(run.getByText(/film above the surface|holds/)).toHaveCount(0);
  await run.getByRole('link', { name: /^Developer\s+\d:\d\d/ }).click();
  await expect(page.getByText('Twirl the stick for 10 s').first()).toBeVisible();
  await expect(page.getByText(/Invert/)).toHaveCount(0);
  const planned = seconds(await run.getByRole('link', { name: /^Developer\s+\d:\d\d/ }).textContent());
  await page.goto('/wall-sheet');
  const sheet = page.getByRole('row', { name: /^Developer/ });
  await expect(sheet.getByText(/stick for 10 s every 60 s/i).filter({ visible: true })).toBeVisible();
  await expect(sheet.getByText(/pour out at/).filter({ visible: true })).toBeVisible();
  await expect(page.getByText(/invert/i)).toHaveCount(0);

  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
  const act = page.locator('[data-act]');
  while (!/Pour developer in/.test((await act.textContent()) ?? '')) await deliberate(page, () => act.click());
  await deliberate(page, () => act.click());
  await test.step('it went in fifty seconds before it was pressed', async () => {
    await page.getByRole('button', { name: 'Forgot to press?' }).click();
    await page.getByLabel('It went in this long ago').fill('0:50');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Set the start' }).click();
    const left = page.getByLabel(/^left/);
    await expect(left).toBeVisible();
    const rest = seconds(await left.textContent());
    // A second that has begun is shown whole.
    expect(rest).toBeLessThanOrEqual(planned - FORGOTTEN_S + 1);
    expect(rest).toBeGreaterThan(planned - FORGOTTEN_S - 20);
  });
  await expect(
    page
      .getByText(/twirl the stick/i)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
});
