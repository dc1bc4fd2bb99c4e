// The Shelf's figures: its page with a hundred batches and 20,000 entries against the demo's, read again and after a change.
// Eight batches stand on the board, the others were put away over eight years. Puts its table into docs/measurements.md.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const { default: Database } = await import('better-sqlite3');
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const BATCHES = 100;
const ON_THE_BOARD = 8;
const ENTRIES_EACH = 200;

/** The demo's batches and others to make a hundred, each with a life of two hundred entries. */
function fillShelf(database) {
  fillDemo(database);
  const file = new Database(database);
  const bottles = file.prepare('SELECT number FROM bottles WHERE mixed_in = ?').pluck();
  file.transaction(() => {
    const batch = file.prepare(
      `INSERT INTO batches (id, kit_id, kit_document, name, volume_ml, mixed_on, price_cents, note, added_at_ms, retired_at_ms)
       SELECT @id, kit_id, kit_document, @id, 1000, date('now', 'localtime', '-' || @old || ' days'), 3000, '', @i, @retired FROM batches WHERE id = 'kiln-lane-4'`,
    );
    const bottle = file.prepare(
      `INSERT INTO bottles (mixed_in, bath, name, kind, after, volume_ml, mixed_on)
       SELECT @id, bath, name, kind, after, 1000, date('now', 'localtime', '-' || @old || ' days') FROM bottles WHERE mixed_in = 'kiln-lane-4'`,
    );
    const entry = file.prepare(
      `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, bottle_number, rolls, wears, ml, returned_ml, returned, act)
       VALUES (@id, @batch, @kind, date('now', 'localtime', '-' || @ago || ' days'), @at, @bottle, @rolls, @rolls, @ml, @back, @returned, @id)`,
    );
    const there = file.prepare('SELECT count(*) FROM batches').pluck().get();
    const inUse = file.prepare('SELECT count(*) FROM batches WHERE retired_at_ms IS NULL').pluck().get();
    const ageOf = (i) => (i - there < ON_THE_BOARD - inUse ? 20 : 30 * (i - there));
    for (let i = there; i < BATCHES; i++) {
      batch.run({ id: `past-${i}`, i, old: ageOf(i), retired: ageOf(i) === 20 ? null : i });
      bottle.run({ id: `past-${i}`, old: ageOf(i) });
    }
    for (const id of file.prepare('SELECT id FROM batches').pluck().all())
      for (let n = 0; n < ENTRIES_EACH; n++) {
        const one = bottles.all(id)[n % 3];
        const ago = (id.startsWith('past-') ? ageOf(Number(id.slice(5))) : 20) - 1 - Math.floor(n / 11);
        entry.run(
          n % 2 === 0
            ? { id: `${id}-${n}`, batch: id, kind: 'run', ago, at: n, bottle: one, rolls: 0.05, ml: 500, back: 494.6, returned: 1 }
            : { id: `${id}-${n}`, batch: id, kind: 'topped-up', ago, at: n, bottle: one, rolls: null, ml: 3, back: null, returned: null },
        );
      }
  })();
  file.close();
}

async function figures(prepare) {
  const database = join(root, 'tmp', 'measure-shelf.db');
  for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
  prepare(database);
  const port = await freePort(4370);
  const server = await startServer({ port, database });
  const file = new Database(database);
  const entries = file.prepare('SELECT count(*) FROM bottle_entries').pluck().get();
  const change = file.prepare(
    "INSERT INTO settings (name, document) VALUES ('measured', ?) ON CONFLICT (name) DO UPDATE SET document = excluded.document",
  );
  const taken = { again: [], changed: [] };
  try {
    for (let i = 0; i < 60; i++) {
      // Every second time something in the book has changed, and everything is folded anew.
      const kind = i % 2 === 0 ? 'changed' : 'again';
      if (kind === 'changed') change.run(String(i));
      const from = performance.now();
      await (await fetch(`http://127.0.0.1:${port}/shelf`)).text();
      if (i >= 16) taken[kind].push(performance.now() - from);
    }
  } finally {
    file.close();
    server.kill();
    await new Promise((resolve) => server.once('exit', resolve));
  }
  return { entries, again: median(taken.again), changed: median(taken.changed) };
}

const demo = await figures(fillDemo);
const full = await figures(fillShelf);
const ms = (value) => `${value.toFixed(1)} ms`;
const times = (value, of) => `${(value / of).toFixed(2)} times`;
putSection(
  '## The shelf',
  `Medians of 22 answers of the server. Eight batches on the board, ${BATCHES} in all, ${full.entries} entries; the demo has four on the board and ${demo.entries}. “After a change” every bottle is folded anew.

| | demo | full | ratio | aim |
| --- | --- | --- | --- | --- |
| read again | ${ms(demo.again)} | ${ms(full.again)} | ${times(full.again, demo.again)} | 2 |
| after a change | ${ms(demo.changed)} | ${ms(full.changed)} | ${times(full.changed, demo.changed)} | 2 |
`,
);
