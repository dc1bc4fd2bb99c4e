import type { Page } from '@playwright/test';

/** Opens a page and waits until it answers to presses. */
export async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('html[data-alive]').waitFor();
}
