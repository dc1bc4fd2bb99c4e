import { expect, test } from '@playwright/test';
import { open, openRun } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, roll, tank, typeIn } from './set-up.ts';

/** A kit that is silent about pushing, and somebody who knows what two stops want. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('two stops by conviction: the rule in the sentence that says the kit is silent, and a margin that leaves box speed alone', async ({
  page,
}) => {
  await typeIn(page, {
    name: 'Silent box',
    makes: '1000',
    bottles: [
      { picks: 'Developer', time: '3:20', temp: '38', more: { more: '34 5:10\n30 8:10' } },
      { picks: 'Bleach-fix', time: '6:40', temp: '35-40' },
    ],
  });
  await mixed(page, 'Silent 1');
  await tank(page, 'One reel', { ml: '310' });
  await roll(page, 'At box speed');
  await roll(page, 'In the dark kiln', { exposedAt: '800' });
  await open(page, '/');
  const pushed = page.getByRole('region', { name: /^Run \d · .*push 2/ });
  const plain = page.getByRole('region', { name: /^Run \d · .*box speed/ });
  const developer = (run: typeof pushed) => run.getByRole('link', { name: /^Developer/ });
  await openRun(page, /^Run \d · .*box speed/);
  const atBoxSpeed = await developer(plain).textContent();
  await expect(
    pushed.getByText(/says nothing about pushing, so no time changes\. By rule of thumb the developer would take \d:\d\d/),
  ).toBeVisible();
  await pushed.getByRole('button', { name: 'Push by the rule of thumb tonight' }).click();
  await expect(pushed.getByText(/says nothing about pushing/)).toHaveCount(0);
  await openRun(page, /^Run \d · .*push 2/);
  const byRule = (await developer(pushed).textContent()) ?? '';

  await developer(pushed).click();
  const way = page.getByRole('region', { name: 'Developer, your way' });
  await way.getByLabel('At this push alone').fill('+0:20');
  await way.getByLabel('because').fill('thin last time');
  await way.getByRole('button', { name: 'Keep', exact: true }).click();
  const seconds = (text: string) => {
    const [, m, s] = /(\d+):(\d\d)/.exec(text) ?? [];
    return Number(m) * 60 + Number(s);
  };
  await expect(async () => expect(seconds((await developer(pushed).textContent()) ?? '')).toBe(seconds(byRule) + 20)).toPass();
  await expect(page.getByRole('row', { name: /Your own margin: thin last time/ })).toContainText('+0:20');
  const here = page.url();
  await openRun(page, /^Run \d · .*box speed/);
  expect(await developer(plain).textContent()).toBe(atBoxSpeed);
  // It is there again when that film is pushed the next time.
  await open(page, here);
  await expect(way.getByLabel('At this push alone')).toHaveValue('+0:20');
});
