import { expect, test } from '@playwright/test';
import { FAST } from '../playwright.config.ts';

/** Forms work before JavaScript arrives, and the server checks whatever the browser sends. */
test.use({ baseURL: FAST, javaScriptEnabled: false });

test('a roll is refused by field with what was typed kept, then added', async ({ page, request }) => {
  await page.goto('/rolls/new');
  await page.getByLabel('Name').fill('Slow post');
  await page.getByLabel('Box speed').fill('12');
  const refused = await request.post('/rolls/new', { form: { name: 'Slow post', process: 'K-9', format: '135-36', boxSpeed: 'fast' } });
  const text = await refused.text();
  expect(text).toContain('The process is C-41, E-6 or ECN-2');
  expect(text).toContain('A film speed is a whole number');
  expect(text).toContain('value="fast"');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page.getByText('Slow post')).toBeVisible();
});
