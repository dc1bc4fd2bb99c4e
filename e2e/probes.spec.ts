import { expect, test, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { open, toTheFirstPour } from './open.ts';
import { freshDatabase, OwnServer } from './own-server.ts';
import { deliberate, pressable } from './press.ts';

const own = new OwnServer();
const database = freshDatabase();
const act = (page: Page) => page.locator('[data-act]');

test.use({ baseURL: own.base });
test.beforeAll(async () => own.start(database, 'demo'));
test.afterAll(async () => own.kill());

/** A probe on a wire of its own: no cookie, no origin, only its token. */
async function send(token: string, readings: object[], name = 'tank') {
  return fetch(`${own.base}/probes/${name}/readings`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
    body: JSON.stringify({ readings }),
  });
}
const now = (c: number, agoS = 0) => ({ at: new Date(Date.now() - agoS * 1000).toISOString(), c });

test('a probe drives the developer’s finish by itself; garbled, jumping, killed and lost it is said, and the run goes on', async ({
  page,
}) => {
  await open(page, '/probes');
  await expect(page.getByText('No probe yet')).toBeVisible();
  const adding = page.getByLabel('Name').first();
  await adding.fill('../tank');
  await page.getByRole('button', { name: 'Add it and show its token' }).first().click();
  await expect(page.getByText(/A short name of letters, digits and dashes/).first()).toBeVisible();
  await adding.fill('tank');
  await page.getByRole('button', { name: 'Add it and show its token' }).first().click();
  const token = (await page.locator('.select-all').textContent()) ?? '';
  expect(token).toHaveLength(43);
  await page.getByText('Send from a shell').click();
  await expect(page.getByText(`TOKEN=${token}`)).toBeVisible();
  await page.getByLabel('It is').selectOption('tank');
  await open(page, '/probes');
  await expect(page.getByText(token)).toHaveCount(0);
  await expect(page.getByLabel('It is')).toHaveValue('tank');

  await toTheFirstPour(page);
  await pressable(page);
  await page.keyboard.press('Space');
  await expect(act(page)).toHaveText(/ out: /);
  await deliberate(page);
  await expect(act(page)).toHaveText(/Pour developer in/);
  await pressable(page);
  await page.keyboard.press('Space');
  await expect(act(page)).toHaveText(/I pour out/);
  for (const c of [36.9, 36.88, 36.87]) {
    expect((await send(token, [now(c)])).status).toBe(200);
    await page.waitForTimeout(1100);
  }
  const signs = page.getByRole('list', { name: 'Probes' });
  await expect(signs).toContainText(/36\.[89] °C/);
  await expect(page.getByRole('heading', { name: 'Developer in the tank, by probe tank' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Correction' }).first()).toContainText('Cooler than planned');
  const finish = await page.getByText(/^Tank empty at/).textContent();

  await test.step('what no water does goes into no run', async () => {
    const answer = await send(token, [now(98.2), now(20)]);
    expect(((await answer.json()) as { setAside: object[] }).setAside).toHaveLength(2);
    await expect(page.getByText(/^Tank empty at/)).toHaveText(finish ?? '');
  });
  await test.step('its wire is cut: it is said after ten seconds, and found again', async () => {
    await expect(signs).toContainText('lost for');
    await expect(page.getByText(/^Tank empty at/)).toBeVisible();
    expect((await send(token, [now(36.8)])).status).toBe(200);
    await expect(signs).not.toContainText('lost for');
  });
  await test.step('the server is killed meanwhile: what waited in the probe comes after it', async () => {
    await own.kill();
    const waiting = Array.from({ length: 4 }, (_, i) => now(36.7, 4 - i));
    expect(await send(token, waiting).catch(() => null)).toBeNull();
    await own.start(database);
    expect((await send(token, waiting)).status).toBe(200);
    // Once the screen has its stream again it is told at once, without waiting for the next second.
    expect((await send(token, [now(36.66)])).status).toBe(200);
    await expect(signs).toContainText('36.7 °C');
  });
  await test.step('undo takes back the pour and no reading', async () => {
    await page.keyboard.press('z');
    await expect(act(page)).toHaveText(/Pour developer in/);
  });

  await open(page, '/probes');
  await page.getByText(/^Set aside: the last/).click();
  await expect(page.getByText(/If it counts in Fahrenheit/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
});

test('another’s token, none, and a page of another site send nothing; the bath is told by the probe in it, and the heater set', async ({
  page,
}) => {
  await open(page, '/probes');
  for (const [what, n] of [
    ['tub', 0],
    ['tub-heater', 1],
  ] as const) {
    await page.getByLabel('Name').nth(n).fill(what);
    await page.getByRole('button', { name: 'Add it and show its token' }).nth(n).click();
    await expect(page.getByText(`The token of ${what}: shown once`)).toBeVisible();
    tokens[what] = (await page.locator('.select-all').textContent()) ?? '';
  }
  const tub = tokens['tub'] ?? '';
  expect((await send(tub, [now(38)], 'tank')).status).toBe(401);
  expect((await send('', [now(38)], 'tub')).status).toBe(403);
  await page
    .locator('section', { has: page.getByRole('heading', { name: 'tub', exact: true }) })
    .getByLabel('It is')
    .selectOption('tub');
  // Ten minutes of a bath that warms at half a degree a minute, in one go.
  const warming = Array.from({ length: 600 }, (_, s) => now(30 + (600 - (600 - s)) * 0.008, 600 - s));
  expect((await send(tub, warming, 'tub')).status).toBe(200);

  await open(page, '/?open=bath');
  const byProbe = page.getByRole('region', { name: 'By the probe' }).first();
  // A busy machine shows the page so late that the probe is lost by then: it speaks again, as a probe goes on speaking.
  await expect(async () => {
    expect((await send(tub, [now(34.8)], 'tub')).status).toBe(200);
    await expect(byProbe).toContainText(/the bath is at 34\.8 °C, bottles ready at \d\d:\d\d ± \d+ min\./, { timeout: 9000 });
  }).toPass();
  await byProbe.getByRole('button', { name: /^Set it to/ }).click();
  await expect(byProbe).toContainText(/tub-heater is told to hold 3\d\.\d °C\./);
  const asked = await fetch(`${own.base}/heaters/tub-heater`, {
    method: 'PUT',
    headers: { Authorization: `Bearer ${tokens['tub-heater'] ?? ''}`, 'Content-Type': 'application/json' },
    body: JSON.stringify({ runsAtC: 38, heats: true }),
  });
  expect(await asked.json()).toMatchObject({ name: 'tub-heater', heats: true });
  await expect(byProbe).toContainText('tub-heater: heating');
});
const tokens: Record<string, string> = {};

test('a probe that is made up ships with it: it adds itself, sends like any other, and its heater takes what it is told', async ({
  page,
}) => {
  const standIn = (...options: string[]) => {
    const child = spawn(process.execPath, ['--import', 'tsx', 'cli/probe.ts', '--url', own.base, ...options], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (said += piece.toString()));
    const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
    return { child, ended, said: () => said };
  };
  const wrong = standIn('--scene', 'moon');
  expect(await wrong.ended).toBe(1);
  expect(wrong.said()).toContain('--scene: one of calm, cold-kitchen, falling-sink.');
  const nowhere = standIn('--url', 'http://127.0.0.1:1');
  expect(await nowhere.ended).toBe(1);
  expect(nowhere.said()).toBe('No Steady Reel answers at http://127.0.0.1:1. Is it running there? --url says where else.\n');

  const probe = standIn('--scene', 'cold-kitchen', '--speed', '10');
  try {
    await expect.poll(probe.said).toContain('sim-tub sends to');
    await open(page, '/probes');
    const card = page.locator('section', { has: page.getByRole('heading', { name: 'sim-tub', exact: true }) });
    await expect(card).toContainText('Heard just now.', { timeout: 90_000 });
    await expect(card).toContainText(/\d\d\.\d °C/);
    const heater = page.locator('section', { has: page.getByRole('heading', { name: /^sim-tub-heater/ }) });
    await heater.getByLabel('Hold the bath at').fill('37,4');
    await heater.getByRole('button', { name: 'Set it' }).click();
    await expect(heater).toContainText('Set to 37.4 °C, heating.');
  } finally {
    // What a silent one said of itself stands beside the failure.
    await test.info().attach('what the probe said', { body: probe.said(), contentType: 'text/plain' });
    probe.child.kill();
  }
  await probe.ended;
  await expect(page.getByText(/^Lost: silent for/).first()).toBeVisible();
});
