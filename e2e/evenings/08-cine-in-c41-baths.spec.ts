import { expect, test } from '@playwright/test';
import { open, openRun } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { mixed, PLAIN, roll, tank, typeIn } from './set-up.ts';

/** Cine film in C-41 baths: an alkaline bath of the kitchen, shaken, waters until clear, the backing wiped off in the light. */
const own = new OwnServer();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(freshDatabase()));
test.afterAll(() => own.kill());

test('cine in C-41 baths: grams and shaking on Session, no jump, waits for clear, the wiping has its minutes, other rolls first', async ({
  page,
}) => {
  await typeIn(page, PLAIN);
  await mixed(page, 'Kiln Lane 1');
  await tank(page, 'Plastic, one reel', { ml: '300' });
  await roll(page, 'Ferryman at dusk', { process: 'ECN-2', treatment: 'cine-in-c41' });
  await roll(page, 'Market day');
  await open(page, '/');
  const [first, second] = [page.getByRole('region', { name: /^Run 1 ·/ }), page.getByRole('region', { name: /^Run 2 ·/ })];

  await test.step('what sheds remjet comes last', async () => {
    await expect(first).toContainText('Market day');
    await expect(second).toContainText('Ferryman at dusk');
  });
  await test.step('the alkaline bath stands there with its grams, and is shaken', async () => {
    await openRun(page, 2);
    await expect(second.getByRole('link', { name: /^Alkaline prebath 1:00/ })).toBeVisible();
    await second.getByRole('link', { name: /^Alkaline prebath/ }).click();
    await expect(page.getByText('4.5 g sodium bicarbonate in 300 ml of water').first()).toBeVisible();
    await expect(page.getByRole('region', { name: 'What the Bench will say' }).getByText('Shake it, without a pause')).toBeVisible();
  });
  await test.step('nothing jumps in temperature on its way to the developer, and the rinse waits until it is clear', async () => {
    // A step that is open closes by a press: each is pressed once, and seen open.
    const warmth = second.getByLabel('Temperature', { exact: true });
    await expect(warmth).toHaveAttribute('placeholder', '38.0 °C');
    await second.getByRole('link', { name: /^Rinse until clear/ }).click();
    await expect(second.getByRole('link', { name: /^Rinse until clear/ })).toHaveAttribute('aria-expanded', 'true');
    await expect(warmth).toHaveAttribute('placeholder', '38.0 °C');
    await expect(page.getByRole('region', { name: 'What the Bench will say' })).toContainText(/clear/);
    await expect(page.getByText(/jumps? /i)).toHaveCount(0);
  });
  await test.step('wiping takes four minutes of the evening', async () => {
    await second.getByRole('link', { name: /^Wash/ }).click();
    await expect(page.getByText(/Wipe the backing off.*about four minutes a roll/).first()).toBeVisible();
    // The other roll's run without them, and without the alkaline bath, takes sixteen.
    await expect(first).toContainText(/· 16 min/);
    await expect(second).toContainText(/· 21 min/);
  });
});
