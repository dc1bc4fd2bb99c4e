import type { Page } from '@playwright/test';

/**
 * Does the Bench's act; where that is far too early it is asked again, and a second, deliberate press counts. A press so
 * soon after the run moved on is not meant, so it waits before.
 */
export async function deliberate(page: Page, doing: () => Promise<unknown> = () => page.keyboard.press('Space')): Promise<void> {
  await page.waitForTimeout(750);
  const before = await page.locator('[data-act]').textContent();
  await doing();
  await page
    .waitForFunction((said) => document.querySelector('[data-act]')?.textContent !== said, before, { timeout: 3000 })
    .catch(() => {});
  if (!(await page.getByText('press again to end it').isVisible())) return;
  await page.waitForTimeout(750);
  await doing();
}
