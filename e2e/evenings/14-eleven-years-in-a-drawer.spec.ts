import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open, openRun } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** A film that was forgotten: box speed 200, shot at 100 because it is old. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [BOX_S, PULLED] = [200, 0.8];

test('eleven years in a drawer: nothing is pulled unasked, what age does is said, and develop-at is the person’s', async ({ page }) => {
  await typeIn(page, {
    name: 'House box',
    makes: '1000',
    bottles: [
      { picks: 'Developer', time: '3:20', temp: '38', more: { more: '34 5:10\n41 2:25', pull: String(PULLED), push1: '25 %' } },
      { picks: 'Bleach-fix', time: '6:30', temp: '35-40' },
    ],
  });
  await mixed(page, 'House 1');
  await tank(page, 'Two reels', { ml: '520', oneMl: '310' });
  await roll(page, 'Fresh one');

  await open(page, '/rolls/new');
  await page.getByLabel('Name').fill('From the drawer');
  await page.getByLabel('Box speed').fill('200');
  await page.getByLabel('Exposed at').fill('100');
  await page.getByLabel('Expired in').fill(String(new Date().getFullYear() - 11));
  await test.step('what age does is said where the year is typed, and that it is developed as its box says', async () => {
    await expect(page.getByText(/lost speed and gained fog.*does not bring back what age took/)).toBeVisible();
    await expect(page.getByText(/Developed at 200.*Old film is developed as its box says unless you say otherwise/)).toBeVisible();
    await expectAccessible(page);
  });
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await page.waitForURL(/\/rolls(?!\/new)/);

  await test.step('it shares the tank with a fresh roll at box speed', async () => {
    await open(page, '/');
    await expect(page.getByRole('region', { name: /^Run 1 ·.*box speed/ })).toContainText('From the drawer');
    await expect(page.getByRole('region', { name: /^Run 2 ·/ })).toHaveCount(0);
  });
  const boxSpeed = await page.getByRole('link', { name: /^Developer \d:\d\d/ }).textContent();

  await test.step('who wants it pulled says so, and has it so', async () => {
    await open(page, '/rolls');
    await page.getByRole('link', { name: 'From the drawer' }).click();
    await page.getByLabel('Develop at').fill('100');
    await page.getByRole('button', { name: 'Keep changes' }).click();
    await expect(page).toHaveURL(/\/rolls$/);
    await open(page, '/');
    const pulled = page.getByRole('region', { name: /^Run \d · .*pull/ });
    await expect(pulled).toContainText('From the drawer');
    const seconds = (text: string | null) => {
      const [, min = '0', s = '0'] = /(\d+):(\d\d)/.exec(text ?? '') ?? [];
      return Number(min) * 60 + Number(s);
    };
    await openRun(page, /^Run \d · .*pull/);
    const time = seconds(await pulled.getByRole('link', { name: /^Developer \d:\d\d/ }).textContent());
    // Four fifths of the leaflet's, by its own figure; what the tank takes comes to both alike.
    expect(time / seconds(boxSpeed)).toBeGreaterThan(PULLED - 0.06);
    expect(time / seconds(boxSpeed)).toBeLessThan(PULLED + 0.06);
    expect(seconds(boxSpeed)).toBeGreaterThanOrEqual(BOX_S);
  });
});
