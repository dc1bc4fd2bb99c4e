import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';

/** A film that was thin twice is planned a third time. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeEach(() => own.start(freshDatabase(), 'demo'));
test.afterEach(() => own.kill());

/** Two runs of it gave their dose within three hundredths. */
const FILM = 'Fennel 200';
const THIN_TWICE = ['run-07', 'run-09'];

async function lookAt(page: Page, run: string, edge: 'thin' | 'normal') {
  await open(page, `/logbook/${run}/look`);
  await page.locator(`[name=edge][value=${edge}]`).check({ force: true });
  await page.locator('[name=frames][value=thin]').check({ force: true });
  await page.getByRole('button', { name: 'Keep this look' }).filter({ visible: true }).click();
  await expect(page).toHaveURL(new RegExp(`/logbook/${run}(?!/look)`));
}

test('thin twice by its light: the next speed is proposed with its witnesses, and kept as a lesson of the film', async ({ page }) => {
  for (const run of THIN_TWICE) await lookAt(page, run, 'normal');
  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1/ });
  // Two thirds of a stop from where it was exposed, on the scale of a camera.
  await expect(run.getByText(/came out thin twice with its full dose/)).toBeVisible();
  await expect(run.getByText(/expose the next one at/)).toBeVisible();
  await expectAccessible(page);
  await run.getByRole('button', { name: 'Remind me of it' }).click();
  await expect(run.getByText(/came out thin/)).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'From your logbook' })).toContainText(`Expose ${FILM} at`);
});

test('thin twice by its developer: given by a press it is a line of the working, at the Bench too; a no is for good', async ({ page }) => {
  for (const run of THIN_TWICE) await lookAt(page, run, 'thin');
  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1/ });
  const seconds = (text: string | null) => {
    const [, min = '0', s = '0'] = /(\d+):(\d\d)/.exec(text ?? '') ?? [];
    return Number(min) * 60 + Number(s);
  };
  const developer = run.getByRole('link', { name: /^Developer\s+\d:\d\d/ });
  const beforeS = seconds(await developer.textContent());
  const extraS = seconds(
    await run
      .getByText(/more\.$/)
      .first()
      .textContent(),
  );
  expect(extraS).toBeGreaterThan(0);
  await run.getByRole('button', { name: 'Give it that' }).click();
  await expect(run.getByText(/came out thin/)).toHaveCount(0);
  await expect.poll(async () => seconds(await developer.textContent())).toBe(beforeS + extraS);
  await developer.click();
  await expect(page.getByText(/Your own margin: thin/).first()).toBeVisible();
  await run.getByLabel(`${FILM} alone`).fill('0');
  await run.getByRole('button', { name: 'Keep', exact: true }).click();
  await run.getByRole('button', { name: 'No, and not again' }).click();
  await expect(run.getByText(/came out thin/)).toHaveCount(0);
  await page.reload();
  await expect(run.getByText(/came out thin/)).toHaveCount(0);
});
