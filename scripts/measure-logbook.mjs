// The Logbook's figures: search over 10,000 runs, and a scan of 100 million pixels with 16 bits measured while a run's
// clock is asked. Puts its tables into docs/measurements.md.
import { linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const { default: Database } = await import('better-sqlite3');
const { default: sharp } = await import('sharp');
const sorted = (values) => [...values].sort((a, b) => a - b);
const at = (values, share) => sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
const median = (values) => at(values, 0.5);
const RUNS = 10_000;
const WIDTH = 12_000;
const HEIGHT = 8_400;

const database = join(root, 'tmp', 'measure-logbook.db');
mkdirSync(join(root, 'tmp'), { recursive: true });
for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
fillDemo(database);

/** Runs over twenty years, each with a roll and words of its own. */
function manyRuns() {
  const file = new Database(database);
  const words = ['kiln', 'ferry', 'slipway', 'ash', 'reeds', 'salt', 'clay', 'chain', 'tide', 'glaze'];
  const { plan } = file.prepare("SELECT plan FROM runs WHERE id = 'run-09'").get();
  file.transaction(() => {
    const run = file.prepare(
      "INSERT INTO runs (id, session_id, position, batch_id, tank_id, plan, run_rolls, state, ended_at_ms, verdict) VALUES (?, 'session-run-09', 1, 'kiln-lane-3', 'steel', ?, 1, 'finished', ?, ?)",
    );
    const roll = file.prepare(
      "INSERT INTO rolls (id, name, film, process, format, box_speed, exposed_speed, state, run_id, added_at_ms) VALUES (?, ?, 'Fennel 200', 'C-41', '135-36', 200, 200, 'developed', ?, 1)",
    );
    const number = file.prepare('INSERT INTO run_search (run_id, verdict) VALUES (?, ?)');
    const text = file.prepare('INSERT INTO run_words (rowid, names, films, notes, lessons, causes) VALUES (?, ?, ?, ?, ?, ?)');
    for (let i = 0; i < RUNS; i++) {
      const [a, b, c] = [words[i % 10], words[Math.floor(i / 10) % 10], words[Math.floor(i / 100) % 10]];
      const name = `${a} ${b} number${i}`;
      run.run(`many-${i}`, plan, 1_000_000_000_000 + i * 60_000_000, `${c} came out well`);
      roll.run(`many-roll-${i}`, name, `many-${i}`);
      const { lastInsertRowid } = number.run(`many-${i}`, i % 3 === 0 ? 'nothing-wrong' : 'development');
      text.run(lastInsertRowid, name, 'Fennel 200 yard', `${c} came out well`, '', 'The developer did too little');
    }
  })();
  file.close();
}

async function timed(base, path, times = 40) {
  const taken = [];
  for (let i = 0; i < times + 8; i++) {
    const from = performance.now();
    await (await fetch(base + path)).text();
    if (i >= 8) taken.push(performance.now() - from);
  }
  return median(taken);
}

const SEARCHES = [
  ['one word', '/logbook?q=ferry'],
  ['three words', '/logbook?q=ferry+ash+well'],
  ['a word and a verdict', '/logbook?q=kiln&verdict=development'],
  ['all of them, the last page', `/logbook?page=${Math.floor(RUNS / 30)}`],
];

async function withServer(work) {
  const port = await freePort(4380);
  const server = await startServer({ port, database, env: { STEADY_REEL_DAILY_COPY: 'off' } });
  try {
    return await work(`http://127.0.0.1:${port}`, server.pid);
  } finally {
    server.kill();
    await new Promise((resolve) => server.once('exit', resolve));
  }
}

const few = await withServer(async (base) => ({ list: await timed(base, '/logbook'), search: await timed(base, '/logbook?q=ferry') }));
manyRuns();
const many = await withServer(async (base) => {
  const rows = [];
  for (const [name, path] of SEARCHES) rows.push([name, await timed(base, path)]);
  return rows;
});

/** A scan of known light with noise, as large as a scanner makes it. */
async function bigScan(path) {
  const bands = [
    [60_000, 59_000, 58_000],
    [40_000, 30_000, 20_000],
    [8_000, 6_000, 5_000],
  ];
  const pixels = new Uint16Array(WIDTH * HEIGHT * 3);
  let seed = 1;
  for (let i = 0; i < pixels.length; i++) {
    seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff;
    pixels[i] = bands[Math.floor((Math.floor(i / 3) % WIDTH) / (WIDTH / 3))][i % 3] + ((seed >> 16) % 400);
  }
  await sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 }, limitInputPixels: false })
    .toColourspace('rgb16')
    .tiff({ compression: 'none' })
    .toFile(path);
}

