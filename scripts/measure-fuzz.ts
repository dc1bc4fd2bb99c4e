// Part of npm run measure: ten thousand posts that no browser sends, and every record of the demo with each of its values
// changed: what is refused, what is let in, and whether a page then breaks. The same seed, the same faults.
import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { BOOK_SECTIONS, type BookRecord, type BookSection } from '../app/server/book/sections.ts';
import { faultsOfRecord } from '../app/server/book/sound-record.ts';
import { recordOf, selectOf, valuesOf } from '../app/server/book/write-book.server.ts';
import { ACTS, BODIES, PAGES } from '../e2e/posted.fixture.ts';
import { dieOf } from './die.mjs';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

const POSTS = 10_000;
const SEED = 20_261_129;
const LEAVES_OF_A_DOCUMENT = 160;

const die = dieOf(SEED);
const oneOf = <T>(list: readonly T[]): T => list[Math.floor(die() * list.length)] as T;

installPackages();
buildIfNeeded();
const file = join(root, 'tmp', 'measure-fuzz.db');
for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
fillDemo(file);
const port = await freePort(4330);
const base = `http://127.0.0.1:${port}`;
const server = await startServer({ port, database: file, env: { STEADY_REEL_DAILY_COPY: 'off' } });
process.on('exit', () => server.kill('SIGKILL'));

/** Names and values that a page's own forms would send. */
async function fieldsOf(page: string): Promise<[string, string][]> {
  const html = await (await fetch(base + page)).text();
  return [...html.matchAll(/<(?:input|select|textarea|button)[^>]*\sname="([^"]+)"(?:[^>]*\svalue="([^"]*)")?/g)].map((read) => [
    read[1] ?? '',
    (read[2] ?? '').replaceAll('&quot;', '"').replaceAll('&amp;', '&'),
  ]);
}

const ODD = [
  '',
  'x',
  '-1',
  '0',
  '1e309',
  '5e-324',
  'NaN',
  '9999-12-31',
  '2026-02-30',
  '<b>',
  '\u0000',
  '運',
  '{"a":1}',
  '[]',
  '\r\nX: y',
  'é'.repeat(3000),
];
const faults: string[] = [];
const statuses = new Map<number, number>();
const known = new Map<string, [string, string][]>();
for (const page of PAGES) known.set(page, await fieldsOf(page));
for (let n = 0; n < POSTS; n++) {
  const page = oneOf([...PAGES, ...ACTS]);
  const fields = known.get(page) ?? [];
  const form = new URLSearchParams(fields.filter(() => die() < 0.9).map(([name, value]) => [name, die() < 0.25 ? oneOf(ODD) : value]));
  if (die() < 0.1) form.append(oneOf(['__proto__', 'a[0]', 'intent', 'once']), oneOf(ODD));
  const [type, body] = die() < 0.1 ? oneOf(BODIES).slice(1) : ['application/x-www-form-urlencoded', form.toString()];
  const at = known.has(page) ? `${page}.data` : page;
  const post = () =>
    fetch(base + at, { method: 'POST', redirect: 'manual', headers: { Origin: base, 'Content-Type': type ?? '' }, body: body ?? '' });
  let answer = await post();
  // So many in a minute are too many of one screen: that is no fault, and not what is tried here.
  for (; answer.status === 429; answer = await post()) await new Promise((resolve) => setTimeout(resolve, 2000));
  await answer.arrayBuffer();
  statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
  if (answer.status >= 500 && answer.status !== 507) faults.push(`POST ${page} ${(body ?? '').slice(0, 200)}: ${answer.status}`);
}
console.log(`${POSTS} posts, ${faults.length} faults`, Object.fromEntries([...statuses].sort(([a], [b]) => a - b)));
for (const fault of faults.slice(0, 40)) console.log(fault);
const postFaults = faults.length;

const FIRST_PAGES = [
  '/',
  '/shelf',
  '/rolls?state=all',
  '/bench',
  '/logbook',
  '/shelf/labels',
  '/shelf/cost',
  '/shelf/reminders.ics',
  '/logbook/lessons',
];
const PAGES_OF: Readonly<Record<string, (record: BookRecord) => string[]>> = {
  runs: ({ id }) => ['', '/look', '/measure', '/page.html'].map((page) => `/logbook/${String(id)}${page}`),
  runEvents: ({ runId }) => [`/logbook/${String(runId)}`],
  looks: ({ runId }) => [`/logbook/${String(runId)}`],
  measures: ({ runId }) => [`/logbook/${String(runId)}`, '/logbook/strips'],
  batches: ({ id }) => [`/shelf/batches/${String(id)}`],
  boxes: ({ id }) => [`/shelf/boxes/${String(id)}`],
  bottles: ({ number }) => [`/shelf/bottles/B${String(number)}`],
  tanks: ({ id }) => [`/shelf/tanks/${String(id)}`],
  kits: ({ id }) => [`/shelf/kits/${String(id)}`],
  rolls: ({ id }) => [`/rolls/${String(id)}`],
  evenings: ({ id }) => [`/?evening=${String(id)}`],
  mixings: ({ id }) => [`/mixing/${String(id)}`],
  practices: ({ id }) => [`/practice/${String(id)}`, `/practice/${String(id)}/report`],
};
const ODD_OF = {
  text: ['', 'x', '9999-12-31', '2026-02-30', 'é'.repeat(5000)],
  number: [-1, 0, 0.5, 5e-324, 1e300, 253_402_300_799_000],
  document: [{}, [], { format: 'x' }, { steps: [] }],
  picture: ['', 'AAAA'],
} as const;

