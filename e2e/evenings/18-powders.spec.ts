import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { typeIn } from './set-up.ts';

/** A developer of three packets for 1.2 litres. The clock runs, so that nobody stirs for minutes. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '60' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const act = (page: Page) => page.locator('[data-act]');

test('powders: half is refused with why; the whole is led through, each clear before the next, cooled and labelled', async ({ page }) => {
  await typeIn(page, {
    name: 'Powder box',
    makes: '1200',
    bottles: [
      {
        picks: 'Developer',
        time: '3:15',
        temp: '38',
        more: { mix: 'water 1000 ml at 45\nPart A packet\nPart B packet\nPart C packet', keeps: '42' },
      },
      { picks: 'Bleach-fix', time: '6:30', temp: '35-40' },
    ],
  });
  const kit = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  await open(page, `/shelf/batches/new?kit=${kit}`);
  await page.getByLabel('Name').fill('Powder 1');
  await page.getByLabel('Volume of each bottle').fill('600');
  await page.getByRole('button', { name: /mixing bench/i }).click();
  await expect(page.getByText(/is a packet, and what is in it settles apart/).first()).toBeVisible();
  await expect(page.getByLabel('Volume of each bottle')).toHaveValue('600');

  await page.getByLabel('Volume of each bottle').fill('1200');
  await page.getByRole('button', { name: /mixing bench/i }).click();
  await page.waitForURL(/\/mixing\//);
  await page.locator('[data-mixing]').waitFor();
  await expectAccessible(page);
  const said: string[] = [];
  while (await act(page).isVisible()) {
    said.push((await page.getByRole('heading', { level: 2 }).textContent()) ?? '');
    const before = await page.locator('[data-mixing]').getAttribute('data-mixing');
    await act(page).click();
    await expect(page.locator('[data-mixing]')).not.toHaveAttribute('data-mixing', before ?? '');
  }
  const at = (what: RegExp) => said.findIndex((text) => what.test(text));
  // Water first, then the packets in their order, and none before the one before it is clear.
  expect(at(/1000 ml/)).toBeGreaterThanOrEqual(0);
  expect(at(/Part A/)).toBeLessThan(at(/Part B/));
  expect(at(/Part B/)).toBeLessThan(at(/Part C/));
  expect(said.filter((text) => /clear/i.test(text)).length).toBeGreaterThanOrEqual(3);
  // It was mixed at 45 and is used at 38: how long until then is said where it stands.
  expect(said.join(' ')).toMatch(/cool/i);
  await page.getByRole('button', { name: /Put them on the shelf/ }).click();
  await page.waitForURL(/\/shelf\/labels/);
  await expect(page.getByRole('article', { name: /^Developer B\d+/ })).toContainText('Powder 1');
});
