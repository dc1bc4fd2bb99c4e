import { chmodSync, copyFileSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { faultOf, type DatabaseFault } from './database-fault.ts';
import { closeDatabase, inTransaction, openDatabase, sql } from './database.server.ts';
import { migrationsIn } from './migrate.ts';
import { resumedAtMs, SteadyClock } from './steady-clock.ts';

const folder = () => mkdtempSync(join(tmpdir(), 'steady-reel-'));
const faultAt = (file: string): DatabaseFault => {
  try {
    openDatabase(file).close();
  } catch (error) {
    return error as DatabaseFault;
  }
  throw new Error('it opened');
};

describe('a file that cannot be used says what is the matter, what is safe and what to do', () => {
  const whole = () => {
    const file = join(folder(), 'whole.db');
    openDatabase(file).close();
    return file;
  };
  test('damaged in the middle, truncated, or no database at all', () => {
    const file = whole();
    const bytes = readFileSync(file);
    const damaged = join(folder(), 'damaged.db');
    writeFileSync(damaged, Buffer.concat([bytes.subarray(0, 4096), Buffer.alloc(bytes.length - 4096, 7)]));
    const truncated = join(folder(), 'truncated.db');
    writeFileSync(truncated, bytes.subarray(0, 20_000));
    const text = join(folder(), 'text.db');
    writeFileSync(text, 'Shopping: developer, bleach-fix, film. '.repeat(200));
    for (const each of [damaged, truncated, text]) {
      const before = readFileSync(each);
      expect(faultAt(each)).toMatchObject({
        code: 'damaged',
        message: expect.stringMatching(/left untouched.*Put a copy back/s) as string,
      });
      expect(readFileSync(each).equals(before)).toBe(true);
    }
  });
  test('another program’s database is left as it is', () => {
    const foreign = join(folder(), 'foreign.db');
    const made = new Database(foreign);
    made.exec('CREATE TABLE songs (name TEXT)');
    made.close();
    const before = readFileSync(foreign);
    expect(faultAt(foreign)).toMatchObject({ code: 'foreign', message: expect.stringContaining('belongs to another program') as string });
    expect(readFileSync(foreign).equals(before)).toBe(true);
  });
  test('a folder in place of a file, a full disk, a file that may not be written', () => {
    expect(faultAt(folder())).toMatchObject({ code: 'unreadable' });
    const said = (code: string) => faultOf(Object.assign(new Error('x'), { code }), '/data/book.db');
    expect(said('SQLITE_FULL')).toMatchObject({
      code: 'full',
      status: 507,
      message: expect.stringContaining('recorded before is safe') as string,
    });
    expect(said('SQLITE_READONLY_DBMOVED')).toMatchObject({ code: 'read-only', status: 503 });
    expect(said('SQLITE_BUSY')).toMatchObject({ code: 'busy' });
    expect(said('SQLITE_CONSTRAINT_CHECK')).toBeNull();
    expect(faultOf(new TypeError('ours'), 'x')).toBeNull();
    const file = whole();
    chmodSync(file, 0o444);
    expect(existsSync(file)).toBe(true);
  });
});

/** A database as the version before this one left it, with something of everything in it. */
function filledAtVersion(version: number): string {
  const file = join(folder(), 'old.db');
  const made = new Database(file);
  for (const migration of migrationsIn('migrations').filter((each) => each.version <= version)) made.exec(migration.sql);
  made.pragma(`user_version = ${version}`);
  const { plan, events } = JSON.parse(readFileSync('core/run/samples/run-v1.json', 'utf8')) as {
    plan: object;
    events: { id: string; atMs: number; kind: string }[];
  };
  const kit = readFileSync('kits/house-c41-three-bath.json', 'utf8');
  made.prepare("INSERT INTO kits (id, document, shipped, added_at_ms) VALUES ('house', ?, 0, 1)").run(kit);
  const batch = made.prepare(
    'INSERT INTO batches (id, kit_id, name, volume_ml, mixed_on, rolls_done, seen_remjet, added_at_ms) VALUES (?, ?, ?, 1000, ?, ?, ?, 5)',
  );
  batch.run('counted', 'house', 'counted', '2026-09-01', 5, 0);
  batch.run('fewer', 'house', 'fewer', '2026-09-01', 1.5, 1);
  batch.run('fresh', 'house', 'fresh', '2026-09-01', 0, 0);
  made
    .prepare(
      "INSERT INTO tanks (id, name, method, volume_ml, fill_s, drain_s, added_at_ms) VALUES ('t', 'Steel, two reels', 'inversion', 520, 8, 12, 1)",
    )
    .run();
  made.prepare("INSERT INTO sessions (id, started_at_ms) VALUES ('s', 1)").run();
  const run = made.prepare(
    "INSERT INTO runs (id, session_id, position, batch_id, tank_id, plan, run_rolls, seen_remjet, state, ended_at_ms) VALUES (?, 's', 0, ?, 't', ?, 2, 0, ?, ?)",
  );
  run.run('r1', 'counted', JSON.stringify({ ...plan, tank: { volumeMl: 520 } }), 'finished', 1_790_000_000_000);
  run.run('r2', 'fewer', JSON.stringify(plan), 'finished', 1_790_000_000_000);
  run.run('r3', 'counted', JSON.stringify(plan), 'given-up', 1_790_000_000_000);
  const put = made.prepare('INSERT INTO run_events (run_id, id, at_ms, kind, document) VALUES (?, ?, ?, ?, ?)');
  for (const event of events) put.run('r1', event.id, event.atMs, event.kind, JSON.stringify(event));
  made.prepare("INSERT INTO settings (name, document) VALUES ('units', ?)").run('{"temperature":"F","volume":"fl oz"}');
  made.prepare("INSERT INTO thermometers (id, name, offset_c, added_at_ms) VALUES ('th', 'Stem', 0.4, 1)").run();
  made.close();
  return file;
}

test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])(
  'a database of version %i comes over: counts become entries that add up to them, nothing is lost',
  (version) => {
    // The fourth made ledgers of what was counted: a database of that version was filled before it and has been through it.
    const file = filledAtVersion(Math.min(version, 3));
    if (version > 3) {
      const between = new Database(file);
      for (const migration of migrationsIn('migrations').filter((each) => each.version > 3 && each.version <= version))
        between.exec(migration.sql);
      between.pragma(`user_version = ${version}`);
      // As the shelf of the sixth version wrote it an entry about one bottle names its bath; the seventh, its row.
      const bottle =
        version < 7
          ? ['bottle', "'bleach-fix'"]
          : ['bottle_number', "(SELECT number FROM bottles WHERE mixed_in = 'fresh' AND bath = 'bleach-fix')"];
      between
        .prepare(
          `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, ${bottle[0]}, what) VALUES ('drip', 'fresh', 'incident', '2026-09-02', 9, ${bottle[1]}, 'damage')`,
        )
        .run();
      between.close();
    }
    const opened = openDatabase(file);
    const entries = opened
      .prepare('SELECT batch_id, kind, rolls, ml, run_id, remjet, what FROM bottle_entries ORDER BY batch_id, seq')
      .all() as { batch_id: string; kind: string; rolls: number | null }[];
    // Every batch has a bottle of each of its baths, as large and as old as the batch; what concerned one names it.
    const bottles = opened.prepare('SELECT mixed_in, bath, name, kind, after, volume_ml, mixed_on FROM bottles ORDER BY number').all();
    expect(bottles).toHaveLength(9);
    expect(bottles[1]).toEqual({
      mixed_in: 'counted',
      bath: 'bleach-fix',
      name: 'Bleach-fix',
      kind: 'bleach-fix',
      after: 'return',
      volume_ml: 1000,
      mixed_on: '2026-09-01',
    });
    const drips = opened
      .prepare(
        "SELECT bottles.mixed_in, bottles.bath FROM bottle_entries JOIN bottles ON bottles.number = bottle_number AND bottle_entries.kind = 'incident'",
      )
      .all();
    expect(drips).toEqual(version > 3 ? [{ mixed_in: 'fresh', bath: 'bleach-fix' }] : []);
    expect(entries.filter(({ batch_id }) => batch_id !== 'fresh').map(({ batch_id, kind, rolls }) => [batch_id, kind, rolls])).toEqual([
      // The eleventh makes an entry for each bottle that the run was poured from.
      ['counted', 'run', 2],
      ['counted', 'run', 2],
      ['counted', 'run', 2],
      ['counted', 'carried-over', 3],
      ['fewer', 'run', 2],
      ['fewer', 'run', 2],
      ['fewer', 'run', 2],
      ['fewer', 'corrected', -0.5],
      ['fewer', 'incident', null],
    ]);
    expect(opened.prepare('SELECT count(*) AS n FROM run_events').get()).toEqual({ n: 20 });
    expect(opened.prepare('SELECT kit_document AS k FROM batches LIMIT 1').get()).toEqual({
      k: readFileSync('kits/house-c41-three-bath.json', 'utf8'),
    });
    expect(opened.prepare('SELECT material FROM tanks').get()).toEqual({ material: 'steel' });
    // A session from before evenings could be changed has nothing to take back, and no evening is kept.
    expect(opened.prepare('SELECT id, undo, (SELECT count(*) FROM evenings) AS evenings FROM sessions').all()).toEqual([
      { id: 's', undo: '[]', evenings: 0 },
    ]);
    // Runs of before are found by their names and notes, and none of them has been looked at.
    const found = (word: string) =>
      opened
        .prepare(
          'SELECT run_id FROM run_search WHERE number IN (SELECT rowid FROM run_words WHERE run_words MATCH ?) AND verdict IS NULL ORDER BY 1',
        )
        .pluck()
        .all(word);
    const { title } = JSON.parse(readFileSync('core/run/samples/run-v1.json', 'utf8')).plan as { title: string };
    expect(found(`"${title}"`)).toEqual(['r1', 'r2', 'r3']);
    expect(found('nothing')).toEqual([]);
    expect(opened.prepare('SELECT count(*) AS n FROM runs WHERE repairs IS NOT NULL').get()).toEqual({ n: 0 });
    expect(opened.pragma('foreign_key_check')).toEqual([]);
    expect(opened.pragma('integrity_check', { simple: true })).toBe('ok');
    opened.close();
    // And it opens again, as it is now.
    copyFileSync(file, `${file}.copy`);
    openDatabase(file).close();
  },
);