type Path = readonly (string | number)[];
function* leavesOf(value: unknown, path: Path = []): Generator<Path> {
  if (typeof value !== 'object' || value === null) return;
  const keys = Array.isArray(value) ? [...value.keys()].slice(0, 2) : Object.keys(value);
  for (const key of keys) {
    yield [...path, key];
    yield* leavesOf((value as Record<string | number, unknown>)[key], [...path, key]);
  }
}
function withOdd(value: unknown, [key, ...rest]: Path, odd: unknown): unknown {
  if (key === undefined) return odd;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string | number, unknown>;
  copy[key] = withOdd(copy[key], rest, odd);
  return copy;
}

function* mutantsOf(section: BookSection, record: BookRecord): Generator<readonly [string, BookRecord]> {
  for (const { as, holds, nullable } of section.columns) {
    if (section.key.includes(as)) continue;
    for (const odd of [...ODD_OF[holds], ...(nullable ? [null] : [])]) yield [as, { ...record, [as]: odd }];
    if (holds !== 'document') continue;
    const leaves = [...leavesOf(record[as])].slice(0, LEAVES_OF_A_DOCUMENT);
    for (const path of leaves)
      for (const odd of [undefined, null, 'x', -1, 1e300, [], {}])
        yield [`${as}.${path.join('.')}`, JSON.parse(JSON.stringify({ ...record, [as]: withOdd(record[as], path, odd) })) as BookRecord];
  }
}

// The posts have changed the book: mutants are made of the demo as it was.
server.kill();
await new Promise((resolve) => server.once('exit', resolve));
for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
fillDemo(file);
const second = await startServer({ port, database: file, env: { STEADY_REEL_DAILY_COPY: 'off' } });
process.on('exit', () => second.kill('SIGKILL'));
const database = new Database(file);
database.pragma('foreign_keys = OFF');
const rows: string[] = [];
let [tried, letIn] = [0, 0];
for (const section of BOOK_SECTIONS) {
  const row = database.prepare(`${selectOf(section)} LIMIT 1`).get() as Record<string, unknown> | undefined;
  if (!row) continue;
  const record = recordOf(section, row);
  const columnOf = (field: string) => section.columns.find(({ as }) => as === field)?.column ?? field;
  const sets = section.columns.map(({ column }) => `${column} = @${column}`).join(', ');
  const put = database.prepare(
    `UPDATE ${section.table} SET ${sets} WHERE ${section.key.map((key) => `${columnOf(key)} = @${columnOf(key)}`).join(' AND ')}`,
  );
  let mine = 0;
  for (const [what, mutant] of mutantsOf(section, record)) {
    tried++;
    if (faultsOfRecord(section, mutant).length > 0) continue;
    try {
      put.run(valuesOf(section, mutant));
    } catch {
      // The database has rules of its own.
      continue;
    }
    letIn++;
    mine++;
    const pages = [...(PAGES_OF[section.name]?.(record) ?? []), ...FIRST_PAGES];
    for (const answer of await Promise.all(
      pages.map(async (page) => ({ page, status: (await fetch(base + page, { redirect: 'manual' })).status })),
    ))
      if (answer.status >= 500) faults.push(`${section.name} ${what}: ${answer.page} ${answer.status}`);
    put.run(valuesOf(section, record));
  }
  console.log(`${section.name}: ${mine} let in, ${faults.length - postFaults} faults so far`);
  rows.push(section.name);
}
for (const fault of faults.slice(postFaults, postFaults + 40)) console.log(fault);
second.kill();
putSection(
  '## What no browser sends',
  `\`npm run measure -- fuzz\`, seed ${SEED}: posts of every page's own fields with odd values among them, and a record of each of
${rows.length} sections of the demo's book with each of its values changed in turn.

| what | tried | let in | faults of ours |
| --- | --- | --- | --- |
| posts | ${POSTS} | | ${postFaults} |
| changed records, and every page that shows them | ${tried} | ${letIn} | ${faults.length - postFaults} |
`,
);
process.exitCode = faults.length > 0 ? 1 : 0;
