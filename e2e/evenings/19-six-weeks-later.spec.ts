import Database from 'better-sqlite3';
import { expect, test } from '@playwright/test';
import Papa from 'papaparse';
import { expectAccessible } from '../accessible.ts';
import { open } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';

/** Which bottle, which test, which jug; and eleven strips, the last two of which are short. */
const own = new OwnServer();
const database = freshDatabase();
test.use({ baseURL: own.base });
test.beforeAll(() => own.start(database, 'demo'));
test.afterAll(() => own.kill());

/** The demo's strips on a line of their own runs' doses, a unit of ln(dose) worth 1.2 of range; the last two 0.09 short of it. */
async function stripsOnALine(): Promise<void> {
  const csv = await (await fetch(`${own.base}/logbook/tables/runs.csv`)).text();
  const { data } = Papa.parse<{ id: string; dose_share: string }>(csv, { header: true, skipEmptyLines: true });
  const doses = new Map(data.map(({ id, dose_share }) => [id, Number(dose_share)]));
  const book = new Database(database);
  const strips = book
    .prepare('SELECT measures.id, run_id AS run FROM measures JOIN runs ON runs.id = run_id ORDER BY runs.ended_at_ms')
    .all() as { id: string; run: string }[];
  expect(strips).toHaveLength(11);
  strips.forEach(({ id, run }, i) => {
    const short = i < strips.length - 2 ? 0 : 0.09;
    const range = 1.7 + 1.2 * Math.log(doses.get(run) || 1) - short;
    const per = JSON.stringify({ r: range, g: range, b: range });
    book
      .prepare("UPDATE measures SET good = ?, document = json_set(document, '$.range', json(?)) WHERE id = ?")
      .run(short === 0 ? 1 : 0, per, id);
  });
  book.close();
}

test('six weeks later: which bottle, which test, which jug, and what the strips answer is in the working', async ({ page }) => {
  await stripsOnALine();
  await test.step('four answers stand at the top of the shelf', async () => {
    await open(page, '/shelf');
    for (const [question, answer] of [
      ['Use', /for C-41/],
      ['Test first', /B\d+/],
      ['Pour into the jug', /B\d+/],
      ['Buy', /by \d+ /],
    ] as const) {
      const said = page.getByText(question, { exact: true }).locator('..');
      await expect(said).toContainText(answer);
      await expect(said).toBeInViewport();
    }
  });
  await test.step('the strips say how much longer, give or take', async () => {
    await open(page, '/logbook/strips');
    const card = page.getByRole('region', { name: 'What your strips answer' });
    await expect(card).toContainText(/The newest strip has 0\.0\d less range\./);
    await expect(card).toContainText(/\+0:\d\d in the developer brings it back, ± 0:\d\d/);
    await expectAccessible(page);
    await card.getByRole('button', { name: 'Take it as my own margin' }).click();
  });
  await test.step('taken, it stands in the working of tonight', async () => {
    await open(page, '/');
    await page
      .getByRole('link', { name: /^Developer \d/ })
      .first()
      .click();
    await expect(page.locator('[aria-labelledby=step-detail]')).toContainText(/by my own strips/i);
  });
});
