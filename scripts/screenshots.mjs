// npm run screenshots: one current picture of each main view, from the demo data, into docs/screenshots/.
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { BROWSER, buildIfNeeded, ensureChromium, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
ensureChromium();
buildIfNeeded();
const { chromium } = await import('playwright');
const database = join(root, 'tmp', 'screenshots.db');
const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
// Phones that an earlier round let in are no part of the picture.
rmSync(join(root, 'tmp', 'screenshots.house'), { recursive: true, force: true });
fillDemo(database);
const port = await freePort(4250);
const base = `http://127.0.0.1:${port}`;
let server = await startServer({ port, database });
const browser = await chromium.launch(BROWSER);
const only = process.argv.slice(2);
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

async function picture(name, address, viewport = WIDE, before = async () => {}) {
  if (only.length > 0 && !only.includes(name)) return;
  const page = await browser.newPage({ viewport });
  await page.goto(base + address);
  await page.locator('html[data-alive]').waitFor();
  await before(page);
  await page.waitForTimeout(700);
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}

/** Puts a run at the Bench that stands `second` seconds into a step, by its events. */
async function runAt(events) {
  const page = await browser.newPage();
  await page.goto(base);
  await page.locator('html[data-alive]').waitFor();
  if ((await page.getByRole('button', { name: 'Start at the Bench' }).count()) > 0)
    await page.getByRole('button', { name: 'Start at the Bench' }).click();
  else await page.getByRole('link', { name: /Back to the Bench/ }).click();
  await page.waitForURL(/\/bench\/.+/);
  const address = new URL(page.url()).pathname;
  await page.close();
  const { nowMs } = await (await fetch(`${base}/clock`)).json();
  for (const [agoS, body] of events) {
    const event = {
      id: `shot-${agoS}-${body.kind}-${Math.random().toString(36).slice(2, 8)}`,
      atMs: Math.round(nowMs - agoS * 1000),
      ...body,
    };
    const answer = await fetch(`${base}${address}/events`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: base },
      body: JSON.stringify(event),
    });
    if (!answer.ok) throw new Error(`${JSON.stringify(event)}: ${await answer.text()}`);
  }
  return address;
}

await picture('leaflet', '/shelf/kits/new', WIDE, async (page) => {
  const typed = {
    name: 'Kiln Lane Quick',
    makes: '1000',
    rolls: '12',
    '0.time': '3:25',
    '0.temp': '38.4',
    '1.time': '6:10',
    '1.temp': '36-40',
    '2.time': '1:10',
  };
  for (const bottle of ['Developer', 'Bleach-fix', 'Stabiliser'])
    await page.getByRole('button', { name: `+ ${bottle}`, exact: true }).click();
  for (const [name, text] of Object.entries(typed)) await page.locator(`[name="${name}"]`).fill(text);
});
await picture('session', '/');
await picture('shelf', '/shelf');
await picture('bottle', '/shelf/bottles/B7');
await picture('way', '/shelf/kits/saltmarsh/way?step=wash-2');
await picture('mixing', '/shelf/batches/new?kit=kiln-lane', WIDE, async (page) => {
  await page.getByRole('button', { name: 'Begin at the mixing bench' }).click();
  await page.waitForURL(/mixing/);
  for (let i = 0; i < 4; i++) {
    await page.locator('[data-mixing]').waitFor();
    await page.locator('[data-act]').click();
  }
});
await picture('logbook', '/logbook');
await picture('logbook-run', '/logbook/run-18');
await picture('logbook-look', '/logbook/run-13/look', WIDE, async (page) => {
  for (const question of ['Numbers along the edge', 'Frames'])
    await page.getByRole('group', { name: question }).getByText('thin', { exact: true }).click();
});
await picture('strips', '/logbook/strips?batch=kiln-lane-2');
await picture('practice-report', '/practice/practice-cold/report', WIDE, async (page) => {
  await page.getByLabel('Moment of the practice').fill('190');
});
await picture('first-roll', '/first-roll?step=kit', WIDE, (page) =>
  page.getByRole('group', { name: 'Developer', exact: true }).getByLabel('Time').focus(),
);
await picture('phone', '/phone', WIDE, async (page) => {
  await page.getByRole('button', { name: 'Let it in' }).click();
  const number = (await page.getByLabel(/^Number/).textContent()) ?? '';
  const phone = await (await browser.newContext()).newPage();
  await phone.goto(`http://127.0.0.1:${Number(new URL(base).port) + 2}`);
  await phone.getByLabel('Number').fill(number);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await phone.waitForURL(/screen/);
  await phone.context().close();
  await page.getByText('phone at the sink').waitFor();
  await page.getByRole('button', { name: 'Let it in' }).click();
  await page.getByLabel(/^Number/).waitFor();
});
const ready = await runAt([]);
await picture('bench-ready', ready);
// The session was begun this minute; for a picture of a developer half done it has to have begun earlier.
const { default: Database } = await import('better-sqlite3');
const file = new Database(database);
file.exec('UPDATE sessions SET started_at_ms = started_at_ms - 3600000');
file.close();
const developer = await runAt([
  [190, { kind: 'readied', skipped: [] }],
  [180, { kind: 'poured', step: 'prewash' }],
  [119, { kind: 'step-ended', step: 'prewash' }],
  [114, { kind: 'poured', step: 'developer' }],
  [95, { kind: 'reading', c: 37.6, shownC: 37.8, thermometer: 'Stem, blue cap' }],
  [12, { kind: 'reading', c: 37.2, shownC: 37.4, thermometer: 'Stem, blue cap' }],
]);
await picture('bench', developer);
await picture('bench-phone', developer, PHONE);
await picture('session-under-way', '/');

