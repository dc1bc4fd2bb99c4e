import type { Page } from '@playwright/test';

/** Waits until a press of the act is meant: the page lives, and what stands on the button stands there long enough. */
export async function pressable(page: Page): Promise<void> {
  await page.locator('[data-act][data-ready=true]').waitFor();
}

/**
 * Does the Bench's act; where that is far too early it is asked again, and a second, deliberate press counts. A press so
 * soon after the run moved on is not meant, so it waits before.
 */
export async function deliberate(page: Page, doing: () => Promise<unknown> = () => page.keyboard.press('Space')): Promise<void> {
  await pressable(page);
  const before = await page.locator('[data-act]').textContent();
  await doing();
  await page
    .waitForFunction((said) => document.querySelector('[data-act]')?.textContent !== said, before, { timeout: 3000 })
    .catch(() => {});
  if (!(await page.getByText('press again to end it').isVisible())) return;
  await pressable(page);
  await doing();
}
