// The Bench's figures, in real Chromium: cue punctuality, act to other screen, first picture and first press.
// Appends its table to docs/measurements.md. SECONDS=3600 measures the cues for an hour.
import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { putSection } from './put-section.mjs';
import { BROWSER, buildIfNeeded, ensureChromium, freePort, installPackages, root, startServer, WINDOWED } from './setup.mjs';

installPackages();
ensureChromium();
buildIfNeeded();
const { chromium } = await import('playwright');
const SECONDS = Number(process.env.SECONDS ?? 120);
const LONG = SECONDS > 800;

async function bench(by = WINDOWED) {
  // Two measurements may run side by side, each with its own server and database.
  const port = await freePort(4360);
  const database = join(root, 'tmp', `measure-${port}.db`);
  for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
  execFileSync(process.execPath, ['--import', 'tsx', 'demo/fill-for-measuring.ts', LONG ? 'hour' : 'beat'], {
    cwd: root,
    env: { ...process.env, STEADY_REEL_DB: database },
  });
  const server = await startServer({ port, database });
  const base = `http://127.0.0.1:${port}`;
  const browser = await chromium.launch(by);
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(base);
  await page.locator('html[data-alive]').waitFor();
  await page.getByRole('button', { name: 'Start at the Bench' }).click();
  await page.waitForURL(/\/bench\/.+/);
  await page.getByRole('button', { name: /Go on without/ }).click();
  await page.waitForTimeout(1200);
  return {
    base,
    browser,
    context,
    page,
    end: async () => {
      await browser.close();
      server.kill();
    },
  };
}

/** A plain per-second countdown, written for the comparison: it counts ticks and believes each is a second. */
const plainCountdown = () => {
  window.plain = [];
  const from = performance.now();
  let ticks = 0;
  setInterval(() => {
    ticks++;
    if (ticks % 2 === 0) window.plain.push(performance.now() - from - ticks * 1000);
  }, 1000);
};

async function punctuality(mode) {
  const { page, context, end } = await bench();
  await page.keyboard.press('Space');
  await page.waitForTimeout(300);
  await page.evaluate(plainCountdown);
  if (mode === 'hidden') {
    // Another page in front; the browser is told that this one cannot be seen.
    await (await context.newPage()).bringToFront();
    const cdp = await context.newCDPSession(page);
    await cdp.send('Emulation.setFocusEmulationEnabled', { enabled: false });
    await cdp.send('Page.setWebLifecycleState', { state: 'active' });
  }
  if (mode === 'throttled') await (await context.newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: 6 });
  await page.waitForTimeout(SECONDS * 1000);
  const figures = await page.evaluate(() => ({
    cues: performance.getEntriesByName('cue').map((mark) => mark.detail.firedMs - mark.detail.plannedMs),
    plain: window.plain,
    hidden: document.visibilityState,
  }));
  await end();
  return figures;
}

const at = (values, share) =>
  [...values].map(Math.abs).sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? NaN;
/** How much later the last tenth of the cues came than the first: what a clock that counts ticks gathers. */
function gathered(values) {
  const tenth = Math.max(1, Math.floor(values.length / 10));
  const middle = (some) => [...some].sort((a, b) => a - b)[Math.floor(some.length / 2)] ?? NaN;
  return middle(values.slice(-tenth)) - middle(values.slice(0, tenth));
}
const row = (name, values) =>
  `| ${name} | ${values.length} | ${at(values, 0.5).toFixed(1)} | ${at(values, 0.99).toFixed(1)} | ${at(values, 1).toFixed(1)} | ${gathered(values).toFixed(1)} |`;

async function actToOtherScreen() {
  const { page, context, end } = await bench();
  const other = await context.newPage();
  await other.goto(page.url());
  await other.locator('html[data-alive]').waitFor();
  await other.waitForTimeout(800);
  const taken = [];
  await page.keyboard.press('Space');
  await other.waitForTimeout(1000);
  for (let i = 0; i < 20; i++) {
    const seen = other.evaluate(() =>
      new Promise((resolve) => {
        const observer = new MutationObserver(() => {
          const text = document.body.innerText;
          if (text.includes(`${window.wanted}`)) {
            observer.disconnect();
            resolve(performance.timeOrigin + performance.now());
          }
        });
        window.wanted = `3${Math.floor(Math.random() * 9)}.${Math.floor(Math.random() * 90) + 10}`;
        observer.observe(document.body, { subtree: true, childList: true, characterData: true });
      }).then((at) => at),
    );
    const wanted = `${30 + i}.${i % 10}`;
    await other.evaluate((value) => (window.wanted = value), wanted);
    await page.keyboard.type(wanted);
    const pressedAt = await page.evaluate(() => performance.timeOrigin + performance.now());
    await page.keyboard.press('Enter');
    taken.push((await seen) - pressedAt);
    await page.waitForTimeout(250);
  }
  await end();
  return taken;
}

/** A phone of some years on a weak network, opened at a page. */
const PHONE = { width: 390, height: 844 };

