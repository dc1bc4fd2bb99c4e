import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open, openRun } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { byTheList } from './by-the-list.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** Three baths at one temperature each, no heater: a bucket of nine litres filled at 43, a hot tap of 54. Two runs. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

const FILLS = [6, 12, 24];

test('a bucket of slides: each pour in its window by top-ups with time and litres, fills as cues, the second run at its time', async ({
  page,
}) => {
  await typeIn(page, {
    name: 'Slides in three',
    process: 'E-6',
    makes: '1000',
    bottles: [
      { picks: 'First developer', time: '6:30', temp: '38', more: { wear: 'add', adds: '0:40', every: '2' } },
      { picks: 'Colour developer', time: '6:00', temp: '38' },
      { picks: 'Bleach-fix', time: '8:00', temp: '35-40' },
    ],
  });
  await mixed(page, 'Slides 1');
  await tank(page, 'Steel, two reels', { ml: '520', made: 'steel' });
  for (const name of ['Limewash 1', 'Limewash 2', 'Limewash 3', 'Limewash 4']) await roll(page, name, { process: 'E-6' });
  await open(page, '/');
  await test.step('the bucket: nine litres at 43, no heater, a hot tap of 54', async () => {
    await open(page, '/?open=bath');
    await page.getByText('Change the bath').click();
    for (const [label, wanted] of [
      ['Tub', 9],
      ['Water goes in at', 43],
      ['Heater, 0 for none', 0],
      ['Hot tap', 54],
    ] as const) {
      const slider = page.getByLabel(label).first();
      await slider.fill(String(wanted));
      const kept = page.waitForResponse((response) => response.request().method() === 'POST');
      // What is let go is kept.
      await slider.press('Shift');
      await kept;
      // The list is another one now, and the bath stays open under the hand.
      await expect(slider).toBeVisible();
    }
    await open(page, '/');
  });
  await test.step('each top-up has its time and its litres, and no pour is out of its window', async () => {
    const topUps = page.getByRole('listitem').filter({ has: page.getByRole('checkbox', { name: /^Top the bath up/ }) });
    await expect(topUps.nth(2)).toBeVisible();
    for (const line of await topUps.allTextContents())
      expect(line).toMatch(/\d\d:\d\dTop the bath upTake out \d\.\d l, pour in as much hot at 54\.0 °C: \d\d\.\d °C/);
    await expect(page.getByText(/by then, and .* is wanted/)).toHaveCount(0);
  });
  await test.step('washes are counted, and every fill is a cue', async () => {
    await page
      .getByRole('region', { name: /^Run 1 ·/ })
      .getByRole('link', { name: /^Wash/ })
      .first()
      .click();
    const way = page.getByRole('region', { name: 'Wash, your way' });
    await way.getByLabel('counted', { exact: true }).check({ force: true });
    await way.getByLabel(/inversions of each fill/).fill(FILLS.join(', '));
    await way.getByRole('button', { name: 'Keep as my way' }).click();
    const cues = page.getByRole('region', { name: 'What the Bench will say' });
    for (const [i, n] of FILLS.entries()) await expect(cues.getByText(`Fresh water, ${n} inversions: fill ${i + 1} of 3`)).toBeVisible();
  });
  await test.step('the second run’s first developer is forty seconds longer', async () => {
    const seconds = async (run: RegExp) => {
      const text = await page
        .getByRole('region', { name: run })
        .getByRole('link', { name: /^First developer/ })
        .textContent();
      const [, min = '0', s = '0'] = /(\d+):(\d\d)/.exec(text ?? '') ?? [];
      return Number(min) * 60 + Number(s);
    };
    await openRun(page, 2);
    expect((await seconds(/^Run 2 ·/)) - (await seconds(/^Run 1 ·/))).toBe(40);
  });
  await expectAccessible(page);
  await test.step('from the list alone through every top-up and both runs to the last clip', async () => {
    const done = (await byTheList(page)).map((what) => what.split(':')[0]?.split(' · ')[0]);
    expect([done[0], done.at(-1)]).toEqual(['Fill the tub', 'Put back']);
    expect(done).not.toContain('Heater on');
    expect(done.filter((what) => what === 'Top the bath up').length).toBeGreaterThan(2);
    expect(done.filter((what) => /^Run \d$/.test(what ?? ''))).toEqual(['Run 1', 'Run 2']);
  });
});
