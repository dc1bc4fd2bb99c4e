import type { Page } from '@playwright/test';

/** Everything a person can read or hear of a page: its text, what stands in fields and lists, names and descriptions. */
export async function metricIn(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const folded = [...document.querySelectorAll<HTMLDetailsElement>('details:not([open])')];
    for (const details of folded) details.open = true;
    const attributes = ['aria-label', 'aria-valuetext', 'title', 'placeholder', 'alt'];
    const said = [...document.querySelectorAll('*')].flatMap((element) => attributes.flatMap((name) => element.getAttribute(name) ?? []));
    const typed = [...document.querySelectorAll<HTMLInputElement>('input:not([type=hidden]), textarea')].map((field) => field.value);
    const options = [...document.querySelectorAll('option')].map((option) => option.text);
    const lines = [...document.body.innerText.split('\n'), ...said, ...typed, ...options];
    for (const details of folded) details.open = false;
    return lines.filter((line) => /°\s?C\b|\bml\b/.test(line));
  });
}
