import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { keptHere, open } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate } from './press.ts';

/** The life of bottles: a box, a mixing, runs, a drop in the wrong bottle, a test, the jug, the collection point. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
const { base } = own;
const database = freshDatabase();
test.use({ baseURL: base, serviceWorkers: 'allow' });
test.beforeAll(() => own.start(database));
test.afterAll(() => own.kill());

async function noViolations(page: Page): Promise<void> {
  await expectAccessible(page, 'every rule', []);
}

/** The mixing bench's one act, until the step after it is shown. */
async function act(page: Page): Promise<void> {
  const at = Number(await page.locator('[data-mixing]').getAttribute('data-mixing'));
  const button = page.locator('[data-act]');
  if (/Start stirring/.test((await button.textContent()) ?? '')) {
    await button.click();
    await expect(button).toContainText('Stirred');
  }
  await button.click();
  await expect(page.locator('[data-mixing]')).toHaveAttribute('data-mixing', String(at + 1));
}

const bottle = (page: Page, name: string) => page.getByRole('link', { name: new RegExp(`^${name},`) });

test('half a kit from its box: mixed through a reload and a killed server, labelled, run, dripped into, refused, tested, emptied, handed over', async ({
  page,
}) => {
  await open(page, '/shelf');
  // An empty shelf shows what a full one tells.
  await expect(page.getByRole('heading', { name: 'No batch is mixed' })).toBeVisible();
  await noViolations(page);
  await page.getByRole('link', { name: 'Enter a box you bought' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('A box you bought');
  await page.getByLabel('Kit').selectOption('house-c41-three-bath');
  await page.getByLabel('Price').fill('34,50');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: /House C-41, three baths, sealed/ }).click();
  await page.getByRole('link', { name: 'Mix from it' }).click();

  // More than the box holds is refused, and what was typed stays.
  await page.getByLabel('Volume of each bottle').fill('1200');
  await page.getByRole('button', { name: 'Begin at the mixing bench' }).click();
  await expect(page.getByText('That box makes 1000 ml more')).toBeVisible();
  await expect(page.getByLabel('Volume of each bottle')).toHaveValue('1200');
  await page.getByLabel('Volume of each bottle').fill('600');
  await page.getByLabel('Name').fill('Kiln Lane 5');
  await page.getByRole('button', { name: 'Begin at the mixing bench' }).click();
  await page.waitForURL(/\/mixing\//);
  await page.locator('[data-mixing]').waitFor();
  await noViolations(page);
  for (let i = 0; i < 3; i++) await act(page);
  await expect(page.getByRole('heading', { level: 2 })).toHaveText('Stir Part A in');
  // Without a server a press is kept on this screen, and delivered once there is one again.
  await keptHere(page);
  const delivered = async () => ((await (await page.request.get(`${page.url()}/acts`)).json()) as { acts: unknown[] }).acts.length;
  await expect.poll(delivered).toBe(3);
  await own.kill();
  // The page opens without it as well, and knows what was pressed: of the copy and of what was delivered after it.
  await page.reload();
  await page.locator('[data-mixing="3"]').waitFor();
  await act(page);
  await expect(page.getByText('The server does not answer')).toBeVisible();
  await page.reload();
  await page.locator('[data-mixing="4"]').waitFor();
  await act(page);
  await own.start(database);
  await expect(page.getByText('The server does not answer')).toBeHidden();
  await page.reload();
  await page.locator('[data-mixing="5"]').waitFor();
  // A second screen follows by itself.
  const second = await page.context().newPage();
  await second.goto(page.url());
  await second.locator('[data-mixing="5"]').waitFor();
  // A step taken back, and the keys of wet hands.
  await page.keyboard.press('z');
  await page.locator('[data-mixing="4"]').waitFor();
  await second.locator('[data-mixing="4"]').waitFor();
  await second.close();
  await page.keyboard.press('Space');
  await page.locator('[data-mixing="5"]').waitFor();
  while (await page.locator('[data-act]').isVisible()) await act(page);
  await page.getByRole('button', { name: /Put them on the shelf/ }).click();

  // Labels of what was just mixed, each with a code that opens its bottle.
  await page.waitForURL(/\/shelf\/labels/);
  const label = page.getByRole('article', { name: /^Developer B\d+/ });
  await expect(label).toContainText('Kiln Lane 5');
  await expect(label).toContainText('Gloves');
  const code = (/B\d+/.exec((await label.getAttribute('aria-label')) ?? '') ?? [''])[0];
  await noViolations(page);
  await page.goto(`/b/${code}`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Developer ${code}`);

  await open(page, '/shelf');
  await expect(page.getByText('House C-41, three baths, opened')).toContainText('40 % left');
  await expect(bottle(page, 'Developer')).toBeVisible();
  await expect(page.getByRole('img', { name: '0 of 7.2 rolls done' })).toBeVisible();

  // One roll by hand, returned: 20 ml are kept by film and tank, and the roll is on the ladder.
  await page.getByRole('link', { name: 'Kiln Lane 5' }).first().click();
  await page.getByText('Enter a run done without Steady Reel').click();
  await page.getByLabel('Rolls through it').fill('1');
  await page.getByLabel('Drawn from each bottle').fill('500');
  await page.getByRole('button', { name: 'Enter the run' }).click();
  await expect(page.getByRole('img', { name: 'Developer, 587 ml of 600 ml' })).toBeVisible();
  await noViolations(page);

  // A second one at the Bench: the checklist names the bottle, and a drop in the wrong one is written down there.
  await open(page, '/shelf/tanks/new');
  await page.getByLabel('Name').fill('Steel');
  await page.getByLabel('Solution it needs').fill('520');
  await page.getByLabel(/135/).fill('1');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await page.waitForURL(/\/shelf$/);
  for (const name of ['Ferry ropes', 'Bell and mist']) {
    await open(page, '/rolls/new');
    await page.getByLabel('Name').fill(name);
    await page.getByLabel('Film', { exact: true }).fill('Fennel 200');
    await page.getByLabel('Box speed').fill('200');
    await page.getByLabel('Exposed at').fill('200');
    await page.getByRole('button', { name: 'Add it', exact: true }).click();
    await expect(page.getByText(name)).toBeVisible();
  }
  await open(page, '/');
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText(`1. Developer bottle, ${code}, 587 ml`)).toBeVisible();
  await page.getByRole('button', { name: /Go on without/ }).click();
  await expect(page.locator('[data-act]')).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Something got into a bottle/ }).click();
  await page
    .getByRole('button', { name: /^Bleach, fixer, bleach-fix/ })
    .first()
    .click();
  await expect(page.getByText(/^Developer is spent: no run is poured from it/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Back to the run' }).click();
  for (let i = 0; i < 4 && !(await page.getByText(code).first().isVisible()); i++) await deliberate(page);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: /Give this run up/ }).click();
  await expect(page.getByText(/given up/i).first()).toBeVisible();

  // The run that waits is refused; the shelf says why, what to do and which bottle it is.
  await open(page, '/shelf');
  await expect(page.getByText('One bottle is spent.')).toBeVisible();
  await expect(page.getByRole('term').filter({ hasText: 'Pour into the jug' }).locator('..')).toContainText(code);
  await noViolations(page);
  await open(page, '/');
  await expect(page.getByText(/Developer is spent/).first()).toBeVisible();

  // A snip goes dark in time: it may be poured again.
  await open(page, '/shelf');
  await page.getByRole('link', { name: 'Test it with a snip, or pour it away' }).click();
  await page.getByRole('button', { name: 'The snip is in' }).click();
  await page.waitForURL(/since=/);
  await noViolations(page);
  await page.getByRole('button', { name: 'It is dark' }).click();
  await expect(page.getByText('Written down. It may be used.')).toBeVisible();
  await expect(page.getByText(/tested with a snip, passed/)).toBeVisible();
  await noViolations(page);

  // Taken back, it is spent again; and taken back once more in its turn it cannot be.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('spent', { exact: true })).toBeVisible();
  await expect(page.getByText('Taken back: Entered by mistake.')).toBeVisible();

  // Into the jug, and to the collection point.
  await page.getByRole('button', { name: 'Empty it into the jug' }).click();
  await expect(page.getByText('It is empty, and what was in it is in the jug.')).toBeVisible();
  await open(page, '/shelf/spent');
  const jug = page.getByRole('region', { name: 'Developers' });
  await expect(jug).toContainText('587 ml');
  await noViolations(page);
  await jug.getByLabel('Where, or a note').fill('By the slipway');
  await jug.getByRole('button', { name: 'Handed over' }).click();
  await expect(jug).toContainText('0 ml');
  await expect(page.getByText('By the slipway')).toBeVisible();
});

test('one-shot, nothing comes back: the bottles hold as much less as the tank took, and the jugs as much more', async ({ page }) => {
  await open(page, '/shelf/batches/new?kit=house-c41-three-bath');
  // What is left of the opened box is proposed; another is not entered here.
  await expect(page.getByLabel('Volume of each bottle')).toHaveValue('400');
  await page.getByLabel('From', { exact: true }).selectOption('');
  await page.getByLabel('Volume of each bottle').fill('1000');
  await page.getByLabel('Name').fill('One-shot');
  await page.getByRole('button', { name: 'It is mixed: put it on the shelf' }).click();
  await page.waitForURL(/\/shelf\/batches\/(?!new)/);
  await page.getByText('Enter a run done without Steady Reel').click();
  await page.getByLabel('Rolls through it').fill('2');
  await page.getByLabel('Drawn from each bottle').fill('520');
  await page.getByLabel('What came back').fill('600');
  await page.getByRole('button', { name: 'Enter the run' }).click();
  await expect(page.getByText('No more comes back than was drawn: up to 520 ml.')).toBeVisible();
  await page.getByLabel('What came back').fill('');
  await page.getByLabel('Afterwards').selectOption('one-shot');
  await page.getByRole('button', { name: 'Enter the run' }).click();
  await expect(page.getByRole('img', { name: 'Developer, 480 ml of 1000 ml' })).toBeVisible();
  await open(page, '/shelf/spent');
  await expect(page.getByRole('region', { name: 'Silver-bearing' })).toContainText('520 ml');
});

test('on a phone nothing of the shelf is cut off, and a code that is none is said', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const address of [
    '/shelf',
    '/safety',
    '/shelf/spent',
    '/shelf/cost',
    '/shelf/boxes/new',
    '/shelf/bottles/B1',
    '/shelf/bottles/B1/test',
  ]) {
    await open(page, address);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await noViolations(page);
  }
  await open(page, '/shelf');
  await page.getByLabel('Code on a label').fill('b999');
  await page.getByRole('button', { name: 'Open the bottle' }).click();
  await expect(page.getByText('No bottle has the code “b999”')).toBeVisible();
  await page.getByLabel('Code on a label').fill('b 1');
  await page.getByRole('button', { name: 'Open the bottle' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('B1');
});

test('without scripts a bottle is mixed, and what happens to it is written down', async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false, baseURL: base });
  const page = await context.newPage();
  await page.goto('/shelf/batches/new?kit=house-c41-three-bath');
  await page.getByLabel('Name').fill('Without scripts');
  await page.getByRole('button', { name: 'Begin at the mixing bench' }).click();
  await page.waitForURL(/\/mixing\//);
  // Every press is a page of its own: what is asked of it is asked once it is there.
  const shelve = page.getByRole('button', { name: /Put them on the shelf/ });
  for (let i = 0; i < 60; i++) {
    await expect(page.locator('[data-act]').or(shelve)).toBeVisible();
    if (await shelve.isVisible()) break;
    await page.locator('[data-act]').click();
  }
  await shelve.click();
  await page.waitForURL(/\/shelf\/labels/);
  await page.goto('/shelf');
  await page
    .getByRole('region', { name: 'Without scripts' })
    .getByRole('link', { name: /^Bleach-fix,/ })
    .click();
  await page.getByText('Something happened to it').click();
  await page.getByLabel('What', { exact: true }).selectOption('damage');
  await page.getByRole('button', { name: 'Write it down' }).first().click();
  await expect(page.getByText('It is doubtful: test it before a film that matters.')).toBeVisible();
  await context.close();
});
