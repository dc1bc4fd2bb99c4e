// Part of npm run measure: what a probe costs. Six hundred readings in one request, and eight hours of one each second
// while a run stands in its developer: the Bench's page and the fold of its run against a run without any.
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const folder = join(root, 'tmp', 'measure-probes');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const file = join(folder, 'probes.db');
fillDemo(file);
const port = await freePort(4790);
const base = `http://127.0.0.1:${port}`;
const child = await startServer({ port, database: file, env: { STEADY_REEL_DAILY_COPY: 'off' } });
process.on('exit', () => child.kill('SIGKILL'));

const form = (path, fields) =>
  fetch(base + path, { method: 'POST', headers: { Origin: base }, body: new URLSearchParams(fields), redirect: 'manual' });
const { token } = await (await form('/probes.json', { what: 'probe', name: 'tank' })).json();
await form('/probes', { intent: 'reads', name: 'tank', reads: 'tank' });
const send = async (readings) => {
  const from = performance.now();
  const answer = await fetch(`${base}/probes/tank/readings`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
    body: JSON.stringify({ readings }),
  });
  const said = await answer.json();
  if (!answer.ok) throw new Error(JSON.stringify(said));
  return { ms: performance.now() - from, ...said };
};
const middle = (taken) => [...taken].sort((a, b) => a - b)[Math.floor(taken.length / 2)];
const ago = (s, c) => ({ at: new Date(Date.now() - s * 1000).toISOString(), c });

const begun = await form('/?index', { intent: 'start' });
const bench = new URL(begun.headers.get('location') ?? '', base).pathname;
if (!bench.startsWith('/bench/')) throw new Error(`no run began: ${begun.status} ${bench}`);
const { default: Database } = await import('better-sqlite3');
const book = new Database(file);
book.exec('UPDATE sessions SET started_at_ms = started_at_ms - 36000000');
book.close();
const acts = async (agoS, body) => {
  const event = { id: `measured-${agoS}-${body.kind}`, atMs: Date.now() - agoS * 1000, ...body };
  const answer = await fetch(`${base}${bench}/events`, {
    method: 'POST',
    headers: { Origin: base, 'Content-Type': 'application/json' },
    body: JSON.stringify(event),
  });
  if (!answer.ok) throw new Error(await answer.text());
};
await acts(8.2 * 3600, { kind: 'poured', step: 'prewash' });
await acts(8.1 * 3600, { kind: 'step-ended', step: 'prewash' });
await acts(8 * 3600, { kind: 'poured', step: 'developer' });

async function page() {
  const taken = [];
  let bytes = 0;
  for (let i = 0; i < 25; i++) {
    const from = performance.now();
    bytes = (await (await fetch(base + bench)).text()).length;
    taken.push(performance.now() - from);
  }
  return { ms: middle(taken), bytes };
}
const empty = await page();
// Eight hours, ten minutes at a time, with the noise of a real sensor.
let inRun = 0;
const requests = [];
for (let fromS = 8 * 3600 - 1; fromS > 0; fromS -= 600) {
  const readings = Array.from({ length: Math.min(600, fromS) }, (_, i) =>
    ago(fromS - i, Math.round((37 + 0.05 * Math.sin(i * 7.3)) * 100) / 100),
  );
  const came = await send(readings);
  inRun += came.inRun;
  requests.push(came.ms);
}
const full = await page();
const events = (await (await fetch(`${base}${bench}/events`)).json()).events.length;

const line = (name, value) => `| ${name} | ${value} |`;
putSection(
  '## Probes',
  [
    'A developer that was left in the tank for eight hours, with a reading each second: the worst that a probe can do to a run.',
    '',
    '| what | figure |',
    '| --- | --- |',
    line('600 readings in one request, median of 48', `${middle(requests).toFixed(1)} ms`),
    line('the slowest of them', `${Math.max(...requests).toFixed(1)} ms`),
    line('of 28,799 readings into the run', `${inRun}, ${events} events in all`),
    line(
      'the Bench’s page, time',
      `${empty.ms.toFixed(1)} ms without, ${full.ms.toFixed(1)} ms with: ${(full.ms / empty.ms).toFixed(2)} times`,
    ),
    line(
      'the Bench’s page, bytes',
      `${Math.round(empty.bytes / 1000)} kB without, ${Math.round(full.bytes / 1000)} kB with: ${(full.bytes / empty.bytes).toFixed(2)} times`,
    ),
  ].join('\n'),
);
child.kill('SIGKILL');
process.exit(0);
