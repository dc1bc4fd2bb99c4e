import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { ledTo, mixed, PLAIN, roll, tank, toTheBench, typeIn } from './set-up.ts';

/** A roll exposed a stop under for it goes past the bleach-fix into a fixer of its own, whose snip cleared in 2:10. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const CLEARED_S = 130;
const shown = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;

test('no bleach: developed normally, fixed for twice what a snip took, the fixer back into its own bottle', async ({ page }) => {
  await typeIn(page, {
    name: 'House fixer',
    process: 'any',
    makes: '1000',
    bottles: [{ picks: 'Fixer', time: '5:00', temp: '20' }],
  });
  await mixed(page, 'Fixer A');
  await test.step('its snip cleared in 2:10, typed in', async () => {
    await open(page, '/shelf');
    await page.locator('[data-bottle]').click();
    await page.getByRole('link', { name: 'Test it with a snip' }).click();
    await page.getByLabel('It is clear after').fill('soon');
    await page.getByRole('button', { name: 'Keep that' }).click();
    await expect(page.getByRole('alert')).toContainText('2:10');
    await page.getByLabel('It is clear after').fill(shown(CLEARED_S));
    await page.getByRole('button', { name: 'Keep that' }).click();
    await expect(page.getByText(/passed.*2:10/)).toBeVisible();
  });
  await typeIn(page, PLAIN);
  await mixed(page, 'Kiln Lane 1');
  await tank(page, 'Steel, two reels', { ml: '520', made: 'steel' });
  await roll(page, 'Silver harbour', { exposedAt: '400', treatment: 'bleach-bypass' });
  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1 ·/ });

  await test.step('developed normally, though it was exposed a stop under', async () => {
    await expect(run.getByRole('link', { name: /^Developer 3:15/ })).toBeVisible();
    await expect(page.getByText(/pushed? (by )?(one|1) stop/i)).toHaveCount(0);
  });
  await test.step('the fixer stands there out of its own bottle, for 4:20, with the working', async () => {
    await run.getByRole('link', { name: /^Fixer 4:20/ }).click();
    await expect(page.getByText('Twice the 2:10 that it took to clear a snip').first()).toBeVisible();
    await expect(run.getByRole('link', { name: /^Bleach-fix/ })).toHaveCount(0);
    await expectAccessible(page);
  });
  await test.step('from a warm developer down to the room in even steps', async () => {
    // 38 down to 20: four gaps of less than five degrees, so three waters at least.
    await open(page, '/wall-sheet');
    const rows = (await page.getByRole('row').allTextContents()).map((row) => ({ row, c: Number(/(\d\d\.\d) °C/.exec(row)?.[1]) }));
    const [from, to] = [rows.findIndex(({ row }) => row.startsWith('Developer')), rows.findIndex(({ row }) => row.startsWith('Fixer'))];
    expect(to - from).toBeGreaterThanOrEqual(4);
    expect(rows[to]?.c).toBe(20);
    for (let i = from + 2; i <= to; i++) expect((rows[i - 1]?.c ?? 0) - (rows[i]?.c ?? 0)).toBeLessThanOrEqual(5);
    await open(page, '/');
  });

  await toTheBench(page);
  await ledTo(page, /fixer/i);
  await expect(page.getByText(/B1\b/).first()).toBeVisible();
  await ledTo(page);
  await open(page, '/shelf');
  await expect(page.getByRole('img', { name: /^Fixer, 987 ml of 1000 ml/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Bleach-fix, 1000 ml of 1000 ml/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Developer, 987 ml of 1000 ml/ })).toBeVisible();
});
