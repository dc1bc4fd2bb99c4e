import { expect, test } from '@playwright/test';
import { root } from '../scripts/setup.mjs';
import { weights } from '../scripts/weights.mjs';

test('the Bench loads at most 1.3 times what an empty page does, any other page less than 1.5 times', () => {
  const { pages } = weights(root);
  expect(pages.filter(({ page }) => page.startsWith('the Bench'))).toHaveLength(3);
  expect(pages.length).toBeGreaterThan(60);
  const tooHeavy = pages.filter(({ page, times }) => (page.startsWith('the Bench') ? times > 1.3 : times >= 1.5));
  expect(tooHeavy).toEqual([]);
});
