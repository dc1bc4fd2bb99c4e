import { expect, test } from '@playwright/test';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { byTheList } from './by-the-list.ts';
import { mixed, PLAIN, roll, tank, typeIn } from './set-up.ts';

/** C-41 at 38, then cine film at 41 in the same tub. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '30' });
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('two processes: one evening in order, the bath’s change with its minutes, and nothing overheated meanwhile', async ({ page }) => {
  await typeIn(page, PLAIN);
  await mixed(page, 'Kiln Lane 1');
  await typeIn(page, {
    name: 'Reedbed Plain',
    process: 'ECN-2',
    makes: '1000',
    bottles: [
      { picks: 'Prebath', time: '0:30', temp: '27-38' },
      { picks: 'Developer', time: '3:00', temp: '41' },
      { picks: 'Bleach', time: '3:00', temp: '27-38' },
      { picks: 'Fixer', time: '2:00', temp: '37-39' },
    ],
  });
  await mixed(page, 'Reedbed 1');
  await tank(page, 'Plastic, two reels', { ml: '600' });
  await roll(page, 'Market day');
  await roll(page, 'Ferryman at dusk', { process: 'ECN-2' });
  await open(page, '/');
  await test.step('one evening, the cooler bath first or the warmer, each run in its place', async () => {
    await expect(page.getByRole('heading', { level: 1 })).toContainText('2 rolls in 2 runs');
    await expect(page.getByRole('region', { name: /^Run 2 ·/ })).toBeVisible();
  });
  await test.step('between them the bath is brought to the other temperature, at an hour and in minutes', async () => {
    const line = page.getByRole('listitem').filter({ has: page.getByRole('checkbox', { name: /^Change the bath/ }) });
    await expect(line).toHaveCount(1);
    await expect(line).toContainText(/For run 2, from \d\d\.\d °C to \d\d\.\d °C\. (The heater takes \d+ min|Take out \d)/);
    // What is poured at the other temperature stands in it only then.
    await expect(line).toContainText(/Then stand in it: (Kiln Lane|Reedbed) 1: (prebath, )?developer/);
    const [, from = '', to = ''] = /from (\d\d\.\d) °C to (\d\d\.\d) °C/.exec((await line.textContent()) ?? '') ?? [];
    // Three degrees apart, as the two developers are; what this tank takes is the same for both.
    expect(Math.abs(Math.abs(Number(to) - Number(from)) - 3)).toBeLessThan(0.6);
    // Only after the last bath of the first run: nothing of it stands in the warmer water.
    const hour = Number(
      /^(\d\d):(\d\d)/
        .exec((await line.textContent()) ?? '')
        ?.slice(1)
        .join(''),
    );
    const pour = Number(
      /(\d\d):(\d\d)/
        .exec((await page.getByRole('region', { name: /^Run 1 ·/ }).textContent()) ?? '')
        ?.slice(1)
        .join(''),
    );
    expect((hour - pour + 2400) % 2400).toBeGreaterThan(9);
  });
  await expectAccessible(page);
  await test.step('from the list alone to the last clip of the second process', async () => {
    const done = (await byTheList(page)).map((what) => what.split(':')[0]?.split(' · ')[0]);
    const [one, change, two] = ['Run 1', 'Change the bath', 'Run 2'].map((what) => done.indexOf(what));
    expect([done[0], done.at(-1)]).toEqual(['Fill the tub', 'Put back']);
    expect(one).toBeGreaterThan(0);
    expect(change).toBeGreaterThan(one ?? 0);
    expect(two).toBeGreaterThan(change ?? 0);
    expect(done.filter((what) => what === 'Put back')).toHaveLength(2);
    await expect(page.getByText('No rolls are waiting')).toBeVisible();
  });
});
