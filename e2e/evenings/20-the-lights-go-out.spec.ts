import Database from 'better-sqlite3';
import { expect, test } from '@playwright/test';
import { toTheFirstPour } from '../open.ts';
import { freshDatabase, OwnServer } from '../own-server.ts';
import { deliberate } from '../press.ts';

/** The laptop dies in the developer for ten minutes, and comes back with its clock off; the phone goes on. */
const SPEED = 30;
const own = new OwnServer({ STEADY_REEL_TEST_SPEED: String(SPEED) });
test.use({ baseURL: own.base, serviceWorkers: 'allow', viewport: { width: 390, height: 844 } });
test.afterAll(() => own.kill());

interface Step {
  readonly id: string;
  readonly critical: boolean;
  readonly seconds: number;
  readonly cues: readonly { readonly atS: number }[];
}

test('the lights go out: every cue is given, every act kept once, and the record is true', async ({ page }) => {
  const database = freshDatabase();
  await own.start(database, 'demo');
  await toTheFirstPour(page);
  const run = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  const book = new Database(database);
  const { steps } = JSON.parse(book.prepare('SELECT plan FROM runs WHERE id = ?').pluck().get(run) as string) as {
    steps: readonly Step[];
  };
  const act = page.locator('[data-act]');
  const cues = () => page.evaluate(() => performance.getEntriesByName('cue').length);
  const nowMs = () => page.evaluate(() => performance.timeOrigin + performance.now());

  let at = 0;
  while (steps[at]?.critical !== true) at++;
  while (!/developer in/i.test((await act.textContent()) ?? '')) await deliberate(page);
  const before = await cues();
  await deliberate(page);
  const pouredMs = await nowMs();
  const developer = steps[at] as Step;

  await own.kill();
  await test.step('every cue of the developer is given by the phone alone', async () => {
    const last = Math.max(...developer.cues.map(({ atS }) => atS));
    await expect.poll(async () => ((await nowMs()) - pouredMs) * SPEED).toBeGreaterThan((last + 2) * 1000);
    const given = (await cues()) - before;
    expect(given).toBeGreaterThanOrEqual(developer.cues.filter(({ atS }) => atS > 0).length);
    await expect(page.getByText(/On its own; goes on/)).toBeVisible();
  });
  // Poured out late, because nobody presses in the dark; read, and on to the next bath.
  await page.keyboard.type('37.6');
  await page.keyboard.press('Enter');
  await deliberate(page);
  const endedMs = await nowMs();
  await deliberate(page);
  await expect.poll(async () => ((await nowMs()) - pouredMs) * SPEED).toBeGreaterThan(600_000);

  own.clockSetMs = 3_600_000;
  await own.start(database);
  await test.step('back again, its clock an hour off: each act once, in order, when it happened', async () => {
    await expect(page.getByText(/On its own/)).toHaveCount(0);
    const kept = () =>
      book.prepare('SELECT kind, at_ms AS atMs FROM run_events WHERE run_id = ? ORDER BY seq').all(run) as { kind: string; atMs: number }[];
    const kinds = () => kept().map(({ kind }) => kind);
    await expect.poll(() => kinds().slice(-4)).toEqual(['poured', 'reading', 'step-ended', 'poured']);
    const [poured, reading, ended, next] = kept().slice(-4);
    const lived = (fromMs = 0, toMs = 0) => (toMs - fromMs) / 1000;
    expect(Math.abs(lived(poured?.atMs, ended?.atMs) - ((endedMs - pouredMs) / 1000) * SPEED)).toBeLessThan(1.5 * SPEED);
    expect([poured, reading, ended, next].map((event) => event?.atMs)).toEqual(
      [poured, reading, ended, next].map((event) => event?.atMs).sort((a, b) => (a ?? 0) - (b ?? 0)),
    );
    // What the developer got is said of the time it truly stood, not of an hour that nobody lived.
    expect(lived(poured?.atMs, ended?.atMs)).toBeLessThan(900);
  });
  await test.step('and the run goes on from there', async () => {
    const said = await act.textContent();
    await deliberate(page);
    await expect(act).not.toHaveText(said ?? '');
    await expect(page.getByText(/did not count/)).toHaveCount(0);
  });
  book.close();
});
