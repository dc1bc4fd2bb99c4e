import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { open, openRun } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';

/** Tonight while it goes: the evening under way, changed from the middle of it, seen alike on every screen and sheet. */
const own = new OwnServer();
const { base } = own;
test.use({ baseURL: base });
test.describe.configure({ mode: 'serial' });
test.beforeAll(() => own.start(freshDatabase(), 'demo'));
test.afterAll(() => own.kill());

interface Told {
  readonly run: number;
  readonly pour: string;
  readonly lastRoll: number;
}

/** The coming and live runs by the page's list and ledger. */
async function byThePage(page: Page): Promise<Told[]> {
  const lines = await page
    .getByRole('region', { name: 'In order' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: /^Run \d+ ·/ }) })
    .allInnerTexts();
  if (!(await page.getByRole('region', { name: 'Will it last?' }).isVisible()))
    await page.getByRole('link', { name: 'Will it last?' }).click();
  const ledger = await page.getByRole('region', { name: 'Will it last?' }).getByRole('listitem').allInnerTexts();
  return lines.map((line) => {
    const run = Number(/Run (\d+) ·/.exec(line)?.[1]);
    const row = ledger.find((each) => each.includes(`run ${run} `)) ?? '';
    return { run, pour: /\b\d\d:\d\d\b/.exec(line)?.[0] ?? '', lastRoll: Math.ceil(Number(/([\d.]+) of/.exec(row)?.[1])) };
  });
}

/** The same by the wall sheet. */
async function byTheSheet(page: Page): Promise<Told[]> {
  await open(page, '/wall-sheet');
  const sheets = await page.getByRole('article').filter({ hasText: 'Gloves, eye protection' }).allInnerTexts();
  return sheets.map((sheet) => ({
    run: Number(/Run (\d+)/.exec(sheet)?.[1]),
    pour: /\b(\d\d:\d\d)\b/.exec(sheet)?.[1] ?? '',
    lastRoll: Number(/rolls? (?:\d+ (?:and|to) )?(\d+)/.exec(sheet)?.[1]),
  }));
}

/** And when the calendar pours, by run. */
async function byTheCalendar(request: APIRequestContext, zone: string): Promise<Record<number, string>> {
  const file = (await (await request.get('/session.ics')).text()).replace(/\r?\n /g, '');
  const entries = file.split('BEGIN:VEVENT').slice(1);
  const at = (entry: string) => {
    const [, y, mo, d, h, mi] = /DTSTART:(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)/.exec(entry) ?? [];
    const instant = new Date(Date.UTC(Number(y), Number(mo) - 1, Number(d), Number(h), Number(mi)));
    return instant.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone });
  };
  return Object.fromEntries(
    entries.flatMap((entry) => {
      const run = /UID:.*-run-(\d+)-pour@/.exec(entry)?.[1];
      return run ? [[Number(run), at(entry)] as const] : [];
    }),
  );
}

/** Page, sheet and calendar tell one evening, at every stage. */
async function agree(page: Page, aside: Page, request: APIRequestContext): Promise<Told[]> {
  const zone = await page.evaluate(() => Intl.DateTimeFormat().resolvedOptions().timeZone);
  let told: Told[] = [];
  await expect(async () => {
    told = await byThePage(page);
    expect(await byTheSheet(aside)).toEqual(told);
    expect(await byTheCalendar(request, zone)).toEqual(Object.fromEntries(told.map(({ run, pour }) => [run, pour])));
  }).toPass();
  return told;
}

const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
let live = '';
const happens = async (request: APIRequestContext, kind: string, body: object = {}) => {
  const { nowMs } = (await (await request.get('/clock')).json()) as { nowMs: number };
  const id = `evening-${kind}-${Math.random().toString(36).slice(2)}`;
  const answer = await request.post(`/bench/${live}/events`, { data: { id, atMs: nowMs, kind, ...body }, headers: { Origin: base } });
  expect([kind, answer.status()]).toEqual([kind, 200]);
};

