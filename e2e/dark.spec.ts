import { expect, test, type Page } from '@playwright/test';
import { toTheFirstPour } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { ledTo } from './evenings/set-up.ts';
import { pressable } from './press.ts';

/** What would cost the film: an end pressed too early, a tank opened too soon, a wrong start. Five times as fast. */
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: '5' });
const { base } = own;
test.use({ baseURL: base, viewport: { width: 390, height: 844 } });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

const act = (page: Page) => page.locator('[data-act]');

test('on a phone: a press far too early is asked again, a short bleach-fix stays in the dark, and the page says what the film got', async ({
  page,
}) => {
  await toTheFirstPour(page);
  const press = async () => {
    await pressable(page);
    await act(page).click();
  };
  const pressTwice = async (then: RegExp) => {
    // Two presses of one wet glove ask, and the second of them is no answer.
    await pressable(page);
    await page.evaluate(async () => {
      const press = () => document.querySelector<HTMLElement>('[data-act]')?.click();
      press();
      await new Promise((resolve) => setTimeout(resolve, 80));
      press();
    });
    await expect(act(page)).toHaveText(/early: press again to end it/);
    await press();
    await expect(act(page)).toHaveText(then);
  };
  await press();
  await expect(act(page)).toHaveText(/Prewash out/);
  // A minute is soon over on a busy machine: whether it is early is not the question here.
  await ledTo(page, /I pour out/);

  await test.step('forgotten start: typed once, whole above the act, and the finish in sight', async () => {
    await page.getByRole('button', { name: 'Forgot to press?' }).click();
    await page.getByLabel('It went in this long ago').fill('soon');
    await page.getByRole('button', { name: 'Set the start' }).click();
    await expect(page.getByText('is no time. Type how long ago')).toBeVisible();
    await page.getByLabel('It went in this long ago').fill('1:30');
    const panel = await page.getByRole('region', { name: /When did developer begin/ }).boundingBox();
    const button = await act(page).boundingBox();
    expect((panel?.y ?? 0) + (panel?.height ?? 0)).toBeLessThanOrEqual((button?.y ?? 0) + 1);
    await page.getByRole('button', { name: 'Set the start' }).click();
    await expect(page.getByRole('region', { name: /When did developer begin/ })).toHaveCount(0);
  });
  await test.step('a reading and what it changed are seen without scrolling', async () => {
    await page.getByRole('button', { name: 'Reading' }).click();
    const form = page.getByRole('form', { name: 'A reading' });
    await form.getByRole('textbox').fill('36.5');
    await form.getByRole('button', { name: 'Keep' }).click();
    await expect(page.getByRole('region', { name: 'Correction' }).first()).toBeInViewport();
    await expect(page.getByRole('button', { name: 'Keep the planned time' }).first()).toBeInViewport();
  });
  await pressTwice(/Pour rinse water in/);
  await press();
  await expect(act(page)).toHaveText(/Rinse out/);
  await ledTo(page, /Bleach-fix out/);
  await pressTwice(/Pour wash water in/);
  await expect(page.getByText(/Keep the tank shut: bleach-fix got 0:\d\d of \d+:\d\d/)).toBeVisible();
  await expect(page.getByText('Light does no harm')).toHaveCount(0);
  await page.getByRole('button', { name: 'Bleach-fix goes in again' }).click();
  await expect(act(page)).toHaveText(/Pour bleach-fix in/);

  await test.step('given up instead: the page tells what each bath really gave the film', async () => {
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('button', { name: /Give this run up/ }).click();
    await expect(page.getByRole('row', { name: /Developer/ })).toContainText(/as a pull of/);
    await expect(page.getByRole('row', { name: /Bleach-fix/ })).toContainText('may be incomplete');
    await page.getByRole('link', { name: 'To the logbook' }).click();
    await expect(page.getByRole('row', { name: /Developer/ })).toContainText(/as a pull of/);
  });
});
