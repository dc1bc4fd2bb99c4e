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
  await expect(page).toHaveURL(/\/shelf\/kits\/(?!new)/);
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

/**
 * Fills in the form of a page and sends it, as a browser without scripts does. What is only set up here is not typed key by
 * key: that is the business of the pages' own tests, and costs a page each time. Returns the page that it led to.
 */
async function sendForm(page: Page, address: string, typed: Readonly<Record<string, string | undefined>>): Promise<string> {
  const { refused, ledTo } = await page.evaluate(
    async ({ at, fields }) => {
      const html = await (await fetch(at)).text();
      const form = [...new DOMParser().parseFromString(html, 'text/html').forms].find((each) => each.elements.namedItem('once'));
      if (!form) return { refused: 'the page has no form', ledTo: '' };
      const data = new FormData(form);
      for (const [name, value] of Object.entries(fields)) data.set(name, value);
      const body = new URLSearchParams([...data].map(([name, value]): [string, string] => [name, String(value)]));
      const answer = await fetch(form.getAttribute('action') ?? at, { method: 'POST', body });
      const said = answer.redirected
        ? null
        : ((await answer.text()).match(/role="alert"[^>]*>([^<]+)/)?.[1] ?? `answered ${answer.status}`);
      return { refused: said, ledTo: answer.url };
    },
    {
      at: address,
      fields: Object.fromEntries(Object.entries(typed).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))),
    },
  );
  expect(refused, address).toBeNull();
  return ledTo;
}

/** A batch of the kit whose page is open, mixed by hand; returns its page. */
export async function mixed(page: Page, name: string, { rollsDone }: { readonly rollsDone?: string } = {}): Promise<string> {
  const kit = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  return sendForm(page, `/shelf/batches/new?kit=${kit}`, { name, rollsDone });
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
  await sendForm(page, '/shelf/tanks/new', {
    name,
    volumeMl: ml,
    volumeOneMl: oneMl,
    material: made,
    method: by,
    ...(machine ? { stands: 'machine', machine } : { stands }),
    ...(sheets ? { p135: '', p4x5: sheets } : {}),
    warms,
  });
}

export async function roll(
  page: Page,
  name: string,
  {
    film,
    process,
    treatment,
    exposedAt = '200',
  }: { readonly process?: string; readonly exposedAt?: string; readonly treatment?: string; readonly film?: string } = {},
): Promise<void> {
  await sendForm(page, '/rolls/new', { name, film, process, treatment, boxSpeed: '200', exposedSpeed: exposedAt });
}

/** Sheets of one entry, which stay together. */
export async function sheets(page: Page, name: string, count: number): Promise<void> {
  await sendForm(page, '/rolls/new', { name, format: '4x5', count: String(count), boxSpeed: '200' });
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