test('from the middle of an evening: what is next and when, will it last, and every change is told, seen and taken back', async ({
  page,
  context,
  request,
}) => {
  await open(page, '/');
  // The slide film stays out at first.
  await (await openRun(page, 4)).getByRole('link', { name: 'Change' }).click();
  await page
    .getByRole('combobox', { name: /^Where .* goes/ })
    .last()
    .selectOption('out');
  await expect(page.getByRole('heading', { name: /4 rolls in 3 runs/ })).toBeVisible();
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  live = new URL(page.url()).pathname.replace('/bench/', '');
  await happens(request, 'readied', { skipped: [] });
  await happens(request, 'poured', { step: 'prewash' });

  await open(page, '/');
  const [aside, second] = [await context.newPage(), await context.newPage()];
  await open(second, '/');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Prewash out at \d\d:\d\d$/);
  await expect(page).toHaveTitle(/^\d\d:\d\d prewash out · Steady Reel$/);
  const first = await agree(page, aside, request);
  expect(first.map(({ run }) => run)).toEqual([1, 2, 3]);
  expect(first.map(({ lastRoll }) => lastRoll)).toEqual([10, 11, 12]);

  // The first run goes on ten minutes longer than planned: all that is to come moves by them, on both screens.
  await happens(request, 'lengthened', { step: 'prewash', seconds: 600 });
  await expect(async () => {
    const now = await byThePage(page);
    expect(minutes(now[1]?.pour ?? '') - minutes(first[1]?.pour ?? '')).toBe(10);
    expect(await byThePage(second)).toEqual(now);
  }).toPass();
  const late = await agree(page, aside, request);

  const moved = page.locator('[aria-live=polite]').filter({ hasText: '→' });
  const temperature = page.getByRole('textbox', { name: 'Developer', exact: true }).first();
  await temperature.fill('37');
  await temperature.press('Enter');
  await expect(moved).toContainText(/Run 2: developer \d:\d\d → \d:\d\d/);
  await agree(page, aside, request);
  await (await openRun(page, 3)).getByRole('link', { name: 'Change' }).click();
  await page
    .getByRole('region', { name: /^Run 3/ })
    .getByLabel('Tank of this run')
    .selectOption({ label: 'Plastic tank, three reels' });
  await expect(moved).toContainText('Run 3: Steel tank, two reels → Plastic tank, three reels');
  await agree(page, aside, request);
  await page.getByRole('button', { name: 'Join this evening' }).click();
  await expect(page.getByText(/Run 4 is new: .*, first pour \d\d:\d\d/)).toBeInViewport();
  const four = await agree(page, aside, request);
  expect(four.map(({ run }) => run)).toEqual([1, 2, 3, 4]);
  await expect(async () => expect(await byThePage(second)).toEqual(four)).toPass();
  // The page has been read again since, and what the change moved is still in sight, wherever one is on the page.
  await page.mouse.wheel(0, 900);
  await expect(page.getByText(/Run 4 is new: .*, first pour \d\d:\d\d/)).toBeInViewport();
  // At the top of the page the notice stands in its own place and covers nothing.
  await page.evaluate(() => scrollTo(0, 0));
  await expectAccessible(page);

  for (let i = 0; i < 3; i++) {
    const before = JSON.stringify(await byThePage(page));
    const step = await page.getByRole('region', { name: 'Will it last?' }).textContent();
    await page.getByRole('button', { name: 'Undo last change' }).click();
    await expect(async () => {
      const changed =
        JSON.stringify(await byThePage(page)) !== before ||
        (await page.getByRole('region', { name: 'Will it last?' }).textContent()) !== step;
      expect(changed || i === 1).toBe(true);
    }).toPass();
  }
  await expect(async () => expect(await byThePage(page)).toEqual(late)).toPass();
  await agree(page, aside, request);
  await expect(temperature).toHaveValue('38.0');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('Taken back.')).toHaveCount(0);
});

test('by keyboard a roll goes to another run with its number, and its name and place are said', async ({ page }) => {
  await open(page, '/');
  const chip = page.getByRole('region', { name: /^Run 2/ }).getByRole('button', { name: 'Glaze room' });
  await chip.focus();
  await page.keyboard.press('3');
  await expect(page.getByText('Glaze room, moved to run 3, position 2 of 2')).toBeAttached();
  // The push of run 3 differs: refused in words, and nothing is half done.
  await expect(page.getByText(/Nothing was changed\. .*pushed by different amounts/)).toBeVisible();
  await expect(chip).toBeVisible();
});

test('a phone in the middle of it: what is next stands on top, nothing is cut off', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, '/');
  await expect(page.getByRole('heading', { level: 1 })).toBeInViewport();
  await expect(page.getByText(/Kiln Lane 4 will have done 12 of 12: it lasts\./)).toBeInViewport();
  await expect(page.getByRole('link', { name: 'Back to the Bench' })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('the evening is kept for another day while tonight goes on, and taken up again', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('link', { name: 'Plan another evening' }).click();
  await page.getByLabel('Keep this evening as').fill('Harbour slides');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.waitForURL((url) => url.pathname === '/');
  const kept = page.getByRole('region', { name: 'Evenings to come' });
  await expect(kept).toContainText(/Harbour slides, \w+ \d+ \w+, first pour 19:30/);
  await open(page, '/shelf');
  await expect(page.getByText('1 roll kept for Harbour slides.')).toBeVisible();
  await open(page, '/');
  await kept.getByRole('button', { name: 'Let it go' }).click();
  await page.getByRole('button', { name: 'Take that back' }).click();
  await expect(kept).toContainText('Harbour slides');
  await kept.getByRole('button', { name: 'Take it up' }).click();
  await page.waitForURL(/\/evenings\/new$/);
  await expect(page.getByRole('heading', { name: /1 roll in 1 run/ })).toBeVisible();
});
