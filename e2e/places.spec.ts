import { expect, test } from '@playwright/test';
import { DEMO } from '../playwright.config.ts';
import { open } from './open.ts';

test.use({ baseURL: DEMO });

test('unknown addresses, deleted records and finished runs lead on', async ({ page }) => {
  for (const address of [
    '/nowhere',
    '/rolls/gone',
    '/shelf/batches/gone',
    '/shelf/bottles/B999',
    '/shelf/boxes/gone',
    '/mixing/gone',
    '/bench/gone',
    '/logbook/gone',
  ]) {
    const answer = await page.goto(address);
    expect([address, answer?.status()]).toEqual([address, 404]);
    await expect(page.getByRole('link', { name: 'Tonight’s session' })).toBeVisible();
  }
  await open(page, '/bench/run-02');
  await expect(page.getByRole('link', { name: 'To the logbook' })).toBeVisible();
});

test('a deleted roll comes back with one press, and units switch in one place', async ({ page }) => {
  await open(page, '/rolls?search=Estuary');
  await page.getByRole('link', { name: /Estuary slides/ }).click();
  await page.getByRole('button', { name: 'Delete this roll' }).click();
  await expect(page.getByText('Estuary slides')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Estuary slides')).toBeVisible();
  await open(page, '/');
  await page.getByRole('button', { name: /units/ }).click();
  await page.getByRole('radio', { name: '°F' }).click();
  await expect(page.getByLabel('Developer', { exact: true })).toHaveValue('100.4');
  await expect(page.getByText('520 ml')).toBeVisible();
  await page.getByRole('radio', { name: 'US fl oz' }).click();
  await expect(page.getByText('17.6 US fl oz')).toBeVisible();
  await page.getByRole('radio', { name: '°C' }).click();
  await page.getByRole('radio', { name: 'ml' }).click();
  await expect(page.getByLabel('Developer', { exact: true })).toHaveValue('38.0');
});

test('a film used before brings its process and speed; a new one is typed', async ({ page }) => {
  await open(page, '/rolls/new');
  const film = page.getByLabel('Film', { exact: true });
  await page.getByLabel('Name').fill('Slipway');
  await page.keyboard.press('Tab');
  // What the form has to say of a field that is left takes nobody back to the top of the page.
  await expect(film).toBeFocused();
  await page.keyboard.press('Escape');
  await page.getByLabel('Name').focus();
  await film.hover();
  await expect(film).toHaveRole('combobox');
  await film.fill('lap');
  await page.getByRole('option', { name: /Lapwing 100/ }).click();
  await expect(film).toHaveValue('Lapwing 100');
  await expect(page.getByLabel('Process')).toHaveValue('E-6');
  await expect(page.getByLabel('Box speed')).toHaveValue('100');
  await film.fill('Curlew 50');
  await page.getByLabel('Name').fill('Chain links');
  await expect(film).toHaveValue('Curlew 50');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page.getByText('Curlew 50')).toBeVisible();
  await page.getByRole('link', { name: 'Chain links' }).click();
  await page.getByRole('button', { name: 'Delete this roll' }).click();
});

test('a kit is copied, other figures typed over its own, refused where they cannot be, and kept', async ({ page }) => {
  await open(page, '/shelf/kits/house-c41-three-bath');
  await page.getByRole('link', { name: 'Copy it, with other figures' }).click();
  await page.getByLabel('Name on the box').fill('Limekiln C-41');
  // Its own figures stand there, and what it says beyond them a press away.
  const developer = page.getByRole('group', { name: 'Developer' });
  await expect(developer.getByLabel('Time')).toHaveValue('3:20');
  await expect(developer.getByText(/other temperatures, grows with rolls, pull, push, agitation/)).toBeVisible();
  await developer.getByText('What else the leaflet prints of it').click();
  const rows = developer.getByLabel('Other temperatures, a line each');
  await expect(rows).toHaveValue('30 8:10\n34 5:10\n41 2:25');
  await rows.fill('30 8:10\n34 9:00\n41 2:25');
  await page.getByRole('button', { name: 'Put the copy on the shelf' }).click();
  await expect(developer.getByText('540 s at 34 °C is not shorter than 490 s at 30 °C')).toBeVisible();
  await expect(rows).toHaveValue('30 8:10\n34 9:00\n41 2:25');
  await rows.fill('30 8:10\n34 5 min\n41 2:25');
  await page.getByRole('group', { name: 'Bleach-fix' }).getByText('What else the leaflet prints of it').click();
  await page
    .getByRole('group', { name: 'Bleach-fix' })
    .getByLabel(/^Water after it/)
    .fill('wash 4:30, 4 changes');
  // Enter keeps the kit; it must not press the first button of the form, which puts in a bath.
  await developer.getByLabel('Time').press('Enter');
  await expect(page.getByRole('heading', { name: 'Limekiln C-41' })).toBeVisible();
  await expect(page.getByRole('cell', { name: '5:00' })).toBeVisible();
  const strip = page.getByRole('region', { name: 'In this order' }).getByRole('link');
  await expect(strip).toHaveText([/way/, /^Prewash/, /^Developer/, /^Rinse/, /^Bleach-fix/, /^Wash.*4:30/, /^Stabiliser/]);
  // The same copy once more stands beside the first.
  await open(page, '/shelf/kits/limekiln-c-41/leaflet');
  await expect(page.getByRole('group', { name: 'Bleach-fix' }).getByLabel(/^Water after it/)).toHaveValue('wash 4:30, 4 changes');
  await page.getByRole('button', { name: 'Keep as a new kit' }).click();
  await page.waitForURL('**/shelf/kits/limekiln-c-41-2');
});

test('a leaflet that was begun in °C is kept in °C, whatever is switched while it is typed, and says so', async ({ page }) => {
  await open(page, '/shelf/kits/new');
  await page.getByLabel('Name on the box').fill('Begun in Celsius');
  await page.getByLabel('A kit makes').fill('1000');
  for (const bottle of ['Developer', 'Bleach-fix']) await page.getByRole('button', { name: `+ ${bottle}`, exact: true }).click();
  const developer = page.getByRole('group', { name: 'Developer', exact: true });
  await developer.getByLabel(/^Temperature/).fill('38.4');
  await developer.getByLabel('Time').fill('3:25');
  await page.getByRole('group', { name: 'Bleach-fix', exact: true }).getByLabel('Time').fill('6:30');
  await page.getByRole('button', { name: /units/ }).click();
  await page.getByRole('radio', { name: '°F' }).click();
  await expect(page.getByText('This was begun in °C and ml, and is read so.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(developer.getByLabel('Temperature, °C')).toHaveValue('38.4');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL('**/shelf/kits/begun-in-celsius');
  await expect(page.getByText('101.1 °F').first()).toBeVisible();
  await page.getByRole('button', { name: /units/ }).click();
  await page.getByRole('radio', { name: '°C' }).click();
  await expect(page.getByText('38.4 °C').first()).toBeVisible();
});

test('a kit document with faults is refused whole, each by its path, and stays as typed', async ({ page }) => {
  await open(page, '/shelf/kits/house-c41-three-bath/document');
  const document = page.getByLabel('Kit document');
  const typed = (await document.inputValue()).replace('"s": 490', '"s": 190').replace('"developer",\n    "rinse"', '"rinse"');
  await document.fill(typed);
  await page.getByRole('button', { name: 'Keep this kit' }).click();
  await expect(page.getByText('$.baths[0].time.points[1].s')).toBeVisible();
  await expect(document).toHaveValue(typed);
  expect((await page.request.get('/kit.schema.json')).ok()).toBe(true);
});
