import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expectAccessible } from './accessible.ts';
import { open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate } from './press.ts';

/** The strip hangs there and something is off: what it was, what it taught, and the book that remembers. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
const database = freshDatabase();
test.use({ baseURL: own.base });
test.describe.configure({ mode: 'serial' });
test.beforeAll(() => own.start(database, 'demo'));
test.afterAll(() => own.kill());

/** Presses the drawing that looks like the film in the hand. */
const pick = async (page: Page, question: string, answer: string) =>
  page.getByRole('group', { name: question }).getByText(answer, { exact: true }).click();

/** Six made-up strips, each spoilt in another way, by someone who only looks and presses. */
const STRIPS = [
  {
    spoilt: 'thin by cold',
    run: 'run-13',
    seen: [
      ['Numbers along the edge', 'thin'],
      ['Frames', 'thin'],
    ],
    was: 'It was the development, not the exposure',
    first: '1. The developer did too little',
    because: /averaged 35\.9 °C in the tank/,
  },
  {
    spoilt: 'thin by exposure',
    run: 'run-07',
    seen: [
      ['Numbers along the edge', 'normal'],
      ['Frames', 'thin'],
    ],
    was: 'It was the exposure, not the development',
    first: '1. The film got too little light',
    because: /edge print is normal: the developer worked/,
  },
  {
    spoilt: 'a cast from carry-over',
    run: 'run-01',
    seen: [
      ['Numbers along the edge', 'normal'],
      ['Colour', 'a cast'],
    ],
    was: 'It was the development, not the exposure',
    first: '1. Developer was carried into the bleach',
    because: /nothing rinsed the developer out/,
  },
  {
    spoilt: 'silver left',
    run: 'run-16',
    seen: [
      ['Numbers along the edge', 'normal'],
      ['Colour', 'weak'],
      ['Marks, if any', 'greyish, hard'],
    ],
    was: 'It was the development, not the exposure',
    first: '1. Silver is left in the film',
    because: /bleach got 5\d % of its time/,
  },
  {
    spoilt: 'a developer worn over five rolls',
    run: 'run-18',
    seen: [
      ['Numbers along the edge', 'thin'],
      ['Frames', 'thin'],
    ],
    was: 'It was the development, not the exposure',
    first: '1. The developer is worn',
    because: /range of its strips has been falling/,
  },
  {
    spoilt: 'cine flakes',
    run: 'run-04',
    seen: [
      ['Numbers along the edge', 'normal'],
      ['Marks, if any', 'black specks'],
    ],
    was: 'It was the development, not the exposure',
    first: '1. Remjet is left on the film',
    because: /Cine film has a backing/,
  },
] as const;

for (const { spoilt, run, seen, was, first, because } of STRIPS) {
  test(`${spoilt}: judged by looking and pressing, with one hand on a phone`, async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, `/logbook/${run}/look`);
    for (const [question, answer] of seen) await pick(page, question, answer);
    await expect(page.getByText(was).first()).toBeVisible();
    await expect(page.getByRole('heading', { name: first })).toBeVisible();
    await expect(page.getByLabel('What it was').getByText(because)).toBeVisible();
    // The strip is drawn back as it was said, for whoever sees it or hears it.
    await expect(page.getByRole('img', { name: new RegExp(seen[0][1], 'i') })).toBeVisible();
    await page.getByRole('button', { name: 'Keep this look' }).last().click();
    await page.waitForURL(new RegExp(`/logbook/${run}#looks`));
    await expect(page.getByRole('heading', { name: first })).toBeVisible();
  });
}