// A run as it should be, hung up a minute ago: what lies between it and the next.
server.kill();
await new Promise((resolve) => server.once('exit', resolve));
fillDemo(database);
server = await startServer({ port, database });
await runAt([]);
const again = new Database(database);
again.exec('UPDATE sessions SET started_at_ms = started_at_ms - 7200000');
again.close();
let agoS = 1330;
const whole = [[agoS + 30, { kind: 'readied', skipped: [] }]];
for (const [step, seconds] of [
  ['prewash', 60],
  ['developer', 247],
  ['rinse', 30],
  ['bleach-fix', 616],
  ['wash', 180],
  ['stabiliser', 60],
]) {
  whole.push([agoS, { kind: 'poured', step }], [agoS - seconds, { kind: 'step-ended', step }]);
  agoS -= seconds + 5;
}
await picture('bench-between', await runAt([...whole, [60, { kind: 'finished' }]]));
await picture('probes', '/probes', WIDE, async (page) => {
  const add = async (what) => {
    const body = new URLSearchParams({ what, name: what === 'probe' ? 'tub' : 'tub-heater' });
    return (await (await fetch(`${base}/probes.json`, { method: 'POST', headers: { Origin: base }, body })).json()).token;
  };
  const send = (method, path, token, body) =>
    fetch(base + path, {
      method,
      headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
  const [probe, heater] = [await add('probe'), await add('heater')];
  const now = Date.now();
  const readings = Array.from({ length: 600 }, (_, s) => ({
    at: new Date(now - (599 - s) * 1000).toISOString(),
    // Ten minutes of warming, a wire that was touched, and a little noise.
    c: s === 340 ? 98.4 : Math.round((30.2 + s * 0.0091 + 0.04 * Math.sin(s * 1.7)) * 100) / 100,
  }));
  await send('POST', '/probes/tub/readings', probe, { readings });
  await send('PUT', '/heaters/tub-heater', heater, { setC: 38.2, runsAtC: 38.2, heats: true });
  await fetch(`${base}/probes`, {
    method: 'POST',
    headers: { Origin: base },
    body: new URLSearchParams({ intent: 'reads', name: 'tub', reads: 'tub' }),
  });
  await page.reload();
  await page.getByText('Set aside').click();
});
await browser.close();
server.kill();
