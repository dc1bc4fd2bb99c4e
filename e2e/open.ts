import { expect, type Locator, type Page } from '@playwright/test';

/** Opens a page and waits until it answers to presses. */
export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('html[data-alive]').waitFor();
}

/** Waits until this browser has a copy of the page and of every script that it loaded, for when the laptop does not answer. */
export async function keptHere(page: Page): Promise<void> {
  await expect
    .poll(async () =>
      page.evaluate(async () => {
        const scripts = performance.getEntriesByType('resource').flatMap(({ name }) => (/\/assets\/.*\.js$/.test(name) ? [name] : []));
        const kept = await Promise.all([location.href, ...scripts].map(async (url) => caches.match(url)));
        return kept.every((copy) => copy !== undefined);
      }),
    )
    .toBe(true);
}

/** A run that comes later is a line of the evening until it is opened. */
export async function openRun(page: Page, which: number | RegExp): Promise<Locator> {
  const run = page.getByRole('region', { name: typeof which === 'number' ? new RegExp(`^Run ${which} ·`) : which });
  const folded = run.getByRole('link', { name: /^Open run/ });
  await run.waitFor();
  if (await folded.isVisible()) await folded.click();
  await run.getByRole('link', { name: 'Change' }).waitFor();
  return run;
}

/** Starts the evening and goes past the checklist: the act is the first pour. */
export async function toTheFirstPour(page: Page): Promise<void> {
  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
}