const residentMb = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1000;

/** Measures the scan through the page's own form, while a clock is asked all the time. */
async function measureBig() {
  const scans = join(root, 'tmp', 'scans');
  mkdirSync(scans, { recursive: true });
  const file = join(scans, 'big.scan');
  await bigScan(file);
  // What the disk still has to write of it is no part of the measuring.
  execFileSync('sync');
  const preview = await sharp({ create: { width: 1600, height: 1120, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  return withServer(async (base, pid) => {
    const taken = [];
    let most = 0;
    const clocks = [];
    // The page's code is read and compiled at its first request, whatever that is: a refused one.
    for (let i = 0; i < 5; i++)
      await (
        await fetch(`${base}/logbook/run-09/measure`, {
          method: 'POST',
          body: new URLSearchParams({ scanner: '' }),
          headers: { Origin: base },
        })
      ).text();
    for (let round = 0; round < 8; round++) {
      const copy = `${file}-${round}`;
      // The same file under another name: what is measured is let go of, and nothing is written meanwhile.
      linkSync(file, copy);
      writeFileSync(`${copy}.preview.jpg`, preview);
      const book = new Database(database);
      book
        .prepare(
          "INSERT INTO scans (id, run_id, file_name, file, width, height, bits, at_ms) VALUES (?, 'run-09', 'big.tif', ?, ?, ?, 16, ?)",
        )
        .run(`big-${round}`, copy, WIDTH, HEIGHT, Date.now());
      book.close();
      await fetch(`${base}/logbook`).then((answer) => answer.text());
      const before = residentMb(pid);
      let over = false;
      const watching = (async () => {
        while (!over) {
          const from = performance.now();
          await (await fetch(`${base}/clock`)).text();
          clocks.push(performance.now() - from);
          most = Math.max(most, residentMb(pid) - before);
          await new Promise((resolve) => setTimeout(resolve, 10));
        }
      })();
      const sides = { 'light.x': 1000, 'base.x': 5000, 'leader.x': 9000 };
      const form = new FormData();
      for (const [name, value] of Object.entries({ scan: `big-${round}`, scanner: 'measured', encoding: 'srgb', ...sides }))
        form.append(name, String(value));
      for (const part of ['light', 'base', 'leader'])
        for (const [side, value] of [
          ['y', 4000],
          ['w', 800],
          ['h', 800],
        ])
          form.append(`${part}.${side}`, String(value));
      const from = performance.now();
      const answer = await fetch(`${base}/logbook/run-09/measure`, {
        method: 'POST',
        body: form,
        redirect: 'manual',
        headers: { Origin: base },
      });
      taken.push(performance.now() - from);
      over = true;
      await watching;
      if (answer.status !== 302) throw new Error(`not measured: ${answer.status}`);
    }
    return { taken, most, clocks };
  });
}

const big = await measureBig();
rmSync(join(root, 'tmp', 'scans'), { recursive: true, force: true });
const ms = (value) => `${value.toFixed(1)} ms`;
putSection(
  '## The Logbook',
  `Medians of 40 whole pages as the server answers them, thirty runs a page. The demo's ${'18'} runs: the list ${ms(few.list)}, a search ${ms(few.search)}.

| among ${RUNS.toLocaleString('en')} runs | page | against the demo's search | aim |
| --- | --- | --- | --- |
${many.map(([name, value]) => `| ${name} | ${ms(value)} | ${(value / few.search).toFixed(2)} times | 50 ms |`).join('\n')}

A scan of ${(WIDTH * HEIGHT) / 1e6} million pixels with 16 bits (TIFF, ${((WIDTH * HEIGHT * 6) / 1e6).toFixed(0)} MB), three rectangles of 640,000 pixels, through the page's form:

| what | figure | aim |
| --- | --- | --- |
| measured, kept, its small picture made | ${big.taken.map((value) => (value / 1000).toFixed(2)).join(', ')} s | 3 s |
| more memory while it was | ${big.most.toFixed(0)} MB | 400 MB |
| \`/clock\` meanwhile: median, 99th percentile, worst | ${median(big.clocks).toFixed(1)}, ${at(big.clocks, 0.99).toFixed(1)}, ${Math.max(...big.clocks).toFixed(1)} ms | 50 ms |
`,
);
