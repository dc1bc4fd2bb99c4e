import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate } from '../press.ts';
import { byTheList } from './by-the-list.ts';
import { ledTo, mixed, roll, room, tank, typeIn } from './set-up.ts';

/** One temperature, one litre, a cold kitchen: the leaflet that nearly everyone has in the hand. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [PRINTED_C, PRINTED_S, ROOM_C, ML, TANK_JK, PER_MIN, PER_K] = [38.4, 205, 16, 520, 210, 0.016, 0.11];
const settles = (c: number, tankC: number) => (4.18 * ML * c + TANK_JK * tankC) / (4.18 * ML + TANK_JK);
const cooled = (c: number, s: number) => ROOM_C + (c - ROOM_C) * Math.exp((-PER_MIN * s) / 60);

/** By the arithmetic of the page: a minute of prewash, then the pour whose dose over 3:25 is 3:25 at 38.4. */
function pourByHand(): number {
  const tankC = cooled(settles(PRINTED_C, ROOM_C), 60);
  const dose = (pourC: number) => {
    let sum = 0;
    for (let s = 0.5; s < PRINTED_S; s++) sum += Math.exp(PER_K * (cooled(settles(pourC, tankC), s) - PRINTED_C));
    return sum;
  };
  let [low, high] = [PRINTED_C, PRINTED_C + 10];
  for (let i = 0; i < 40; i++) [low, high] = dose((low + high) / 2) < PRINTED_S ? [(low + high) / 2, high] : [low, (low + high) / 2];
  return low;
}

test('the plain litre: typed in nine fields, poured so that this tank is right, and led by the rule of thumb', async ({ page }) => {
  const typing = await typeIn(page, {
    name: 'Kiln Lane Plain',
    makes: '1000',
    rolls: '12',
    bottles: [
      { picks: 'Developer', time: '3:25', temp: '38.4' },
      { picks: 'Bleach-fix', time: '6:10', temp: '36 to 40' },
      { picks: 'Stabiliser', time: '1:10' },
    ],
  });
  expect(typing.fields).toBeLessThanOrEqual(9);
  await mixed(page, 'Plain 1');
  await tank(page, 'Steel, two reels', { ml: '520', made: 'steel' });
  await roll(page, 'Ferry ropes');
  await room(page, ROOM_C);

  const pour = `${pourByHand().toFixed(1)} °C`;
  const sentence = `Heat the developer to ${pour}: this tank takes it to 38.4 °C.`;
  await test.step('the sentence before the pour is the arithmetic’s, and the time is the printed one', async () => {
    await expect(page.getByRole('region', { name: /^Run 1 ·/ }).getByText(sentence)).toBeVisible();
    await expect(page.getByRole('link', { name: /^Developer 3:25/ })).toBeVisible();
    await expectAccessible(page);
  });
  await test.step('no warning is left that a press has answered', async () => {
    const run = page.getByRole('region', { name: /^Run 1/ });
    await expect(run.getByRole('alert').or(run.locator('[data-tone=hot]'))).toHaveCount(0);
  });
  // What the list says, line by line, leads to the first pour.
  expect((await byTheList(page, { toTheRun: true })).length).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await expect(page.getByText(sentence)).toBeVisible();
  await page.getByRole('button', { name: /Go on without/ }).click();
  await ledTo(page, /Prewash out: pour developer in/);
  // How warm it goes in is said while the water before it is still in the tank.
  await expect(page.locator('main').getByText(/^Heat the developer to/)).toBeVisible();
  await ledTo(page, /I pour out/);
  await page.keyboard.type('37.6');
  await page.keyboard.press('Enter');
  const correction = page.getByRole('region', { name: 'Correction' }).first();
  await expect(correction).toContainText('Cooler than planned');
  await expect(correction).toContainText('by rule of thumb');
  await deliberate(page);
  await open(page, page.url());
  await expect(page.locator('[data-act]')).toHaveText(/Pour rinse water in|Rinse out/);
});

