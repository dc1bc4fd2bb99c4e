// Part of npm run measure: what is heavy beside a live Bench. The largest pictures, lists, books and practices that are
// accepted, and those that are refused; meanwhile, from a process of its own, how long /clock takes, and how much memory the
// server and its processes hold at their highest.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { importRolls } from './import-rolls.mjs';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const { default: sharp } = await import('sharp');
const { default: Database } = await import('better-sqlite3');
const file = join(root, 'tmp', 'measure-heavy.db');
for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
fillDemo(file);
const port = await freePort(4350);
const base = `http://127.0.0.1:${port}`;
const server = await startServer({ port, database: file, env: { STEADY_REEL_DAILY_COPY: 'off' } });
process.on('exit', () => server.kill('SIGKILL'));
const post = (path, body) => fetch(`${base}${path}`, { method: 'POST', body, redirect: 'manual', headers: { Origin: base } });
const withFile = (bytes, name, fields = {}) => {
  const form = new FormData();
  for (const [field, value] of Object.entries(fields)) form.append(field, value);
  form.append('file', new Blob([bytes]), name);
  return form;
};

/** The server and every process of its own. */
function memoryMb() {
  const of = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;
  const children = readdirSync('/proc').filter((pid) => {
    try {
      return Number(/^\d+ \(.*\) \S (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))?.[1]) === server.pid;
    } catch {
      return false;
    }
  });
  return [server.pid, ...children].reduce((sum, pid) => {
    try {
      return sum + of(pid);
    } catch {
      return sum;
    }
  }, 0);
}

const rows = [];
async function row(what, work) {
  const poll = spawn(process.execPath, [join(root, 'scripts', 'poll-clock.mjs'), base], { stdio: ['pipe', 'pipe', 'inherit'] });
  let told = '';
  poll.stdout.on('data', (text) => (told += text));
  await wait(300);
  let most = 0;
  const looking = setInterval(() => (most = Math.max(most, memoryMb())), 40);
  const from = performance.now();
  const came = await work();
  const tookMs = performance.now() - from;
  await wait(200);
  clearInterval(looking);
  const ended = new Promise((resolve) => poll.once('close', resolve));
  poll.stdin.end();
  await ended;
  rows.push({ what, came, tookMs, most, ...JSON.parse(told) });
  console.log(what, came, `${Math.round(tookMs)} ms`, `${Math.round(most)} MB`, told.trim());
}

const begun = await post('/?index', new URLSearchParams({ intent: 'start' }));
if (!begun.headers.get('location')?.startsWith('/bench/')) throw new Error(`No run was begun: ${begun.status}`);
// Whoever brings something has its page open: the first rendering of a page is no part of what is brought.
for (const page of ['/logbook/book', '/logbook/run-02', '/rolls/import']) await (await fetch(base + page)).text();
await row('nothing else', () => wait(4000).then(() => ''));

const picture = (side) => sharp({ create: { width: side, height: side, channels: 3, background: '#a86' }, limitInputPixels: false });
const PICTURES = [
  ['a PNG of 196 million pixels', await picture(14_000).png().toBuffer(), 'a.png'],
  ['a 16-bit TIFF of 100 million', await picture(10_000).toColourspace('rgb16').tiff({ compression: 'deflate' }).toBuffer(), 'a.tif'],
  ['a progressive JPEG of 24 million', await picture(4_890).jpeg({ progressive: true }).toBuffer(), 'a.jpg'],
  ['a progressive JPEG of 196 million', await picture(14_000).jpeg({ progressive: true }).toBuffer(), 'b.jpg'],
  [
    'a TIFF in large tiles',
    await picture(14_000).tiff({ compression: 'lzw', tile: true, tileWidth: 4096, tileHeight: 4096 }).toBuffer(),
    'b.tif',
  ],
];
const scan = async (bytes, name) => {
  const answer = await post('/logbook/run-02/scans', withFile(bytes, name));
  return /[?&]scan=/.test(answer.headers.get('location') ?? '') ? 'read' : 'refused';
};
for (const [what, bytes, name] of PICTURES) await row(what, () => scan(bytes, name));
await row('all of them at once', async () => {
  const came = await Promise.all(PICTURES.map(([, bytes, name]) => scan(bytes, name)));
  return `${came.filter((each) => each === 'read').length} read`;
});

const book = JSON.parse(await (await fetch(`${base}/logbook/book.json`)).text());
delete book.sum;
const [measure] = book.sections.measures;
for (let i = 0; i < 360; i++)
  book.sections.measures.push({ ...measure, id: `heavy-${i}`, scanner: 'é', picture: Buffer.alloc(105_000, i).toString('base64') });
