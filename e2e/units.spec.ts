import { expect, test, type Page } from '@playwright/test';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, pressable } from './press.ts';

/** Somebody who thinks in °F and US fluid ounces reads every page and finds no other unit. */
const own = new OwnServer();
const { base } = own;
test.use({ baseURL: base });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

const PLACES = [
  '/',
  '/?run=3&step=0-prewash',
  '/habits',
  '/wall-sheet',
  '/rolls',
  '/rolls/new',
  '/shelf',
  '/shelf/batches/new',
  '/shelf/batches/kiln-lane-4',
  '/shelf/bottles/B1',
  '/shelf/bottles/B7/test',
  '/shelf/boxes/box-reedbed',
  '/shelf/labels?batch=kiln-lane-4',
  '/shelf/spent',
  '/shelf/kits/kiln-lane',
  '/shelf/kits/kiln-lane/leaflet',
  '/shelf/tanks/steel',
  '/shelf/tanks/new',
  '/shelf/thermometers/stem',
  '/shelf/thermometers/new',
  '/bench',
  '/first-roll?step=kit',
  '/first-roll?step=needed',
  '/first-roll?step=bath',
  '/method',
  '/practice',
  '/practice/habits',
  '/probes',
  '/logbook',
  '/logbook/run-02',
  '/logbook/run-04',
  '/logbook/run-13',
  '/logbook/run-13/look',
  '/logbook/trends',
  '/logbook/compare?a=run-13&b=run-07',
];

/** Everything a person can read or hear of a page: its text, what stands in fields and lists, names and descriptions. */
async function metricIn(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    for (const details of document.querySelectorAll('details')) details.open = true;
    const attributes = ['aria-label', 'aria-valuetext', 'title', 'placeholder', 'alt'];
    const said = [...document.querySelectorAll('*')].flatMap((element) => attributes.flatMap((name) => element.getAttribute(name) ?? []));
    const typed = [...document.querySelectorAll<HTMLInputElement>('input:not([type=hidden]), textarea')].map((field) => field.value);
    const options = [...document.querySelectorAll('option')].map((option) => option.text);
    const lines = [...document.body.innerText.split('\n'), ...said, ...typed, ...options];
    // The switch itself names what can be chosen.
    return lines.filter((line) => /°\s?C\b|\bml\b/.test(line));
  });
}

test('every page in °F and US fl oz, the Bench, the wall sheet and the calendar with them', async ({ page, request }) => {
  test.setTimeout(300_000);
  await request.post('/units', { form: { temperature: 'F', volume: 'US fl oz' }, headers: { Origin: base } });
  const found: string[] = [];
  const read = async (where: string) => found.push(...(await metricIn(page)).map((line) => `${where}: ${line}`));
  for (const place of PLACES) {
    await open(page, place);
    await read(place);
  }
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
