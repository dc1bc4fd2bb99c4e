// How the server holds up: the clock while 100,000 lines are imported, and an act among 10,000 runs against few.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { importRolls } from './import-rolls.mjs';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const { default: Database } = await import('better-sqlite3');
const { nanoid } = await import('nanoid');
const LINES = 100_000;
const RUNS = 10_000;
const at = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

const file = join(root, 'tmp', 'measure-server.db');
const fresh = () => {
  for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
  fillDemo(file);
};
async function withServer(work) {
  const port = await freePort(4390);
  const server = await startServer({ port, database: file });
  try {
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill();
    await new Promise((resolve) => server.once('exit', resolve));
  }
}
const timed = async (work) => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};
const clockWait = (base) => timed(async () => (await fetch(`${base}/clock`)).text());
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

fresh();
const waits = { quiet: [], reading: [], storing: [] };
const tookMs = await withServer(async (base) => {
  for (let i = 0; i < 200; i++) waits.quiet.push(await clockWait(base));
  let phase = 'reading';
  const asking = (async () => {
    while (phase !== 'stored') {
      waits[phase].push(await clockWait(base));
      await pause(5);
    }
  })();
  const took = await timed(() => importRolls(base, LINES, (now) => (phase = now)));
  await asking;
  return took;
});

/** A session is begun over HTTP, and forty notes are kept in its first run: each is one act, appended, folded and announced. */
async function actMs() {
  return withServer(async (base) => {
    const begun = await fetch(`${base}/?index`, {
      method: 'POST',
      body: new URLSearchParams({ intent: 'start' }),
      redirect: 'manual',
      headers: { Origin: base },
    });
    const bench = begun.headers.get('location');
    if (!bench) throw new Error(`The session was not begun: ${begun.status}`);
    const taken = [];
    for (let i = 0; i < 60; i++) {
      const { nowMs } = await (await fetch(`${base}/clock`)).json();
      const event = { id: nanoid(), atMs: Math.round(nowMs), kind: 'note', text: `Note ${i}` };
      const ms = await timed(async () => {
        const answer = await fetch(`${base}${bench}/events`, {
          method: 'POST',
          body: JSON.stringify(event),
          headers: { Origin: base, 'Content-Type': 'application/json' },
        });
        if (!answer.ok) throw new Error(`An act was refused: ${answer.status} ${await answer.text()}`);
      });
      if (i >= 20) taken.push(ms);
    }
    const session = [];
    for (let i = 0; i < 20; i++) session.push(await timed(async () => (await fetch(`${base}${bench}`)).text()));
    return { act: at(taken, 0.5), bench: at(session.slice(5), 0.5) };
  });
}

/** The demo's last finished run, many times over, events and all. */
function manyRuns() {
  const db = new Database(file);
  const runColumns = db
    .pragma('table_info(runs)')
    .map(({ name }) => name)
    .filter((name) => name !== 'id');
  const eventColumns = db
    .pragma('table_info(run_events)')
    .map(({ name }) => name)
    .filter((name) => !['seq', 'id', 'run_id'].includes(name));
  const { id } = db.prepare("SELECT id FROM runs WHERE state = 'finished' LIMIT 1").get();
  const run = db.prepare(`INSERT INTO runs (id, ${runColumns}) SELECT ?, ${runColumns} FROM runs WHERE id = ?`);
  const events = db.prepare(
    `INSERT INTO run_events (id, run_id, ${eventColumns}) SELECT id || ?, ?, ${eventColumns} FROM run_events WHERE run_id = ?`,
  );
  db.transaction(() => {
    for (let i = 0; i < RUNS; i++) {
      run.run(`copy-${i}`, id);
      events.run(`-${i}`, `copy-${i}`, id);
    }
  })();
  db.close();
}

fresh();
const few = await actMs();
fresh();
manyRuns();
const many = await actMs();
const ms = (value) => value.toFixed(1);
const table = `
| \`/clock\` answers | median | 99th percentile | worst, ms |
| --- | --- | --- | --- |
${Object.entries(waits)
  .map(
    ([name, values]) =>
      `| ${name === 'quiet' ? 'nothing else going on' : `${LINES.toLocaleString('en')} lines, ${name}`} | ${ms(at(values, 0.5))} | ${ms(at(values, 0.99))} | ${ms(Math.max(...values))} |`,
  )
  .join('\n')}

Aim: never more than 50 ms behind an import. The whole import took ${Math.round(tookMs / 1000)} s.

| among | an act kept, ms | the Bench's page, ms |
| --- | --- | --- |
| the demo's runs | ${ms(few.act)} | ${ms(few.bench)} |
| ${RUNS.toLocaleString('en')} more | ${ms(many.act)} | ${ms(many.bench)} |
| ratio | ${(many.act / few.act).toFixed(2)} | ${(many.bench / few.bench).toFixed(2)} |
`;
putSection('## The server under load', table);
console.log(table);