/** A phone has none of the parts of a window that a laptop's browser loads again for every visitor. */
async function slowPhone(browser) {
  const phone = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block' });
  const screen = await phone.newPage();
  const cdp = await phone.newCDPSession(screen);
  await cdp.send('Network.enable');
  await cdp.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 150,
    downloadThroughput: (1.6 * 1024 * 1024) / 8,
    uploadThroughput: (750 * 1024) / 8,
  });
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  return screen;
}

/** Until something can be seen: what stands in the page before its style has come is not painted, and lies elsewhere. */
const painted = (screen) =>
  screen.waitForFunction(() => performance.getEntriesByName('first-contentful-paint').length > 0, undefined, { polling: 20 });

async function middleOfAct(browser, address) {
  const context = await browser.newContext({ viewport: PHONE });
  const page = await context.newPage();
  await page.goto(address);
  const { x, y, width, height } = await page.locator('[data-act][data-ready=true]').boundingBox();
  await context.close();
  return { x: x + width / 2, y: y + height / 2 };
}

const LIMIT_MS = 30_000;

/** How long until a press on the picture, as soon as there is one, is done on the laptop: before scripts it is a form. */
async function firstPress() {
  const { page, browser, end } = await bench(BROWSER);
  // The laptop notes itself when it shows it: asked from outside, it would answer after all that the act sets off.
  await page.evaluate(() => {
    const said = document.querySelector('[data-act]')?.textContent;
    window.acted = new Promise((resolve) => {
      const seen = new MutationObserver(() => {
        if (document.querySelector('[data-act]')?.textContent === said) return;
        seen.disconnect();
        resolve(performance.timeOrigin + performance.now());
      });
      seen.observe(document.body, { subtree: true, childList: true, characterData: true });
    });
  });
  // Where it is pressed is found out beforehand: asking the slow screen for it would wait for its scripts.
  const { x, y } = await middleOfAct(browser, page.url());
  const screen = await slowPhone(browser);
  const finger = await screen.context().newCDPSession(screen);
  const from = Date.now();
  await screen.goto(page.url(), { waitUntil: 'commit' });
  await painted(screen);
  // As a finger does: down and up, neither waiting until a busy page has said that it saw the other.
  const touch = (type) => finger.send('Input.dispatchMouseEvent', { type, x, y, button: 'left', clickCount: 1 });
  await Promise.all([touch('mousePressed'), touch('mouseReleased')]);
  // What is not taken in half a minute counts as that long: a press beside the act is a press that was not accepted.
  const shown = await page.evaluate(
    (limitMs) => Promise.race([window.acted, new Promise((stop) => setTimeout(stop, limitMs, null))]),
    LIMIT_MS,
  );
  await end();
  return shown === null ? LIMIT_MS : Math.round(shown - from);
}

async function firstPicture() {
  const { page, browser, end } = await bench(BROWSER);
  const screen = await slowPhone(browser);
  const from = Date.now();
  await screen.goto(page.url(), { waitUntil: 'commit' });
  await painted(screen);
  const picture = Date.now() - from;
  await screen.locator('[data-act][data-ready=true]').waitFor();
  const answers = Date.now() - from;
  await end();
  return { picture, answers };
}

// An hour each is enough; side by side they also share the machine as a phone and a laptop would.
const alone = LONG ? null : await punctuality('hidden');
const [hidden, throttled] = alone
  ? [alone, await punctuality('throttled')]
  : await Promise.all([punctuality('hidden'), punctuality('throttled')]);
const other = await actToOtherScreen();
const first = await firstPicture();
// One press is luck: it may meet a script that is just being read.
const presses = [];
for (let i = 0; i < 5; i++) presses.push(await firstPress());
const pressedMs = at(presses, 0.5);
const cues = `
In headless Chromium, ${SECONDS} seconds each, a cue every ${LONG ? 'ten' : 'two'} seconds. Distance between planned and fired, in ms, without its sign.
Aim: 99th percentile within 50 ms, none gathered: how much later the last tenth came than the first. The plain countdown beside it counts its own ticks in the same page at the same time.

| | cues | median | 99th percentile | worst | gathered |
| --- | --- | --- | --- | --- | --- |
${row('Steady Reel, tab behind another', hidden.cues)}
${row('plain per-second countdown, the same tab', hidden.plain)}
${row('Steady Reel, CPU throttled sixfold', throttled.cues)}
${row('plain per-second countdown, the same tab', throttled.plain)}
`;
const rest = `
| what | figure |
| --- | --- |
| act to the other screen, 20 readings | median ${at(other, 0.5).toFixed(0)} ms, worst ${at(other, 1).toFixed(0)} ms |
| first useful picture, phone profile (CPU ÷ 4, 1.6 Mbit/s, 150 ms) | ${first.picture} ms; a press on it is done on the laptop after ${pressedMs} ms (the middle of five, ${Math.min(...presses)} to ${Math.max(...presses)}), one without a page between after ${first.answers} ms |
`;
// An hour of cues stands in a section of its own, so that the quick measurement does not take it away.
const [heading, body] = LONG ? ['## An hour of cues', cues] : ['## The Bench', cues + rest];
putSection(heading, body);
console.log(body, LONG ? rest : '');