test.describe('from an empty book', () => {
  const second = new OwnServer({ STEADY_REEL_TEST_SPEED: '15' });
  test.use({ baseURL: second.base, viewport: { width: 390, height: 844 } });
  test.beforeAll(() => second.start(freshDatabase()));
  test.afterAll(() => second.kill());

  test('the same by keyboard alone, in °F and quarts, on a phone: typed, run with a reading, finished and judged', async ({ page }) => {
    await page.request.post('/units', { form: { temperature: 'F', volume: 'US fl oz' }, headers: { Origin: second.base } });
    await open(page, '/shelf/kits/new');
    const keys = page.keyboard;
    /** Goes on by Tab to what is called so, as somebody without a pointer does. */
    const to = async (name: RegExp, key = 'Tab') => {
      for (let presses = 0; presses < 60; presses++) {
        const here = await page.evaluate(() => {
          const at = document.activeElement;
          const label =
            at instanceof HTMLInputElement ? at.labels?.[0]?.textContent : at instanceof HTMLButtonElement ? at.textContent : '';
          return `${at?.closest('fieldset')?.querySelector('legend')?.textContent ?? ''} ${label ?? ''}`.trim();
        });
        if (name.test(here)) return;
        await keys.press(key);
      }
      throw new Error(`no key leads to ${String(name)}`);
    };
    await to(/Name on the box/);
    await keys.type('Quart');
    await to(/A kit makes/);
    await keys.type('1 qt');
    for (const bottle of ['Developer', 'Bleach-fix']) {
      await to(new RegExp(`\\+ ${bottle}$`), bottle === 'Developer' ? 'Tab' : 'Shift+Tab');
      await keys.press('Enter');
      // The fingers go on at the bottle that came; by Shift and Tab the next is picked.
      await expect(page.getByRole('group', { name: bottle, exact: true }).getByLabel('Time')).toBeFocused();
    }
    await to(/^Developer Time$/, 'Shift+Tab');
    for (const [bottle, time, temp] of [
      ['Developer', '3:25', '101'],
      ['Bleach-fix', '6:10', '97-104'],
    ] as const) {
      await to(new RegExp(`^${bottle} Time$`));
      await keys.type(time);
      await to(new RegExp(`^${bottle} Temperature`));
      await keys.type(temp);
    }
    await keys.press('Enter');
    await page.waitForURL(/\/shelf\/kits\/quart$/);
    await expect(page.getByText('101.0 °F').first()).toBeVisible();

    await mixed(page, 'Quart 1');
    await tank(page, 'Steel, two reels', { ml: '17.6', made: 'steel' });
    await roll(page, 'Slipway');
    await open(page, '/');
    await expect(page.getByRole('link', { name: /^Developer 3:25/ })).toBeVisible();
    await expect(page.getByText(/Heat the developer to 10\d\.\d °F: this tank takes it to 101\.0 °F/).first()).toBeVisible();
    const pour = /Heat the developer to (\d+\.\d °F)/.exec(await page.locator('main').innerText())?.[1] ?? '';
    await test.step('calendar and wall sheet say the same pour', async () => {
      const read = async (path: string) => (await (await page.request.get(path)).text()).replace(/\r\n /g, '');
      for (const path of ['/session.ics', '/wall-sheet']) expect(await read(path), path).toContain(pour);
    });
    await page.getByRole('button', { name: 'Start at the Bench' }).press('Enter');
    await page.waitForURL(/\/bench\/.+/);
    await page.locator('html[data-alive]').waitFor();
    await page.getByRole('button', { name: /Go on without/ }).press('Enter');
    const act = page.locator('[data-act]');
    await ledTo(page, /I pour out/);
    await keys.type('99.5');
    await keys.press('Enter');
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler than planned');
    while (await act.isVisible()) {
      const said = await act.textContent();
      await deliberate(page);
      await expect(act.or(page.locator('#ended'))).not.toHaveText(said ?? '');
      if (await page.locator('#ended').isVisible()) break;
    }
    await expect(page.getByRole('heading', { name: 'Developed' })).toBeVisible();
    await expectAccessible(page);

    const run = new URL(page.url()).pathname.replace('/bench/', '/logbook/');
    await test.step('what it got is by the rule of thumb, in the logbook as on the ended page', async () => {
      // Every bath was pressed on early: what that gave is reckoned by a rate, not by the printed time.
      const got = page.getByText(/as a pull of .* by rule of thumb/).first();
      await expect(got).toBeVisible();
      const says = (await got.textContent()) ?? '';
      await open(page, run);
      await expect(page.getByText(says.slice(0, 30)).first()).toBeVisible();
      await open(page, '/logbook/trends');
      await expect(page.getByText('The developer’s dose')).toBeVisible();
    });
    await open(page, `${run}/look`);
    for (const question of ['Numbers along the edge', 'Frames']) {
      const answers = page.getByRole('group', { name: question });
      await answers.getByRole('radio').first().press('Space');
      for (let i = 0; i < 5 && !(await answers.getByRole('radio', { name: /thin/, checked: true }).count()); i++)
        await keys.press('ArrowRight');
    }
    await expect(page.getByText(/It was the development|one cannot tell|It was the exposure/i).first()).toBeVisible();
    await page.getByRole('button', { name: 'Keep this look' }).last().press('Enter');
    await page.waitForURL(/#looks$/);
  });
});
