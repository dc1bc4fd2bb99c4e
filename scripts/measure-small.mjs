// Part of npm run measure: a small computer and a long year. Every page and an act at a quarter of this machine's speed (the
// server is let run a quarter of the time, in slices of a few milliseconds), and the server's memory after 200 pages, after
// 2,000, and after 500 streams that came and went.
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const file = join(root, 'tmp', 'measure-small.db');
for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
fillDemo(file);
const port = await freePort(4390);
const base = `http://127.0.0.1:${port}`;
const server = await startServer({ port, database: file, env: { STEADY_REEL_DAILY_COPY: 'off' } });
process.on('exit', () => server.kill('SIGKILL'));
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const timed = async (work) => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};
const page = async (path) => {
  const answer = await fetch(base + path);
  await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
};
const memoryMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;

const PAGES = [
  ...['/', '/habits', '/wall-sheet', '/rolls', '/rolls/new', '/rolls/import', '/shelf', '/shelf/batches/new', '/shelf/batches/kiln-lane-4'],
  ...[
    '/shelf/bottles/B1',
    '/shelf/cost',
    '/shelf/kits/kiln-lane',
    '/shelf/kits/new',
    '/shelf/tanks/steel',
    '/safety',
    '/method',
    '/practice',
  ],
  ...['/probes', '/phone', '/first-roll', '/bench', '/logbook', '/logbook/run-02', '/logbook/year', '/logbook/strips', '/logbook/trends'],
  ...[
    '/logbook/lessons',
    '/logbook/compare?a=run-01&b=run-07',
    '/logbook/book',
    '/logbook/run-07/look',
    '/shelf/spent',
    '/practice/habits',
  ],
];

// A long year first: at full speed.
for (let i = 0; i < 200; i++) await page(PAGES[i % PAGES.length]);
await wait(1500);
const early = memoryMb();
for (let i = 200; i < 2000; i++) await page(PAGES[i % PAGES.length]);
await wait(1500);
const late = memoryMb();
for (let i = 0; i < 500; i += 25) {
  const ends = Array.from({ length: 25 }, () => new AbortController());
  const opened = await Promise.all(ends.map((end) => fetch(`${base}/evening/stream`, { signal: end.signal })));
  for (const [k, end] of ends.entries()) {
    await opened[k].body?.getReader().read();
    end.abort();
  }
}
await wait(1500);
const afterStreams = memoryMb();
console.log('memory', early, late, afterStreams);

const quick = new Map();
const measurePages = async (into) => {
  for (const path of PAGES)
    into.set(path, median([await timed(() => page(path)), await timed(() => page(path)), await timed(() => page(path))]));
};
await measurePages(quick);

const GO_MS = 4;
let slow = true;
let wentMs = 0;
const from = performance.now();
const stopAndGo = (async () => {
  while (slow) {
    const at = performance.now();
    server.kill('SIGCONT');
    await wait(GO_MS);
    server.kill('SIGSTOP');
    const went = performance.now() - at;
    wentMs += went;
    await wait(went * 3);
  }
  server.kill('SIGCONT');
})();
const small = new Map();
await measurePages(small);
const begun = await fetch(`${base}/?index`, {
  method: 'POST',
  body: new URLSearchParams({ intent: 'start' }),
  redirect: 'manual',
  headers: { Origin: base },
});
const bench = begun.headers.get('location') ?? '';
small.set('/bench/…', median([await timed(() => page(bench)), await timed(() => page(bench)), await timed(() => page(bench))]));
const acts = [];
for (let i = 0; i < 30; i++)
  acts.push(
    await timed(async () => {
      const event = { id: `small-act-${i}-${port}`, atMs: Date.now(), kind: 'note', text: `Note ${i}` };
      const answer = await fetch(`${base}${bench}/events`, {
        method: 'POST',
        body: JSON.stringify(event),
        headers: { Origin: base, 'Content-Type': 'application/json' },
      });
      if (!answer.ok) throw new Error(`An act: ${answer.status} ${await answer.text()}`);
    }),
  );
slow = false;
const share = wentMs / (performance.now() - from);
await stopAndGo;
server.kill();

const slowest = [...small].sort((a, b) => b[1] - a[1]);
const overSecond = slowest.filter(([, ms]) => ms >= 1000);
putSection(
  '## A small computer, and a long year',
  `The demo's book; the server runs ${Math.round(share * 100)} % of the time, in slices of ${GO_MS} ms. Each page three times, its middle one; the act is a note at the Bench, thirty of them.

| what | this machine | the small one | aim |
| --- | --- | --- | --- |
${slowest
  .slice(0, 5)
  .map(([path, ms]) => `| \`${path}\` | ${quick.has(path) ? `${quick.get(path).toFixed(0)} ms` : ''} | ${ms.toFixed(0)} ms | 1000 ms |`)
  .join('\n')}
| ${small.size} pages: the middle one | ${median([...quick.values()]).toFixed(0)} ms | ${median([...small.values()]).toFixed(0)} ms | |
| pages of a second or more | 0 | ${overSecond.length} | 0 |
| an act kept: median, worst | | ${median(acts).toFixed(0)}, ${Math.max(...acts).toFixed(0)} ms | 200 ms |

| the server's memory after | MB | times |
| --- | --- | --- |
| 200 pages | ${early.toFixed(0)} | 1.00 |
| 2,000 pages | ${late.toFixed(0)} | ${(late / early).toFixed(2)} (aim: 1.2) |
| and 500 streams that came and went | ${afterStreams.toFixed(0)} | ${(afterStreams / early).toFixed(2)} (aim: 1.2) |
`,
);
console.log(slowest.slice(0, 8), 'acts', median(acts), Math.max(...acts), 'share', share);
