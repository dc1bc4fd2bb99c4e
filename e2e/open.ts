import type { Page } from '@playwright/test';

/** Opens a page and waits until it answers to presses. */
export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('html[data-alive]').waitFor();
}

/** Starts the evening and goes past the checklist: the act is the first pour. */
export async function toTheFirstPour(page: Page): Promise<void> {
  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
}