test('a ledger of the tenth version becomes one effect: an entry a bottle that was poured, with what it wears and what came back', () => {
  const file = filledAtVersion(3);
  const old = new Database(file);
  for (const migration of migrationsIn('migrations').filter(({ version }) => version > 3 && version <= 10)) old.exec(migration.sql);
  old.pragma('user_version = 10');
  old.exec("UPDATE bottles SET after = 'discard' WHERE mixed_in = 'fresh' AND bath = 'stabiliser'");
  const plan = JSON.parse(readFileSync('core/run/samples/run-v1.json', 'utf8')).plan as { steps: { bath: string }[] };
  const bypass = { ...plan, steps: plan.steps.filter(({ bath }) => bath !== 'bleach-fix') };
  old
    .prepare(
      "INSERT INTO runs (id, session_id, position, batch_id, tank_id, plan, run_rolls, seen_remjet, state, ended_at_ms) VALUES ('bypass', 's', 9, 'fresh', 't', ?, 2, 0, 'finished', 9)",
    )
    .run(JSON.stringify(bypass));
  const put = old.prepare(
    `INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, bottle_number, rolls, ml, returned, returned_ml, remjet, what, run_id, undoes)
     VALUES (@id, 'fresh', @kind, @on, 9, @bottle, @rolls, @ml, @returned, @back, @remjet, @what, @run, @undoes)`,
  );
  const number = (batch: string, bath: string) =>
    old.prepare('SELECT number FROM bottles WHERE mixed_in = ? AND bath = ?').pluck().get(batch, bath) as number;
  const entry = (id: string, more: object) =>
    put.run({
      id,
      kind: 'run',
      on: '2026-10-01',
      bottle: null,
      rolls: 2,
      ml: 520,
      returned: 1,
      back: null,
      remjet: 0,
      what: null,
      run: null,
      undoes: null,
      ...more,
    });
  entry('through-bypass', { run: 'bypass', remjet: 1 });
  entry('shot', { on: '2026-10-02', returned: 0 });
  entry('slip', { on: '2026-10-02' });
  entry('slip-undone', { kind: 'undone', on: '2026-10-02', rolls: null, ml: null, returned: null, undoes: 'slip' });
  const nothing = { rolls: null, ml: null, returned: null };
  entry('m-made-room', { ...nothing, kind: 'moved', on: '2026-10-03', bottle: number('fresh', 'stabiliser'), what: null });
  entry('m', { ...nothing, kind: 'moved', on: '2026-10-03', bottle: number('counted', 'stabiliser'), what: 'stabiliser' });
  entry('measured-back', { on: '2026-10-04', back: 470, ml: 500, rolls: 1 });
  entry('mend', { on: '2026-10-05', bottle: number('fresh', 'bleach-fix'), rolls: 1 });
  const emptied = number('counted', 'stabiliser');
  old.close();
  const opened = openDatabase(file);
  const rows = opened
    .prepare(
      `SELECT entry.on_day AS day, bottles.mixed_in || ' ' || bottles.bath AS bottle, entry.wears, entry.ml, entry.returned_ml AS back, entry.returned, entry.remjet,
         entry.again, entry.act, counter.id IS NOT NULL AS undone
       FROM bottle_entries AS entry JOIN bottles ON bottles.number = entry.bottle_number
       LEFT JOIN bottle_entries AS counter ON counter.undoes = entry.id
       WHERE entry.kind = 'run' AND entry.batch_id = 'fresh' ORDER BY entry.seq`,
    )
    .all() as {
    day: string;
    bottle: string;
    wears: number;
    ml: number;
    back: number;
    returned: number;
    remjet: number;
    again: number;
    act: string;
    undone: number;
  }[];
  const told = rows.map((row) => [row.act, row.bottle.replace('fresh ', ''), row.wears, row.ml, row.back, row.undone]);
  expect(told).toEqual([
    ['bypass', 'developer', 2, 520, 499, 0],
    ['bypass', 'stabiliser', 0, 520, 0, 0],
    ['shot', 'developer', 0, 520, 0, 0],
    ['shot', 'bleach-fix', 0, 520, 0, 0],
    ['shot', 'stabiliser', 0, 520, 0, 0],
    ['slip', 'developer', 2, 520, 499, 1],
    ['slip', 'bleach-fix', 2, 520, 499, 1],
    ['slip', 'stabiliser', 0, 520, 0, 1],
    // By then the other batch's stabiliser stands there.
    ['measured-back', 'counted stabiliser', 1, 500, 470, 0],
    ['measured-back', 'developer', 1, 500, 470, 0],
    ['measured-back', 'bleach-fix', 1, 500, 470, 0],
    ['mend', 'bleach-fix', 1, 520, 507, 0],
  ]);
  expect(rows.filter((row) => row.remjet === 1).map(({ bottle }) => bottle)).toEqual(['fresh developer']);
  expect(rows.filter((row) => row.again === 1).map(({ act }) => act)).toEqual(['mend']);
  expect(opened.prepare("SELECT act FROM bottle_entries WHERE kind = 'moved' ORDER BY seq").pluck().all()).toEqual(['m', 'm']);
  expect(opened.prepare('SELECT count(*) FROM bottle_entries WHERE bottle_number = ?').pluck().get(emptied)).toBeGreaterThan(1);
  expect(opened.pragma('foreign_key_check')).toEqual([]);
  opened.close();
});

