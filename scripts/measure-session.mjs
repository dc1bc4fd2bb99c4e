// The Session page's figures: the server's answer with 10,000 rolls against an empty database, and slider to picture.
// Puts its table into docs/measurements.md, before the Bench's.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { importRolls } from './import-rolls.mjs';
import { putSection } from './put-section.mjs';
import { BROWSER, buildIfNeeded, ensureChromium, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
ensureChromium();
buildIfNeeded();
const { chromium } = await import('playwright');
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

async function withServer(prepare, work) {
  const database = join(root, 'tmp', 'measure-session.db');
  for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
  await prepare(database);
  const port = await freePort(4370);
  const server = await startServer({ port, database });
  try {
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill();
  }
}

async function answerMs(url) {
  const taken = [];
  for (let i = 0; i < 40; i++) {
    const from = performance.now();
    await (await fetch(url)).text();
    if (i >= 10) taken.push(performance.now() - from);
  }
  return median(taken);
}

/** How many times longer one page takes than another, asked in turns: what else the machine does comes to both alike. */
async function timesAs(url, other) {
  const taken = [[], []];
  for (let i = 0; i < 60; i++)
    for (const [k, address] of [url, other].entries()) {
      const from = performance.now();
      await (await fetch(address)).text();
      if (i >= 15) taken[k].push(performance.now() - from);
    }
  return median(taken[0]) / median(taken[1]);
}

const empty = await withServer(
  () => {},
  async (base) => ({ rolls: await answerMs(`${base}/rolls?state=all`), session: await answerMs(base) }),
);
const few = await withServer(fillDemo, async (base) => ({
  rolls: await answerMs(`${base}/rolls?state=all`),
  session: await answerMs(base),
  // Nothing but the frame and a sentence.
  times: await timesAs(base, `${base}/bench`),
}));
const sixty = await withServer(fillDemo, async (base) => {
  await importRolls(base, 55);
  return timesAs(base, `${base}/bench`);
});
const full = await withServer(
  async (database) => {
    fillDemo(database);
    const port = await freePort(4370);
    const server = await startServer({ port, database });
    await importRolls(`http://127.0.0.1:${port}`, 10_000);
    server.kill();
    await new Promise((resolve) => server.once('exit', resolve));
    const { default: Database } = await import('better-sqlite3');
    const file = new Database(database);
    file.exec("UPDATE rolls SET state = 'developed' WHERE name LIKE 'Old roll%'");
    file.close();
  },
  async (base) => ({ rolls: await answerMs(`${base}/rolls?state=all`), session: await answerMs(base) }),
);
const slider = await withServer(fillDemo, async (base) => {
  const browser = await chromium.launch(BROWSER);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${base}/?open=bath`);
  await page.locator('html[data-alive]').waitFor();
  await page.getByText('Change the bath').click();
  await page.waitForTimeout(800);
  const figures = await page.evaluate(async () => {
    // Water that goes in colder takes longer, by minutes that can be read: another litre may change no word.
    const [, input] = document.querySelectorAll('input[type=range]');
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
    const region = document.querySelector('[aria-labelledby=bath]');
    const taken = [];
    let longest = 0;
    new PerformanceObserver((list) => list.getEntries().forEach((entry) => (longest = Math.max(longest, entry.duration)))).observe({
      type: 'longtask',
    });
    for (let i = 0; i < 30; i++) {
      const from = performance.now();
      const drawn = new Promise((resolve) => {
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => resolve(performance.now()));
        });
        // The list of what follows is written when the worker has answered.
        observer.observe(region.querySelector('ul'), { subtree: true, characterData: true, childList: true });
      });
      set.call(input, String(12 + 2 * (i % 12)));
      input.dispatchEvent(new Event('input', { bubbles: true }));
      // Where no word of it changed there is nothing to wait for.
      const nothing = new Promise((resolve) => setTimeout(() => resolve(null), 1000));
      const at = await Promise.race([drawn, nothing]);
      if (at !== null) taken.push(at - from);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return { taken, longest };
  });
  await browser.close();
  return figures;
});
const table = `
| what | figure |
| --- | --- |
| server's answer, rolls page: empty database; the demo's 22 rolls; 10,022 rolls | ${empty.rolls.toFixed(1)}, ${few.rolls.toFixed(1)}, ${full.rolls.toFixed(1)} ms: ${(full.rolls / empty.rolls).toFixed(1)} times empty (aim: 3), ${(full.rolls / few.rolls).toFixed(1)} times the demo |
| server's answer, session page with five rolls waiting: empty; among 22; among 10,022 | ${empty.session.toFixed(1)}, ${few.session.toFixed(1)}, ${full.session.toFixed(1)} ms: ${(full.session / empty.session).toFixed(1)} times empty, which plans nothing; ${(full.session / few.session).toFixed(1)} times the demo, which plans the same; ${few.times.toFixed(1)} times a page with nothing on it (aim: 2); with sixty waiting ${sixty.toFixed(1)} times (aim: 3) |
| bath slider to picture, 30 moves | median ${median(slider.taken).toFixed(0)} ms, worst ${Math.max(...slider.taken).toFixed(0)} ms (aim: under 50 ms); longest task on the page ${slider.longest === 0 ? 'under 50' : slider.longest.toFixed(0)} ms |
`;
putSection('## The Session page', table);
console.log(table);
