import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible } from './accessible.ts';
import { open, openRun } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { keysHere } from './press.ts';

const own = new OwnServer();
const { base } = own;

test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());
test.use({ baseURL: base });
test.describe.configure({ mode: 'serial' });

test('the puzzle of the evening is solved on opening: keepers first, pushes apart, the heater’s time there', async ({ page }) => {
  await open(page, '/');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('5 rolls in 4 runs');
  await expect(page.getByText(/First pour \d\d:\d\d if the bath goes on by \d\d:\d\d. Hung up by \d\d:\d\d/)).toBeVisible();
  await expect(page.getByRole('region', { name: /Run 1 · two 135, box speed, keepers/ })).toContainText('rolls 9 and 10 of this batch');
  await expect(page.getByRole('region', { name: /Run 3 · one 135, push 1/ })).toContainText('Night kiln');
  await expect(page.getByRole('region', { name: /Run 4/ })).toContainText('Estuary slides');
});

test('a roll dragged where it does not belong is refused in words, and one press takes it back', async ({ page }) => {
  // Both runs in sight, whatever lessons and words stand above them: a hand cannot drag beyond the screen.
  await page.setViewportSize({ width: 1280, height: 1600 });
  await open(page, '/');
  const chip = page.getByRole('button', { name: 'Night kiln' });
  await chip.hover();
  await page.mouse.down();
  const onto = await page.getByRole('region', { name: /Run 2/ }).boundingBox();
  if (!onto) throw new Error('nowhere to drag to');
  await page.mouse.move(onto.x + 100, onto.y + 60, { steps: 8 });
  await expect(page.getByText('Night kiln is over run 2')).toBeAttached();
  await page.mouse.up();
  await expect(page.getByText('are pushed by different amounts')).toBeVisible();
  await expect(page.getByText(/of what the tank holds/)).toBeVisible();
  // The other runs can go; this one stays out, and that is said.
  await expect(page.getByText('One run cannot be done as arranged and stays out.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(page.getByText('are pushed by different amounts')).toHaveCount(0);

  await test.step('the same by keyboard', async () => {
    await (await openRun(page, 3)).getByRole('link', { name: 'Change' }).press('Enter');
    await page.getByLabel('Where Night kiln goes').selectOption('in run 2');
    await expect(page.getByText('are pushed by different amounts')).toBeVisible();
    await page.getByRole('button', { name: 'Propose anew' }).click();
    await expect(page.getByText('are pushed by different amounts')).toHaveCount(0);
  });
});

test('schools side by side, the bath by its sliders, the evening counted back from a wanted end', async ({ page }) => {
  await open(page, '/?run=2&step=1-developer');
  const schools = page.getByRole('region', { name: 'Run 3 by each school' });
  await expect(schools.getByRole('row')).toHaveCount(8);
  const run3 = page.getByRole('region', { name: /Run 3 · one 135, push 1/ });
  const byLeaflet = await run3.getByRole('link', { name: /^Developer/ }).innerText();
  await schools
    .getByRole('row', { name: /Push by rule of thumb/ })
    .getByRole('button', { name: 'Use it tonight' })
    .click();
  await expect(schools.getByRole('row', { name: /Push by rule of thumb tonight/ })).toBeVisible();
  await expect(page.getByText('Pushes are timed by rule of thumb')).toBeVisible();
  expect(await run3.getByRole('link', { name: /^Developer/ }).innerText()).not.toBe(byLeaflet);
  await page.getByRole('button', { name: 'Back to your usual ones' }).click();
  await expect(run3.getByRole('link', { name: /^Developer/ })).toHaveText(byLeaflet.replace(/\s+/, ''));

  await open(page, '/?open=bath');
  const bath = page.getByRole('region', { name: 'The bath', exact: true });
  await bath.getByText('Change the bath').click();
  await bath.getByLabel('Heater, 0 for none').fill('0');
  await expect(bath.getByText(/Left to fall, water at/)).toBeVisible();
  await bath.getByLabel('Heater, 0 for none').fill('1000');
  await expect(bath.getByText(/Heater on/)).toBeVisible();

  await page.getByRole('link', { name: 'When', exact: true }).click();
  const when = page.getByRole('region', { name: 'When' });
  await when.getByLabel('Counted from').selectOption('all hung up by');
  // A minute from now is too soon for anybody, whatever the hour of the test.
  const soon = new Date(Date.now() + 60_000).toTimeString().slice(0, 5);
  await when.getByLabel('Clock time').fill(soon);
  await expect(when.getByText(/For that you would have had to begin/)).toBeVisible();
  await when.getByLabel('Clock time').fill('23:59');
  await expect(page.getByText(/Hung up by 23:59/)).toBeVisible();
  await when.getByLabel('A laboratory asks').fill('a lot');
  await when.getByLabel('A laboratory asks').blur();
  await expect(page.getByText('A laboratory’s price is a number')).toBeVisible();
});

test('another batch compared before it is chosen, and a treatment for one evening', async ({ page }) => {
  await open(page, '/?open=batch');
  const another = page.getByRole('region', { name: 'What another batch would change' });
  await expect(another.getByText(/^4 rolls in 3 runs, developer 4:07/)).toBeVisible();
  // Bleach-fix dripped into the developer of the other one: it takes no roll, and is let in again by a snip that passes.
  await expect(another.getByText('Could take none of these rolls.')).toBeVisible();
  await open(page, '/shelf/bottles/B7/test');
  await page.getByRole('button', { name: 'It passed' }).click();
  await page.waitForURL(/kept=/);
  await open(page, '/?open=batch');
  await expect(another.getByText(/^1 roll in 1 run, 3 left out/)).toBeVisible();
  await another.getByRole('button', { name: 'Use Kiln Lane, second half' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 rolls in 2 runs');
  await expect(page.getByRole('link', { name: 'Mix a fresh batch for what is left out' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('5 rolls in 4 runs');

  const run3 = await openRun(page, 3);
  await run3.getByRole('link', { name: 'Change' }).click();
  await expect(run3.getByLabel('Treatment of this run').getByRole('option')).toHaveText(['Normal', 'Bleach bypass']);
  // What it does is said before it is chosen.
  await run3.getByText('What the treatments do').click();
  await expect(run3.getByText('The silver stays with the dyes')).toBeVisible();
  await run3.getByLabel('Treatment of this run').selectOption('Bleach bypass');
  await expect(page.getByRole('region', { name: /Run 3 · one 135, push 1, bleach bypass/ })).toContainText('Separate fixer');
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(page.getByRole('region', { name: /bleach bypass/ })).toHaveCount(0);
});

test('calendar file and wall sheet are made and read back', async ({ page, request }) => {
  const calendar = await (await request.get('/session.ics')).text();
  expect(calendar).toMatch(/^BEGIN:VCALENDAR/);
  expect(calendar.match(/BEGIN:VEVENT/g)).toHaveLength(9);
  expect(calendar.match(/BEGIN:VALARM/g)).toHaveLength(9);
  expect(calendar).toContain('SUMMARY:Run 1: two 135\\, box speed\\, keepers');
  await open(page, '/wall-sheet');
  await expect(page.getByRole('article')).toHaveCount(5);
  const pdf = (await page.pdf({ format: 'A4', preferCSSPageSize: true })).toString('latin1');
  // The evening in order, then one page a run, no more and no fewer.
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(5);
});

test('forty rolls from a spreadsheet: a preview, faults by row, the rest on request, and out again', async ({ page }) => {
  const lines = Array.from(
    { length: 40 },
    (_, i) => `Harbour ${i + 1};Tern 400;${i === 7 ? 'X-9' : 'C-41'};135-36;400;${i === 20 ? 'dark' : 400}`,
  );
  await open(page, '/rolls/import');
  await page.getByLabel('A file').setInputFiles({
    name: 'rolls.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`\uFEFFTitle;Stock;Mark;Size;ASA;EI\r\n${lines.join('\r\n')}\r\n`),
  });
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByRole('heading', { name: '38 rolls can be imported' })).toBeVisible();
  await expect(page.getByText('Row 9', { exact: true })).toBeVisible();
  await expect(page.getByText('The process is C-41, E-6 or ECN-2')).toBeVisible();
  await page.getByRole('button', { name: 'Import the 38 good rows' }).click();
  await expect(page.getByText('38 imported, 2 rows left out.')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export' }).click();
  expect(readFileSync(await (await download).path(), 'utf8').split('\r\n').length).toBe(35 + 38 + 1);

  await page.getByLabel('Tick Harbour 1', { exact: true }).check();
  await page.getByLabel('Tick Harbour 2', { exact: true }).check();
  await page.getByLabel('The ticked rolls').selectOption('are deleted');
  await page.getByRole('button', { name: 'Change them' }).click();
  await expect(page.getByText('2 rolls were deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Harbour 2', { exact: true })).toBeVisible();

  await open(page, '/');
  await expect(page.getByText(/The C-41 chemistry has 0 rolls of life left/).first()).toBeVisible();
});

test('the session starts, and its runs go to the Bench in order', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await expect(page.getByText(/Run 1 of/)).toBeVisible();

  await test.step('the developer is colder than planned: measured, every run is planned anew', async () => {
    await page.locator('html[data-alive]').waitFor();
    const before = page.url();
    const accessible = async () => {
      await expectAccessible(page);
    };
    await accessible();
    await keysHere(page);
    await page.keyboard.type('3');
    await page.keyboard.type('72');
    await page.keyboard.press('Enter');
    await expect(page.getByText('372 °C is not a temperature for film')).toBeVisible();
    await accessible();
    await page.getByRole('button', { name: '37.2?' }).click();
    // The page is made anew as a document: the first load may be cut short by the second, which ends a wait for an address.
    await expect.poll(() => page.url()).not.toBe(before);
    // The thermometer reads 0.2 °C high, and says so.
    await expect(page.getByText(/Pour the developer at 37\.0 °C/)).toBeVisible();
    await page.locator('html[data-alive]').waitFor();
  });

  await page.getByRole('button', { name: /Go on without/ }).click();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await page.getByRole('button', { name: /Pressed by mistake/ }).click();
  await expect(page.getByRole('heading', { name: 'Given up' })).toHaveCount(0);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await page.getByRole('button', { name: /Run 2 is next/ }).click();
  await expect(page.getByText(/Run 2 of/)).toBeVisible();
  await open(page, '/');
  await expect(page.getByRole('link', { name: 'Back to the Bench' })).toBeVisible();
  await page.getByRole('button', { name: /^No more after run \d/ }).click();
  await expect(page.getByRole('button', { name: /^No more after run/ })).toHaveCount(0);

  await test.step('an evening is planned like an earlier one', async () => {
    await open(page, '/logbook');
    await page.getByRole('link', { name: /Ferry firing 1/ }).click();
    await page.getByRole('button', { name: 'Plan an evening like this one' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/rolls? in \d+ runs?/);
  });
});