describe('the server’s clock', () => {
  const clockAt = () => {
    const time = { wall: 1_800_000_000_000, monotonic: 5000, boot: 90_000 };
    const clock = new SteadyClock({ wallMs: () => time.wall, monotonicMs: () => time.monotonic, sinceBootMs: () => time.boot });
    const pass = (ms: number, awake = true) => {
      time.wall += ms;
      time.boot += ms;
      if (awake) time.monotonic += ms;
    };
    return { time, clock, pass };
  };
  test.each([3_600_000, -3_600_000])('set by %i ms in a developer step it changes no duration, and says so', (setMs) => {
    const { time, clock, pass } = clockAt();
    const from = clock.nowMs();
    pass(60_000);
    time.wall += setMs;
    pass(60_000);
    expect(clock.nowMs() - from).toBe(120_000);
    expect(clock.wasSetByMs()).toBe(setMs);
    clock.takeWallTime();
    expect(clock.nowMs()).toBe(time.wall);
    expect(clock.wasSetByMs()).toBe(0);
  });
  test.each([3_600_000, -3_600_000, 172_800_000, -172_800_000])(
    'put right by %i ms while the server is started again, in a developer step, it goes on as though nothing had been set',
    (setMs) => {
      const mark = { atMs: 1_800_000_000_000, boot: 'monday', upMs: 500_000 };
      const tenMinutesOn = mark.atMs + 600_000;
      const machine = { boot: 'monday', upMs: mark.upMs + 600_000 };
      expect(resumedAtMs(mark, tenMinutesOn + setMs, machine)).toBe(tenMinutesOn);
      // The machine itself was started again: its wall clock is all it has, and a run never goes back behind its last act.
      expect(resumedAtMs(mark, tenMinutesOn + setMs, { boot: 'tuesday', upMs: 20_000 })).toBe(Math.max(mark.atMs, tenMinutesOn + setMs));
      expect(resumedAtMs({ ...mark, boot: '' }, tenMinutesOn, { boot: '', upMs: machine.upMs })).toBe(tenMinutesOn);
    },
  );
  test('a laptop that slept for a quarter of an hour knows that it did', () => {
    const { clock, pass, time } = clockAt();
    pass(10_000);
    pass(900_000, false);
    pass(10_000);
    expect(clock.nowMs()).toBe(time.wall);
    expect(clock.wasSetByMs()).toBe(0);
  });
});