test('the lesson of the cold strip stands at its developer the next time, and is asked about afterwards', async ({ page }) => {
  await open(page, '/logbook/run-13');
  await page.getByRole('link', { name: 'Keep “next time” as a lesson' }).first().click();
  await expect(page.getByLabel('In your words')).toHaveValue(/Read the temperature inside the tank/);
  await page.getByLabel('In your words').fill('Shut the window, and read inside the tank.');
  await expectAccessible(page, 'every rule', []);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Shut the window, and read inside the tank.')).toBeVisible();
  await expect(page.getByText('at the developer, about Steel tank, two reels')).toBeVisible();

  // Another lesson, about a film that waits, is read while the evening is planned.
  await open(page, '/');
  await expect(page.getByLabel('From your logbook').getByText(/Tern at night/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
  const lesson = page.getByLabel('From your logbook').getByText('Shut the window');
  const ready = page.locator('[data-act][data-ready=true]');
  for (let i = 0; i < 6 && !(await lesson.isVisible()); i++) {
    await deliberate(page);
    await ready.waitFor();
  }
  await expect(lesson).toBeVisible();
  // In its own place: the act and the cue are not covered.
  const [line, act] = [await lesson.boundingBox(), await page.locator('[data-act]').boundingBox()];
  expect((line?.y ?? 0) + (line?.height ?? 0)).toBeLessThanOrEqual(act?.y ?? 0);
  expect(line?.y ?? -1).toBeGreaterThan(0);
  await expectAccessible(page);
  const ended = page.getByRole('link', { name: /To the logbook/ });
  for (let i = 0; i < 30 && !(await ended.isVisible()); i++) {
    await deliberate(page);
    await ready.or(ended).first().waitFor();
  }
  await page.getByRole('link', { name: /To the logbook/ }).click();
  await expect(page.getByRole('heading', { name: 'Did it help?' })).toBeVisible();
  await page.getByRole('listitem').filter({ hasText: 'Shut the window' }).getByRole('button', { name: 'It helped' }).click();
  await expect(page.getByText('It helped: kept.')).toBeVisible();
});

test('silver left: the film goes to the Bench once more, over light, and its bottle counts it', async ({ page }) => {
  await open(page, '/logbook/run-16');
  await expect(page.getByRole('heading', { name: 'This film can still be saved' })).toBeVisible();
  await page.getByLabel('Poured from').selectOption({ label: 'Kiln Lane 4' });
  await page.getByRole('button', { name: 'Take it to the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText('light does no harm now')).toBeVisible();
  await page.getByRole('button', { name: /Go on without/ }).click();
  const again = page.getByRole('heading', { name: 'Done again' });
  for (let i = 0; i < 20 && !(await again.isVisible()); i++) {
    await deliberate(page);
    await page.locator('[data-act][data-ready=true]').or(again).first().waitFor();
  }
  await expect(page.getByText(/hung up again. The bottles that were poured have counted it/)).toBeVisible();
  await page.getByRole('link', { name: /To the logbook/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Reed cutters');
  await expect(page.getByText(/On film of/)).toBeVisible();
});

test('a scan is brought in, marked by hand and key, measured, and stands in the control chart', async ({ page }) => {
  await open(page, '/logbook/run-09/measure');
  const scans = join(dirname(database), 'scans-to-try');
  await page.getByLabel(/The scan: PNG/).setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('Developer 3:15') });
  await expect(page.getByText('“notes.png” could not be read as a picture')).toBeVisible();
  await page.getByLabel(/The scan: PNG/).setInputFiles(join(scans, 'worn-strip.png'));
  await expect(page.getByText('Proposed where the scan looks even')).toBeVisible();
  const base = page.getByRole('application', { name: /^Clear base/ });
  const at = async () => Number(/at (\d+) and/.exec((await base.getAttribute('aria-label')) ?? '')?.[1]);
  const from = await at();
  await base.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  expect(await at()).toBe(from + 11);
  const box = await base.boundingBox();
  await page.mouse.move((box?.x ?? 0) + 20, (box?.y ?? 0) + 20);
  await page.mouse.down();
  await page.mouse.move((box?.x ?? 0) + 50, (box?.y ?? 0) + 30, { steps: 4 });
  await page.mouse.up();
  expect(await at()).toBeGreaterThan(from + 20);
  await expectAccessible(page, 'every rule', []);
  await expect(page.getByLabel('Scanner and setting')).toHaveValue('flatbed, all corrections off');
  await page.getByRole('button', { name: 'Measure it' }).click();
  await page.waitForURL(/#measures/);
  await expect(page.getByRole('row', { name: /leader against base/ })).toContainText('1.4');
  await page.getByText('How these are made').first().click();
  await expect(page.getByText(/Clear base, red: 52\.\d % of the light/).first()).toBeVisible();
  await page.getByRole('link', { name: 'The control chart' }).click();
  await expect(page.getByRole('status')).toContainText('One below the limit: worn or cold developer.');
  await expect(page.getByRole('img', { name: /Leader against base, 12 strips/ })).toBeVisible();
  await expectAccessible(page, 'every rule', []);
  // The shelf says it at the bottle that it points to.
  await open(page, '/shelf');
  await expect(page.getByRole('link', { name: /^Developer B\d+, by its strips: leader against base, one below the limit/ })).toBeVisible();
});

test('runs are found by a word and narrowed, laid side by side, and shown through the year', async ({ page }) => {
  await open(page, '/logbook');
  await page.getByRole('searchbox').fill('wipe cloth');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status')).toContainText('One run');
  await expect(page.getByRole('link', { name: /Crossing, reel one/ })).toBeVisible();
  await page.getByRole('link', { name: 'Show all' }).click();
  await expect(page.getByRole('searchbox')).toHaveValue('');
  await page.getByLabel('Verdict').selectOption('exposure');
  await expect(page.getByRole('link', { name: /Ferry at night/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Opening the kiln/ })).toHaveCount(0);
  await page.getByRole('searchbox').fill('zeppelin');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByText('No run is like that')).toBeVisible();
  await open(page, '/logbook/compare?a=run-13');
  const other = await page.getByLabel('against').locator('option', { hasText: 'Opening the kiln' }).getAttribute('value');
  await page.getByLabel('against').selectOption(other);
  await expect(page.getByRole('row', { name: /Dose/ })).toContainText('%');
  await open(page, '/logbook/year');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(String(new Date().getFullYear()));
});

test('the book goes out, into an empty house, and is the same there; a wrong byte is refused; copies are made and restored', async ({
  page,
}) => {
  await open(page, '/logbook/book');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Take the book out' }).click()]);
  const path = await download.path();
  const text = readFileSync(path, 'utf8');
  const bring = async (name: string, buffer: Buffer) => {
    await page.getByLabel('A book to bring in').setInputFiles({ name, mimeType: 'application/json', buffer });
    await page.getByRole('button', { name: 'Look through it' }).click();
  };
  await bring('broken.json', Buffer.from(text.replace('Fennel', 'Fennal')));
  await expect(page.getByText(/That book is not whole/)).toBeVisible();
  await bring('mine.json', Buffer.from(text));
  await expect(page.getByText('It has nothing that is not here already.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByText('A copy was made, and checked.')).toBeVisible();
  await expectAccessible(page, 'every rule', []);

  const elsewhere = new OwnServer();
  await elsewhere.start(freshDatabase());
  try {
    await open(page, `${elsewhere.base}/logbook/book`);
    await bring('mine.json', Buffer.from(text));
    await expect(page.getByText(/things in it are new here/)).toBeVisible();
    await page.getByLabel(/^Its settings too/).check();
    await page.getByRole('button', { name: 'Bring it in' }).click();
    await expect(page.getByText(/^Brought in: \d+ added/)).toBeVisible();
    const sections = (book: string) => JSON.stringify((JSON.parse(book) as { sections: object }).sections);
    const there = await (await fetch(`${elsewhere.base}/logbook/book.json`)).text();
    expect(sections(there)).toBe(sections(text));
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect(page.getByText('The book is as it was before.')).toBeVisible();
    await page.goto(`${elsewhere.base}/logbook`);
    await expect(page.getByText('No run has ended yet')).toBeVisible();
  } finally {
    await elsewhere.kill();
  }
});

test('without scripts: a look, a lesson, a search, a scan and a copy', async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false, baseURL: own.base });
  const page = await context.newPage();
  await page.goto('/logbook/run-05/look');
  await pick(page, 'Numbers along the edge', 'normal');
  await pick(page, 'Marks, if any', 'black specks');
  await page.getByRole('button', { name: 'Keep this look' }).first().click();
  await expect(page.getByRole('heading', { name: '1. Remjet is left on the film' })).toBeVisible();
  await page.goto('/logbook?q=bell');
  await expect(page.getByRole('link', { name: /Bell and mist/ })).toBeVisible();
  await page.goto('/logbook/run-05/measure');
  await page.getByLabel(/The scan: PNG/).setInputFiles(join(dirname(database), 'scans-to-try', 'good-strip.png'));
  // Without scripts a file that was chosen waits for its button.
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await page.getByRole('button', { name: 'Measure it' }).click();
  await expect(page.getByRole('row', { name: /leader against base/ })).toContainText('1.7');
  await page.goto('/logbook/book');
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByText('A copy was made, and checked.')).toBeVisible();
  await context.close();
});
