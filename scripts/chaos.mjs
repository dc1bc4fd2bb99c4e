// npm run chaos [KILLS] [SEED]: three screens act on one run while its server is killed again and again at any instant, and
// started again with the machine's clock put right by up to two days, either way.
// In the end every act that was acknowledged is in the book, once, in its screen's order, and the file is whole.
import Database from 'better-sqlite3';
import { spawn } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { dieOf } from './die.mjs';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root } from './setup.mjs';

const KILLS = Number(process.argv[2] ?? 1000);
const SEED = Number(process.argv[3] ?? 20261126);
const SCREENS = 3;
const LONGEST_LIFE_MS = 250;
const MOST_BETWEEN_ACTS_MS = 150;
const CLOCK_SET_MS = [0, -3_600_000, 3_600_000, -172_800_000, 172_800_000];

installPackages();
buildIfNeeded();
const folder = join(root, 'tmp', 'chaos');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const file = join(folder, 'chaos.db');
fillDemo(file);
const port = await freePort(4650);
const base = `http://127.0.0.1:${port}`;

const die = dieOf(SEED);

let child = null;
let clockSetMs = 0;
async function start() {
  child = spawn(process.execPath, ['build/serve.mjs'], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(port),
      STEADY_REEL_DB: file,
      STEADY_REEL_DAILY_COPY: 'off',
      STEADY_REEL_TEST_CLOCK_SET_MS: String(clockSetMs),
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  while ((await ask('GET', '/clock'))?.status !== 200) await wait(15);
}
async function kill() {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await gone;
}
/** One request on a connection of its own; null where the server was killed before its answer was whole. */
const ask = (method, path, body = '', type = 'application/json') =>
  new Promise((resolve) => {
    const headers = { Origin: base, 'Content-Type': type, 'Content-Length': Buffer.byteLength(body) };
    const asked = request(base + path, { method, agent: false, ...(method === 'POST' && { headers }) }, (answer) => {
      let text = '';
      answer.on('data', (part) => (text += part));
      answer.on('end', () => resolve(answer.complete ? { status: answer.statusCode, location: answer.headers.location, text } : null));
      answer.on('error', () => resolve(null));
    });
    asked.on('error', () => resolve(null));
    asked.end(body);
  });

await start();
const begun = await ask('POST', '/?index', 'intent=start', 'application/x-www-form-urlencoded');
const bench = begun.location;
let over = false;

/** A screen as the Bench is one: acts in order, each sent again under its id until it is answered. */
async function screen(name) {
  const acknowledged = [];
  let sent = 0;
  for (let n = 0; !over; n++) {
    const clock = await ask('GET', '/clock');
    if (clock?.status !== 200) {
      await wait(10);
      n--;
      continue;
    }
    const { nowMs } = JSON.parse(clock.text);
    const act =
      n % 5 === 0
        ? { kind: 'reading', c: 37 + (n % 20) / 10, shownC: 37 + (n % 20) / 10, thermometer: null }
        : { kind: 'note', text: `${name} ${n}` };
    const event = JSON.stringify({ id: `chaos-${name}-${n}`, atMs: Math.round(nowMs), ...act });
    for (;;) {
      sent++;
      const answer = await ask('POST', `${bench}/events`, event);
      if (answer?.status === 200) break;
      if (answer) throw new Error(`${answer.status} ${answer.text}`);
      await wait(10);
    }
    acknowledged.push(`chaos-${name}-${n}`);
    await wait(die() * MOST_BETWEEN_ACTS_MS);
  }
  return { acknowledged, sent };
}

const from = Date.now();
const screens = Array.from({ length: SCREENS }, (_, i) => screen('abc'[i]));
for (let i = 0; i < KILLS; i++) {
  await wait(die() * LONGEST_LIFE_MS);
  await kill();
  clockSetMs = CLOCK_SET_MS[Math.floor(die() * CLOCK_SET_MS.length)];
  await start();
  if ((i + 1) % 100 === 0) console.log(`${i + 1} kills, ${Math.round((Date.now() - from) / 1000)} s`);
}
over = true;
const done = await Promise.all(screens);
await kill();

const database = new Database(file, { readonly: true });
const kept = database.prepare("SELECT id FROM run_events WHERE id LIKE 'chaos-%' ORDER BY seq").pluck().all();
const faults = [];
const integrity = database.pragma('integrity_check', { simple: true });
if (integrity !== 'ok') faults.push(`the file is not whole: ${integrity}`);
if (new Set(kept).size !== kept.length) faults.push('an act is there twice');
const instants = database.prepare("SELECT at_ms FROM run_events WHERE id LIKE 'chaos-%' ORDER BY seq").pluck().all();
const livedMs = instants.at(-1) - instants[0];
if (livedMs > (Date.now() - from) * 1.05 + 1000) faults.push(`the run lived ${Math.round(livedMs / 1000)} s, longer than it took`);
done.forEach(({ acknowledged }, i) => {
  const mine = kept.filter((id) => id.startsWith(`chaos-${'abc'[i]}-`));
  const lost = acknowledged.filter((id) => !mine.includes(id));
  if (lost.length > 0) faults.push(`${lost.length} acknowledged acts are lost, the first ${lost[0]}`);
  if (mine.some((id, n) => id !== `chaos-${'abc'[i]}-${n}`)) faults.push(`the acts of screen ${'abc'[i]} are not in their order`);
});
const acknowledged = done.reduce((sum, each) => sum + each.acknowledged.length, 0);
const sent = done.reduce((sum, each) => sum + each.sent, 0);
const said = faults.length === 0 ? 'None lost, none twice, each screen’s in order, the file whole.' : `FAULTS: ${faults.join('; ')}.`;
console.log(`${acknowledged} acts acknowledged of ${sent} sent, ${kept.length} in the book. ${said}`);
if (KILLS >= 1000)
  putSection(
    '## Killed at any instant',
    `\`npm run chaos\`: three screens act on one run while its server is killed (SIGKILL) and started again, at instants that a seed
decides; each time the machine’s clock is set, by up to two days either way. Each act is sent again under its id until it is answered.

| kills | seed | acts acknowledged | sent | in the book |
| --- | --- | --- | --- | --- |
| ${KILLS} | ${SEED} | ${acknowledged} | ${sent} | ${kept.length} |

${said}
`,
  );
process.exitCode = faults.length === 0 ? 0 : 1;
