import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { byTheList } from './by-the-list.ts';
import { ledTo, mixed, roll, tank, typeIn } from './set-up.ts';

/** Seven bottles of slides, five litres of each; a drum on a machine that holds 38, 230 ml at a time, poured once. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const [MADE_ML, DRUM_ML, BOTTLES] = [5000, 230, 7];
const fillings = (leftMl: number) => Math.floor(leftMl / DRUM_ML);
/** Of what is turned on rollers nothing is ever inverted, on whatever page. */
const onRollers = async (page: Page) => expect(page.getByText(/inver(t|sion)/i).filter({ visible: true })).toHaveCount(0);

test('the drum: no loss to the room, rollers on every page, portions in the tub, fillings counted, the jugs gain what was poured', async ({
  page,
}) => {
  await typeIn(page, {
    name: 'Slides by the drum',
    process: 'E-6',
    makes: String(MADE_ML),
    bottles: [
      { picks: 'First developer', time: '6:30', temp: '38' },
      { picks: 'Reversal', time: '2:00', temp: '38' },
      { picks: 'Colour developer', time: '6:00', temp: '38' },
      { picks: 'Pre-bleach', time: '2:00', temp: '35-40' },
      { picks: 'Bleach', time: '6:00', temp: '35-40' },
      { picks: 'Fixer', time: '4:00', temp: '35-40' },
      { picks: 'Final rinse', time: '1:00' },
    ],
  });
  await open(page, await mixed(page, 'Drum 1'));
  await page.getByRole('button', { name: 'Each filling once' }).click();
  await expect(page.getByRole('button', { name: 'Each filling once' })).toHaveAttribute('aria-pressed', 'true');
  await tank(page, 'Drum for two', { ml: String(DRUM_ML), made: 'rotary', by: 'rotary', machine: '38', warms: 'portion' });
  await roll(page, 'Limewash', { process: 'E-6' });
  await open(page, '/shelf');
  await expect(page.getByText(`${fillings(MADE_ML)} fillings of ${DRUM_ML} ml left`)).toBeVisible();

  await open(page, '/');
  const run = page.getByRole('region', { name: /^Run 1 ·/ });
  await test.step('the drum takes nothing from what is poured', async () => {
    await expect(page.getByText(/takes it to/)).toHaveCount(0);
    await expect(run.getByText(/warmer than|colder than|loses/)).toHaveCount(0);
  });
  await test.step('portions stand in the tub, and the bottles stay out', async () => {
    await expect(page.getByText(new RegExp(`^${DRUM_ML} ml of each in a jug, .*The bottles stay out\\.$`))).toBeVisible();
    await expect(page.getByText('Heater on')).toBeVisible();
  });
  await run.getByRole('link', { name: /^First developer/ }).click();
  await expect(page.getByText('On the rollers: continuous, reversing').first()).toBeVisible();
  await onRollers(page);
  await expectAccessible(page);
  await open(page, '/wall-sheet');
  await onRollers(page);
  const rows = await page.getByRole('row').allTextContents();
  expect(rows.find((row) => row.startsWith('First developer'))).toContain('38.0 °C');

  await open(page, '/');
  // What the list says, line by line, leads to the first pour.
  expect((await byTheList(page, { toTheRun: true })).length).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.getByText(`${DRUM_ML} ml of each measured into a jug of its own`)).toBeVisible();
  await onRollers(page);
  await page.getByRole('button', { name: /Go on without/ }).click();
  await ledTo(page, /first developer/i);
  await onRollers(page);
  await ledTo(page);
  await open(page, '/shelf');
  await expect(page.getByText(`${fillings(MADE_ML - DRUM_ML)} fillings of ${DRUM_ML} ml left`)).toBeVisible();
  await open(page, '/shelf/spent');
  const jugs = await page.locator('[aria-labelledby^=jug-] .figure').allTextContents();
  const inJugsMl = jugs.reduce((sum, jug) => sum + Number(/^(\d+) ml$/.exec(jug)?.[1]), 0);
  expect(inJugsMl).toBe(BOTTLES * DRUM_ML);
});
