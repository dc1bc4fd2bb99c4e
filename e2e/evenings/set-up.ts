import { expect, type Page } from '@playwright/test';
import { open } from '../open.ts';
import { deliberate } from '../press.ts';

/** A bottle of a leaflet as a person types it: what is not printed is not typed. */
export interface TypedBottle {
  readonly picks: string;
  readonly time?: string;
  readonly temp?: string;
  /** Everything that stands behind “what else the leaflet prints”. */
  readonly more?: Readonly<Record<string, string>>;
}

/** Types a leaflet in as a new user would, and returns how many fields and presses that took. */
export async function typeIn(
  page: Page,
  box: {
    readonly name: string;
    readonly process?: string;
    readonly makes: string;
    readonly rolls?: string;
    readonly bottles: readonly TypedBottle[];
  },
): Promise<{ readonly fields: number; readonly presses: number }> {
  await open(page, '/shelf/kits/new');
  let [fields, presses] = [0, 0];
  const fill = async (name: string, text: string | undefined) => {
    if (text === undefined) return;
    await page.locator(`[name="${name}"]`).fill(text);
    fields++;
  };
  await fill('name', box.name);
  if (box.process) await page.getByLabel('Process').selectOption(box.process);
  await fill('makes', box.makes);
  await fill('rolls', box.rolls);
  for (const [i, { picks, time, temp, more }] of box.bottles.entries()) {
    await page.getByRole('button', { name: `+ ${picks}`, exact: true }).click();
    presses++;
    await fill(`${i}.time`, time);
    await fill(`${i}.temp`, temp);
    if (!more) continue;
    await page.getByText('What else the leaflet prints of it').nth(i).click();
    presses++;
    for (const [field, text] of Object.entries(more)) {
      if (field === 'wear') await page.locator(`[name="${i}.wear"][value="${text}"]`).check({ force: true });
      else await fill(`${i}.${field}`, text);
    }
  }
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page).toHaveURL(/\/shelf\/kits\/(?!new)/, { timeout: 60_000 });
  return { fields, presses: presses + 1 };
}

/** A leaflet as most are: three bottles, one temperature each. */
export const PLAIN = {
  name: 'Kiln Lane Plain',
  makes: '1000',
  bottles: [
    { picks: 'Developer', time: '3:15', temp: '38' },
    { picks: 'Bleach-fix', time: '6:00', temp: '35-40' },
    { picks: 'Stabiliser', time: '1:00' },
  ],
} as const;

/** A batch of the kit whose page is open, mixed by hand. */
export async function mixed(page: Page, name: string, more: { readonly rollsDone?: string } = {}): Promise<void> {
  const kit = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  await open(page, `/shelf/batches/new?kit=${kit}`);
  await page.getByLabel('Name').fill(name);
  if (more.rollsDone) await page.getByLabel('Rolls done so far').fill(more.rollsDone);
  await page.getByRole('button', { name: /put it on the shelf/i }).click();
  await expect(page).toHaveURL(/\/shelf\/batches\/(?!new)/, { timeout: 60_000 });
}

export async function tank(
  page: Page,
  name: string,
  {
    ml,
    oneMl,
    made = 'plastic',
    by,
    stands,
    machine,
    warms,
    sheets,
  }: {
    readonly ml: string;
    readonly oneMl?: string;
    readonly made?: string;
    readonly by?: string;
    readonly stands?: string;
    /** What the machine that it stands in holds. */
    readonly machine?: string;
    readonly warms?: string;
    /** 4×5 sheets that it holds, and no rolls. */
    readonly sheets?: string;
  },
): Promise<void> {
  await open(page, '/shelf/tanks/new');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Solution it needs').fill(ml);
  if (oneMl) await page.getByLabel('With one reel alone').fill(oneMl);
  await page.getByLabel('Made of').selectOption(made);
  if (by) await page.getByLabel('Agitated by').selectOption(by);
  if (stands) await page.locator('[name=stands]').selectOption(stands);
  if (machine) {
    await page.locator('[name=stands]').selectOption('machine');
    await page.getByLabel('The machine holds').fill(machine);
  }
  if (sheets) {
    await page.locator('[name=p135]').fill('');
    await page.locator('[name=p4x5]').fill(sheets);
  }
  if (warms) await page.getByLabel('In the bath stand').selectOption(warms);
  await page.getByRole('button', { name: 'Add this tank' }).click();
  await expect(page).toHaveURL(/\/shelf$/, { timeout: 60_000 });
}

export async function roll(
  page: Page,
  name: string,
  more: { readonly process?: string; readonly exposedAt?: string; readonly treatment?: string; readonly film?: string } = {},
): Promise<void> {
  await open(page, '/rolls/new');
  await page.getByLabel('Name').fill(name);
  if (more.film) await page.getByLabel('Film').fill(more.film);
  if (more.process) await page.getByLabel('Process').selectOption(more.process);
  if (more.treatment) await page.getByLabel('Treatment').selectOption(more.treatment);
  await page.getByLabel('Box speed').fill('200');
  await page.getByLabel('Exposed at').fill(more.exposedAt ?? '200');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page).toHaveURL(/\/rolls(?!\/new)/, { timeout: 60_000 });
}

/** Sheets of one entry, which stay together. */
export async function sheets(page: Page, name: string, count: number): Promise<void> {
  await open(page, '/rolls/new');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Format').selectOption('4x5');
  await page.locator('[name=count]').fill(String(count));
  await page.getByLabel('Box speed').fill('200');
  await page.getByRole('button', { name: 'Add it', exact: true }).click();
  await expect(page).toHaveURL(/\/rolls(?!\/new)/, { timeout: 60_000 });
}

/** The room, by its slider on the bath card, half a degree a press. */
export async function room(page: Page, c: number): Promise<void> {
  await open(page, '/?open=bath');
  await page.getByText('Change the bath').click();
  const slider = page.getByRole('slider', { name: /^Room/ });
  await slider.focus();
  for (let at = Number(await slider.inputValue()); at !== c; at += at < c ? 0.5 : -0.5)
    await slider.press(at < c ? 'ArrowRight' : 'ArrowLeft');
  await page.waitForResponse((response) => response.request().method() === 'POST').catch(() => null);
  await open(page, '/');
}

/** From Session to the Bench, past what is asked before it. */
export async function toTheBench(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: /Go on without/ }).click();
}

/** Presses what the Bench asks for, one act after another, until it asks for that; to the end of the run without. */
export async function ledTo(page: Page, until?: RegExp): Promise<void> {
  const [act, ended] = [page.locator('[data-act]'), page.locator('#ended')];
  while (!(await ended.isVisible())) {
    const said = (await act.textContent()) ?? '';
    if (until?.test(said)) return;
    await deliberate(page);
    await expect(act.or(ended)).not.toHaveText(said);
  }
}
