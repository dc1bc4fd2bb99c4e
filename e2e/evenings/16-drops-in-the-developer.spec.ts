import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate, pressable } from '../press.ts';
import { byTheList } from './by-the-list.ts';

/**
 * In run 1's bleach-fix a splash goes into the developer; runs 2 and 3 wait. Phone at the sink, laptop in the room. Set up
 * through the forms alone, as a new user would.
 */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
const { base } = own;
test.use({ baseURL: base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const noViolations = async (page: Page) => {
  await expectAccessible(page, 'every rule', []);
};

async function batch(page: Page, name: string): Promise<void> {
  await open(page, '/shelf/batches/new?kit=house-c41-three-bath');
  await page.getByLabel('Name').fill(name);
  await page.getByRole('button', { name: 'It is mixed: put it on the shelf' }).click();
  await page.waitForURL(/\/shelf\/batches\/(?!new)/);
}

test('drops in the developer: three presses in gloves, both screens say what follows, run 2 is led on', async ({ page, browser }) => {
  await batch(page, 'Kiln Lane 2');
  await batch(page, 'Kiln Lane 1');
  await open(page, '/shelf/tanks/new');
  await page.getByLabel('Name').fill('Steel, one reel');
  await page.getByLabel('Solution it needs').fill('310');
  await page.getByLabel(/135/).fill('1');
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await page.waitForURL(/\/shelf$/);
  for (const name of ['Ferry ropes', 'Bell and mist', 'Slipway']) {
    await open(page, '/rolls/new');
    await page.getByLabel('Name').fill(name);
    await page.getByLabel('Box speed').fill('200');
    await page.getByRole('button', { name: 'Add it', exact: true }).click();
    await expect(page.getByText(name)).toBeVisible();
  }
  await open(page, '/');
  // What the list says, line by line, leads to the first pour.
  expect((await byTheList(page, { toTheRun: true })).length).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);

  // The phone takes over at the sink; the laptop stays at Session.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, baseURL: base });
  const phone = await context.newPage();
  await open(phone, page.url());
  await phone.getByRole('button', { name: /Go on without/ }).tap();
  const act = phone.locator('[data-act]');
  for (let i = 0; i < 30 && !(await act.textContent())?.includes('bleach-fix'); i++) await deliberate(phone, () => act.tap());
  await pressable(phone);
  await act.tap();
  await expect(phone.getByRole('heading', { level: 2, name: 'Bleach-fix', exact: true })).toBeVisible();
  await open(page, '/');

  // Three presses: More, something got in, what it was.
  await phone.getByRole('button', { name: 'More' }).tap();
  await phone.getByRole('button', { name: /Something got into a bottle/ }).tap();
  await phone
    .getByRole('button', { name: /^Bleach, fixer, bleach-fix/ })
    .first()
    .tap();
  await expect(phone.getByText(/Developer is spent: no run is poured from it until a test passes/).first()).toBeVisible();
  await phone.getByRole('button', { name: 'Back to the run' }).tap();
  await expect(phone.getByRole('status').filter({ hasText: 'Developer is spent' })).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await noViolations(phone);

  // The laptop says it on its first line, for both runs that wait, without being touched.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Run 2 cannot be poured as it is');
  await expect(page.getByRole('alert').filter({ hasText: 'Runs 2 and 3: Developer is spent' })).toBeVisible();
  await expect(page.getByText('it lasts')).toHaveCount(0);
  await noViolations(page);

  // Run 1 goes on to its end; the Bench announces no developer as ready.
  for (let i = 0; i < 30 && !(await phone.getByRole('heading', { name: 'Developed' }).isVisible()); i++)
    await deliberate(phone, () => act.tap());
  await expect(
    phone.getByRole('heading', { name: 'Run 2 cannot begin as it is' }).or(phone.getByText('Run 2 cannot begin as it is')),
  ).toBeVisible();
  await expect(phone.getByText('is in its range again')).toHaveCount(0);
  await phone.getByRole('link', { name: 'What can be done' }).tap();
  await phone.waitForURL(/\/runs\/.*\/begin/);
  await expect(phone.getByRole('link', { name: /^Test developer, B\d+/ })).toBeVisible();
  await expect(phone.getByRole('button', { name: /End the evening here/ })).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await noViolations(phone);

  // Led to the other batch, it begins, timed for that; nothing of the evening is lost.
  await phone.getByRole('button', { name: /Pour from Kiln Lane 2 instead/ }).tap();
  await phone.waitForURL(/\/bench\/.+/);
  await expect(phone.getByText('Before the first pour')).toBeVisible();
  await expect(page.getByText(/Developer is spent/)).toHaveCount(0);
  await open(page, '/logbook');
  await expect(page.getByText('Ferry ropes').first()).toBeVisible();
  await context.close();
});

test('every refusal of an act stands on a page with its frame, never as bare data or nothing', async ({ page, request }) => {
  await open(page, '/');
  // Acts that a page without scripts posts, each about something that is not there or not understood.
  const acts: readonly (readonly [string, Record<string, string>])[] = [
    ['/runs/nobody/begin', {}],
    ['/runs/nobody/replan', { tempC: 'hot', step: 'developer' }],
    ['/runs/nobody/repair', { batch: 'x' }],
    ['/sessions/nobody/leave', {}],
    ['/evenings/nobody', { intent: 'let-go' }],
    ['/bench/nobody/events', { act: '{' }],
    ['/mixing/nobody/acts', { kind: 'done' }],
    ['/shelf/bottles/B999', { intent: 'amount' }],
    ['/shelf/batches/nobody', { intent: 'run' }],
    ['/shelf/kits/nobody', {}],
    ['/shelf/tanks/nobody', { name: '' }],
    ['/shelf/thermometers/nobody', {}],
    ['/rolls/nobody', {}],
    ['/logbook/nobody', {}],
    ['/logbook/book', { intent: 'merge', brought: 'gone' }],
    ['/probes', { intent: 'nothing' }],
    ['/practice', { scene: 'moon' }],
    ['/', { intent: 'nothing' }],
  ];
  for (const [address, form] of acts) {
    const answer = await request.post(address, { form, headers: { Origin: base, Accept: 'text/html' } });
    const body = await answer.text();
    expect([address, answer.headers()['content-type']?.split(';')[0], /<main|id="main"/.test(body), answer.status() < 500]).toEqual([
      address,
      'text/html',
      true,
      true,
    ]);
  }
});