test('a file that is replaced or taken away under the server takes nothing: it is said, and what lies there is used from then on', () => {
  const [before, file] = [process.env['STEADY_REEL_DB'], join(folder(), 'book.db')];
  process.env['STEADY_REEL_DB'] = file;
  const write = (zone: string) =>
    sql("INSERT INTO settings (name, document) VALUES ('zone', ?) ON CONFLICT (name) DO UPDATE SET document = excluded.document").run(
      JSON.stringify(zone),
    );
  const said = (work: () => unknown) => {
    try {
      work();
    } catch (error) {
      return error as { readonly data: string; readonly init: { readonly status: number } };
    }
    throw new Error('it was written');
  };
  try {
    write('Europe/Oslo');
    closeDatabase();
    const other = join(folder(), 'other.db');
    copyFileSync(file, other);
    write('Europe/Rome');
    renameSync(other, file);
    for (const suffix of ['-wal', '-shm']) rmSync(file + suffix, { force: true });
    const fault = said(() => inTransaction(() => write('Europe/Bern')));
    expect([fault.init.status, fault.data]).toEqual([503, expect.stringContaining('was replaced or moved away') as string]);
    expect(sql("SELECT document FROM settings WHERE name = 'zone'").get()).toEqual({ document: '"Europe/Oslo"' });
    write('Europe/Bern');
    rmSync(file);
    expect(said(() => write('Europe/Wien')).data).toContain('was replaced or moved away');
    expect(sql("SELECT document FROM settings WHERE name = 'zone'").get()).toBeUndefined();
  } finally {
    closeDatabase();
    process.env['STEADY_REEL_DB'] = before;
  }
});
