import { expect, test } from '@playwright/test';
import { metricIn } from './metric.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, pressable } from './press.ts';

/** Somebody who thinks in °F and US fluid ounces acts, and finds no other unit; every page is read in every-page.spec. */
const own = new OwnServer();
const { base } = own;
test.use({ baseURL: base });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

test('in °F and US fl oz: a fault, a warning, the calendar and the Bench from the checklist to the ended page', async ({
  page,
  request,
}) => {
  await request.post('/units', { form: { temperature: 'F', volume: 'US fl oz' }, headers: { Origin: base } });
  const found: string[] = [];
  const read = async (where: string) => found.push(...(await metricIn(page)).map((line) => `${where}: ${line}`));
  await open(page, '/?run=3&step=0-prewash');
  await read('a run opened at its first bath');
  await open(page, '/');
  await test.step('a fault and a warning say it too', async () => {
    const developer = page.getByLabel('Developer', { exact: true });
    await developer.fill('120');
    await developer.press('Enter');
    await expect(page.getByText(/outside the leaflet, which runs from 86\.0 °F to 105\.8 °F/).first()).toBeVisible();
    await read('a fault');
    await page.getByRole('button', { name: 'Use 105.8 °F' }).first().click();
    await expect(developer).toHaveValue('105.8');
    await expect(page.getByText(/more than 1\.8 °F from the 100\.4 °F/).first()).toBeVisible();
    await read('a warning');
    await developer.fill('100.4');
    await developer.press('Enter');
    await expect(page.getByText(/from the 100\.4 °F/)).toHaveCount(0);
  });
  const calendar = await (await request.get('/session.ics')).text();
  expect(calendar).toMatch(/°F/);
  if (/°C|\bml\b/.test(calendar)) found.push('calendar');

  await test.step('at the Bench, from the checklist to the ended page', async () => {
    await open(page, '/');
    await page.getByRole('button', { name: 'Start at the Bench' }).click();
    await page.waitForURL(/\/bench\/.+/);
    await page.locator('html[data-alive]').waitFor();
    await read('readiness');
    await page.getByRole('button', { name: /Go on without/ }).click();
    await pressable(page);
    await read('ready');
    for (let i = 0; i < 3; i++) await deliberate(page);
    await read('developer');
    await page.keyboard.type('97');
    await read('a reading');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler');
    await read('corrected');
    for (let i = 0; i < 5; i++) await deliberate(page);
    await expect(page.getByText(/Keep the tank shut/)).toBeVisible();
    await read('too short a bleach-fix');
  });
  expect(found).toEqual([]);
});
