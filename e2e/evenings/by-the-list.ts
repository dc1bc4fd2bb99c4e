import { expect, type Page } from '@playwright/test';
import { open } from '../open.ts';
import { ledTo } from './set-up.ts';

/** What the list says next: a line that is not ticked, or a run that has not begun; null when the evening is through. */
const nextOf = (page: Page) =>
  page
    .getByRole('region', { name: 'In order' })
    .locator('ol > li')
    .evaluateAll((lines) => {
      for (const line of lines) {
        const box = line.querySelector('[role=checkbox][aria-checked=false]');
        if (box) return { tick: box.getAttribute('aria-label') ?? '', run: null };
        const run = line.querySelector('h2[id^=run-]')?.textContent ?? '';
        const isToCome = [...line.querySelectorAll('a')].some((link) => /^(Change|Open run)/.test(link.textContent ?? ''));
        if (run !== '' && isToCome) return { tick: null, run };
      }
      return null;
    });

/**
 * Does what the list of the evening says next, from the first litre of water to the last clip, and opens no page but the
 * list and the Bench that it leads to; or as far as the next run. Returns what was done, in its order.
 */
export async function byTheList(page: Page, { toTheRun = false } = {}): Promise<string[]> {
  const done: string[] = [];
  const ticked = page.getByRole('region', { name: 'In order' }).getByRole('checkbox', { checked: true });
  await open(page, '/');
  for (let next = await nextOf(page); next && done.length < 60; next = await nextOf(page)) {
    if (next.tick !== null) {
      const box = page.getByRole('checkbox', { name: next.tick, exact: true }).and(page.locator('[aria-checked=false]')).first();
      const before = await ticked.count();
      await box.click();
      // Its line may say something else once it is done, or be gone, or the one after it say the very same.
      await expect.poll(async () => (await ticked.count()) !== before || (await nextOf(page))?.tick !== next?.tick).toBe(true);
      done.push(next.tick);
      continue;
    }
    if (toTheRun) return done;
    await page.getByRole('button', { name: /^(Start at the Bench|Run \d to the Bench)$/ }).click();
    await page.waitForURL(/\/bench\/.+/);
    await page.locator('html[data-alive]').waitFor();
    await page.getByRole('button', { name: 'All of it is there' }).click();
    await ledTo(page);
    await page.getByRole('link', { name: /To the logbook/ }).waitFor();
    done.push(next.run);
    // After the last run there is no list any more: what goes where stands where the person is.
    if (await page.getByRole('region', { name: 'Put back' }).isVisible()) done.push('Put back');
    await open(page, '/');
  }
  return done;
}