const body = JSON.stringify(book).slice(0, -1);
const whole = `${body},\n"sum":"sha256:${createHash('sha256').update(body).digest('hex')}"\n}\n`;
if (whole.length > 51.9e6) throw new Error(`The book is ${whole.length} bytes: more than is taken.`);
let brought = '';
await row(`a book of ${Math.round(whole.length / 1e6)} MB, brought`, async () => {
  const answer = await post('/logbook/book', withFile(whole, 'b.json', { intent: 'bring' }));
  brought = answer.headers.get('location') ?? '';
  return brought ? 'read' : `${answer.status}`;
});
await row('looked at', async () => ((await (await fetch(base + brought)).text()).includes('measures') ? 'shown' : 'not shown'));
await row('taken in beside a run', async () => {
  const id = new URL(brought, base).searchParams.get('brought') ?? '';
  const answer = await post('/logbook/book', new URLSearchParams({ intent: 'merge', brought: id }));
  return answer.status === 409 ? 'refused' : `${answer.status}`;
});
await row('51 MB of brackets as a book', async () => {
  const answer = await post('/logbook/book', withFile('['.repeat(51e6), 'b.json', { intent: 'bring' }));
  return answer.status === 400 ? 'refused' : `${answer.status}`;
});
await row('100,000 rolls', () => importRolls(base, 100_000).then(() => 'stored'));
await row('a copy of that book', async () => {
  const answer = await post('/logbook/book', new URLSearchParams({ intent: 'backup' }));
  return answer.status < 400 ? 'made' : `${answer.status}`;
});
const list = async (text) => {
  const answer = await post('/rolls/import', withFile(text, 'a.csv'));
  const job = answer.headers.get('location');
  for (;;) {
    const page = await (await fetch(base + job)).text();
    if (!page.includes('<progress')) return /longer than|Up to \d+ are read at once/.test(page) ? 'refused' : 'read';
    await wait(100);
  }
};
await row('29 MB of quotation marks', () => list(`Name;Film\n${'"'.repeat(29e6)}`));
await row('14 million lines', () => list(`Name;Film\n${'a\n'.repeat(14e6)}`));

await row('the book looked through', async () =>
  (await (await fetch(`${base}/logbook/mend`)).text()).includes('whole') ? 'whole' : 'not whole',
);

// A practice that was left in its developer for two months, at twenty times the speed.
const kit = 'house-c41-three-bath';
const practice = (
  await post('/practice', new URLSearchParams({ scene: 'falling-sink', kit, tank: '', speed: '20', seed: '7' }))
).headers.get('location');
const act = async (kind, more = {}) => {
  const { nowMs } = await (await fetch(`${base}${practice}/clock`)).json();
  const event = { id: `heavy-${kind}-${Math.random().toString(36).slice(2)}`, atMs: Math.round(nowMs), kind, ...more };
  const answer = await fetch(`${base}${practice}/events`, {
    method: 'POST',
    body: JSON.stringify(event),
    headers: { Origin: base, 'Content-Type': 'application/json' },
  });
  return `${answer.status}`;
};
const database = new Database(file);
const { plan } = database.prepare('SELECT plan FROM practices ORDER BY rowid DESC LIMIT 1').get();
const [first] = JSON.parse(plan).steps;
await act('poured', { step: first.id });
database.prepare("UPDATE practices SET clock = json_set(clock, '$[0].houseMs', json_extract(clock, '$[0].houseMs') - 5184000000)").run();
database.close();
await row(
  'a practice left for two months',
  async () => `${await act('step-ended', { step: first.id })}, ${await act('given-up', { reason: '', countsRolls: false })}`,
);
await row('and its page', async () => `${(await fetch(`${base}${practice}`)).status}`);

server.kill();
const [quiet] = rows;
const table = rows.map(
  ({ what, came, tookMs, most, median, p99, worst }) =>
    `| ${what} | ${came} | ${(tookMs / 1000).toFixed(1)} | ${most.toFixed(0)} | ${median.toFixed(1)} | ${p99.toFixed(1)} | ${(p99 / quiet.p99).toFixed(1)} | ${worst.toFixed(0)} |`,
);
putSection(
  '## What is heavy beside a live Bench',
  `A run is at the Bench; \`/clock\` is asked for every ten milliseconds by a process of its own, on two cores that also carry whoever
sends. Memory is that of the server and its processes together, at its highest. Aim: the 99th percentile within 5 times the quiet one,
the worst under 500 ms, memory under 600 MB.

| beside it | came to | s | MB | \`/clock\`, median ms | 99th | times quiet | worst |
| --- | --- | --- | --- | --- | --- | --- | --- |
${table.join('\n')}
`,
);
writeFileSync(join(root, 'tmp', 'heavy.json'), JSON.stringify(rows));
