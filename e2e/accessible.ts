import { expect, type Page } from '@playwright/test';
import type axe from 'axe-core';
import { readFileSync } from 'node:fs';

/** Read once for a whole file of tests; a page is given it once, and asked as often as it changes. */
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
const WCAG = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];

declare global {
  interface Window {
    axe?: typeof axe;
  }
}

/** Nobody is kept out by the page as it stands: by these rules, or by every rule there is (`[]`). `where` names what fails. */
export async function expectAccessible(page: Page, where = page.url(), rules: readonly string[] = WCAG): Promise<void> {
  if (!(await page.evaluate(() => Boolean(window.axe)))) await page.evaluate(AXE);
  const faults = await page.evaluate(
    async (runOnly) => {
      const { violations } = await (window.axe as typeof axe).run(document, {
        ...(runOnly.length > 0 ? { runOnly } : {}),
        resultTypes: ['violations'],
        // No rule that is asked needs the style sheets fetched a second time.
        preload: false,
      });
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' · ')}`);
    },
    [...rules],
  );
  expect(faults, where).toEqual([]);
}
