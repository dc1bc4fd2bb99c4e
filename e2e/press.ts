import { expect, type Page } from '@playwright/test';

/** Waits until a press of the act is meant: the page lives, what stands on the button stands there long enough, and the keys are there. */
export async function pressable(page: Page): Promise<void> {
  await page.locator('[data-act][data-ready=true]').waitFor();
  await keysHere(page);
}

/** The keys of the Bench come a moment after what is pressed. */
export async function keysHere(page: Page): Promise<void> {
  await page.locator('html[data-keys]').waitFor();
}

/**
 * Does the Bench's act; where that is far too early it is asked again, and a second, deliberate press counts. A press so
 * soon after the run moved on is not meant, so it waits before.
 */
export async function deliberate(page: Page, doing: () => Promise<unknown> = () => page.keyboard.press('Space')): Promise<void> {
  const act = page.locator('[data-act]');
  // The question stands on the act itself. On a busy machine it may be gone again before it is answered: then it is asked anew.
  for (let asked = 0; asked < 6; asked++) {
    await pressable(page);
    const before = await act.textContent();
    await doing();
    await expect(act)
      .not.toHaveText(before ?? '', { timeout: 3000 })
      .catch(() => {});
    if (!(await page.getByText('press again to end it').isVisible())) return;
  }
}
