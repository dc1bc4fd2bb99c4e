import { expect, type Page } from '@playwright/test';
import type axe from 'axe-core';
import { readFileSync } from 'node:fs';

/** Read once for a whole file of tests; a page is given it once, and asked as often as it changes. */
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
const WCAG = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'];
const CONTRAST = 'color-contrast';

declare global {
  interface Window {
    axe?: typeof axe;
    /** How what was seen at the first width looks, as far as its contrast depends on it. */
    seenAs?: WeakMap<Element, string>;
  }
}

type Asked = 'all' | 'all but contrast' | 'fresh';

/** By these rules, or by every rule there is (`[]`); `fresh`: only the contrast of what did not look so when `all` was asked. */
async function faultsOf(page: Page, rules: readonly string[], which: Asked): Promise<string[]> {
  if (!(await page.evaluate(() => Boolean(window.axe)))) await page.evaluate(AXE);
  // A Bench that moves on while it is read has the colours of two moments: what is wrong is so the second time as well.
  return (await faultsAtOnce(page, rules, which)).length === 0 ? [] : faultsAtOnce(page, rules, which);
}

async function faultsAtOnce(page: Page, rules: readonly string[], which: Asked): Promise<string[]> {
  return page.evaluate(
    async ({ tags, asked, contrast }) => {
      const all = [...document.querySelectorAll('body *')];
      const lookOf = (element: Element) => {
        const { color, backgroundColor, opacity, fontSize, fontWeight } = getComputedStyle(element);
        const large = parseFloat(fontSize) >= (Number(fontWeight) >= 700 ? 18.66 : 24);
        return [color, backgroundColor, opacity, large].join();
      };
      const fresh = new Set(all.filter((each) => each.checkVisibility() && window.seenAs?.get(each) !== lookOf(each)));
      const first = [...fresh].filter(({ parentElement }) => !parentElement || !fresh.has(parentElement));
      if (asked === 'fresh' && first.length === 0) return [];
      const { violations } = await (window.axe as typeof axe).run(asked === 'fresh' ? { include: first } : document, {
        ...(asked === 'fresh' ? { runOnly: { type: 'rule' as const, values: [contrast] } } : tags.length > 0 ? { runOnly: tags } : {}),
        ...(asked === 'all but contrast' ? { rules: { [contrast]: { enabled: false } } } : {}),
        resultTypes: ['violations'],
        // No rule that is asked needs the style sheets fetched a second time.
        preload: false,
      });
      if (asked === 'all')
        window.seenAs = new WeakMap(all.flatMap((each) => (each.checkVisibility() ? [[each, lookOf(each)] as const] : [])));
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' · ')}`);
    },
    { tags: [...rules], asked: which, contrast: CONTRAST },
  );
}

/** Nobody is kept out by the page as it stands: by these rules, or by every rule there is (`[]`). `where` names what fails. */
export async function expectAccessible(page: Page, where = page.url(), rules: readonly string[] = WCAG): Promise<void> {
  expect(await faultsOf(page, rules, 'all'), where).toEqual([]);
}

/**
 * Nobody is kept out on a laptop or on a phone, and nothing is wider than either. Contrast is most of that work: on the phone
 * it is asked of what the laptop did not show, or showed otherwise.
 */
export async function expectAccessibleAtBothWidths(page: Page, where: string): Promise<void> {
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 820 });
    await expect(page.locator('h1:visible')).toHaveCount(1);
    const asked = width === 1280 ? (['all'] as const) : (['fresh', 'all but contrast'] as const);
    for (const which of asked) expect(await faultsOf(page, WCAG, which), `${where} at ${width}`).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth), `${where} at ${width}`).toBeLessThanOrEqual(0);
  }
}
