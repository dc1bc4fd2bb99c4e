import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';

const folder = mkdtempSync(join(tmpdir(), 'steady-reel-'));
process.env['STEADY_REEL_DB'] = join(folder, 'mine.db');

import { storeDoneRun } from '../../run/acts/a-done-run.fixture.ts';
import { indexRunAnew } from '../../run/acts/run-index.server.ts';
import { storeBatch, storeRoll, storeTank } from '../shelf/a-shelf.fixture.ts';
import { findBatch } from '../shelf/batches.server.ts';
import { moveBottle, writeEntry } from '../shelf/bottle-entries.server.ts';
import { setCap } from '../shelf/bottles.server.ts';
import { saveBox } from '../shelf/boxes.server.ts';
import { databaseFile, db, sql } from '../database/database.server.ts';
import { saveKit } from '../shelf/kits.server.ts';
import { answerLesson, saveLesson } from '../runs/lessons.server.ts';
import { saveLook } from '../runs/looks.server.ts';
import { addMeasure } from '../runs/measures.server.ts';
import { findRuns } from '../runs/run-search.server.ts';
import { findRoll } from '../rolls.server.ts';
import { saveContains } from '../shelf/safety-sheets.server.ts';
import { storedUnits, writeSetting } from '../settings.server.ts';
import { saveThermometer } from '../shelf/thermometers.server.ts';
import { houseKit } from '../../../core/kit/a-kit.fixture.ts';
import { bookImports, mergeBook, previewBook, relabelled, undoImport } from './merge-book.server.ts';
import { examineBook, lookAtBook } from './look-at-book.ts';
import { readBook, type Book } from './read-book.ts';
import { BOOK_SECTIONS, type BookRecord } from './sections.ts';
import { writeBook } from './write-book.server.ts';

/** Another database from here on; the one before stays as it is. */
const useDatabase = (name: string) => (process.env['STEADY_REEL_DB'] = join(folder, name));
const bookText = () => [...writeBook('2026-11-25T20:00:00.000Z')].join('');
const read = (text: string): Book => {
  const book = readBook(Buffer.from(text));
  if (!book.ok) throw new Error(book.errors[0]?.message);
  return book.value;
};
const nothing = { search: '', process: '', kit: '', batch: '', tank: '', month: '', verdict: '' };
const search = (words: string) => findRuns({ ...nothing, search: words }, null, 50, 0).ids;

/** A household's book with something of everything in it. */
function fill(prefix: string): void {
  saveKit({ ...houseKit(), id: `${prefix}-kit`, name: `Kit of ${prefix}` }, 1);
  storeTank(`${prefix}-tank`);
  saveThermometer({ id: `${prefix}-stem`, name: 'Stem', offsetC: 0.2, slope: 0, slopeAtC: 38 }, 1);
  saveBox(
    { id: `${prefix}-box`, kitId: `${prefix}-kit`, boughtOn: '2026-11-01', openedOn: null, goodUntil: null, priceCents: 3000, note: '' },
    1,
  );
  for (const id of ['one', 'two']) storeBatch(`${prefix}-${id}`, 1);
  setCap(findBatch(`${prefix}-one`)?.bottles[0]?.number ?? 0, 'red');
  storeDoneRun(`${prefix}-run`, {
    batchId: `${prefix}-one`,
    tankId: `${prefix}-tank`,
    on: '2026-11-22',
    rolls: [{ id: `${prefix}-roll`, name: `Roll of ${prefix}` }],
    notes: ['Crisp.'],
    readings: [[20, 37.5]],
  });
  storeRoll(`${prefix}-waits`);
  const [developer, second] = [findBatch(`${prefix}-one`)?.bottles[0], findBatch(`${prefix}-two`)?.bottles[0]];
  writeEntry({
    batchId: `${prefix}-one`,
    atMs: 9,
    entry: { kind: 'incident', on: '2026-11-23', bottle: developer?.id ?? '', what: 'water', ml: 5 },
  });
  moveBottle(
    developer?.id ?? '',
    { batchId: `${prefix}-two`, bath: 'developer', inItsPlace: { number: second?.id ?? '' } },
    '2026-11-24',
    10,
  );
  saveLook({
    id: `${prefix}-look`,
    runId: `${prefix}-run`,
    rollId: `${prefix}-roll`,
    filmIs: 'dry',
    seen: { edge: 'thin', marks: [] },
    note: 'Hm.',
    atMs: 11,
  });
  saveLesson(
    {
      id: `${prefix}-lesson`,
      runId: `${prefix}-run`,
      text: 'Warm the tank.',
      about: { kind: 'everything', is: '', name: 'every run' },
      at: 'warming',
    },
    12,
  );
  answerLesson(`${prefix}-lesson`, `${prefix}-run`, true, 13);
  const per = { r: 0.1, g: 0.2, b: 0.3 };
  const whole = { x: 0, y: 0, w: 30, h: 30 };
  addMeasure(
    {
      id: `${prefix}-measure`,
      runId: `${prefix}-run`,
      rollId: null,
      scanner: 'flatbed',
      good: true,
      atMs: 14,
      measure: {
        base: per,
        leader: per,
        range: per,
        redGreen: -0.1,
        blueGreen: 0.1,
        encoding: { gamma: 2.2 },
        rectangles: { light: whole, base: whole, leader: whole },
        width: 90,
        height: 30,
      },
    },
    new Uint8Array([0xff, 0xd8, 0, 255, 7]),
  );
  saveContains(`${prefix}-kit`, 'Iron salt.', 15);
  writeSetting('units', { temperature: 'F', volume: 'fl oz' });
  indexRunAnew(`${prefix}-run`);
}

let mine = '';
beforeAll(() => {
  fill('ours');
  mine = bookText();
});
beforeEach(() => void useDatabase('mine.db'));

test('every table and column of the database is in the book, but for what is made anew, waits, or lies beside it', () => {
  const tables = sql(
    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'run_words%'",
  ).all() as { name: string }[];
  const left = ['run_search', 'scans', 'book_imports', 'probes', 'probe_readings', 'probe_set_aside', 'heaters', 'clock_mark'];
  expect(BOOK_SECTIONS.map(({ table }) => table).sort()).toEqual(
    tables
      .map(({ name }) => name)
      .filter((name) => !left.includes(name))
      .sort(),
  );
  for (const { table, columns } of BOOK_SECTIONS) {
    const there = (sql(`SELECT name FROM pragma_table_info('${table}')`).all() as { name: string }[]).map(({ name }) => name);
    const beside = table === 'safety_sheets' ? ['file_name', 'file', 'bytes'] : ['seq'];
    expect([table, columns.map(({ column }) => column).sort()]).toEqual([table, there.filter((name) => !beside.includes(name)).sort()]);
  }
});

test('out, wiped, in: the same book to the last byte of meaning, and found by the same words', () => {
  useDatabase('wiped.db');
  const merged = mergeBook(read(mine), false, 'mine.book.json', 100, true);
  if (!merged.ok) throw new Error(merged.says);
  merged.runIds.forEach(indexRunAnew);
  expect(bookText()).toBe(mine);
  expect([search('crisp'), search('warm'), search('ours')]).toEqual([['ours-run'], ['ours-run'], ['ours-run']]);
  expect(findBatch('ours-two')?.bottles[0]).toMatchObject({ cap: 'red', rollsDone: 2, standing: 'good' });
  // In once more, it has nothing new, and nothing is doubled.
  const again = mergeBook(read(mine), true, 'mine.book.json', 101, true);
  expect(again).toMatchObject({ ok: true, added: 0, replaced: 0 });
  expect(bookText()).toBe(mine);
});

test('two households’ books become one: bottles of the same number stay apart, each with its own entries', () => {
  useDatabase('theirs.db');
  fill('theirs');
  const theirs = bookText();
  const before = findBatch('theirs-two')?.bottles.map(({ bath, mlLeft, rollsDone, cap }) => ({ bath, mlLeft, rollsDone, cap }));
  useDatabase('both.db');
  for (const [text, name] of [
    [mine, 'a'],
    [theirs, 'b'],
  ] as const)
    expect(mergeBook(read(text), false, name, 1, true)).toMatchObject({ ok: true });
  expect(findBatch('theirs-two')?.bottles.map(({ bath, mlLeft, rollsDone, cap }) => ({ bath, mlLeft, rollsDone, cap }))).toEqual(before);
  expect(findBatch('ours-two')?.bottles[0]).toMatchObject({ cap: 'red' });
  const codes = (sql('SELECT number FROM bottles').all() as { number: number }[]).map(({ number }) => number);
  expect(new Set(codes).size).toBe(12);
  // Both had a setting of that name: the one that was there stays.
  expect(previewBook(read(theirs)).every(({ fresh, different }) => fresh === 0 && different === 0)).toBe(true);
});

test('a book is looked at without its pictures, and says the same of it', () => {
  useDatabase('pictures.db');
  mergeBook(read(mine), false, 'first', 1, true);
  sql("UPDATE measures SET picture = x'00ff' WHERE id = 'ours-measure'").run();
  sql('UPDATE rolls SET note = \'"picture":"AAAA"\' WHERE id = \'ours-roll\'').run();
  const path = join(folder, 'brought.json');
  for (const text of [mine, bookText()]) {
    writeFileSync(path, text);
    expect(examineBook({ path })).toBeNull();
    const look = lookAtBook({ path, database: databaseFile() });
    expect(look?.sections).toEqual(previewBook(read(text)));
    expect(look?.sections.find(({ name }) => name === 'measures')).toMatchObject(text === mine ? { different: 1 } : { same: 1 });
  }
  writeFileSync(path, mine.replace('"picture":"', '"picture":"A'));
  expect(examineBook({ path })).toMatch(/not whole/);
});

test('what differs is told and never overwritten silently; one press takes all of it back', () => {
  useDatabase('changed.db');
  mergeBook(read(mine), false, 'first', 1, true);
  sql("UPDATE rolls SET name = 'Renamed here' WHERE id = 'ours-roll'").run();
  sql("UPDATE run_events SET at_ms = 5 WHERE id = 'ours-run-event-1'").run();
  const before = bookText();
  const preview = Object.fromEntries(previewBook(read(mine)).map((section) => [section.name, section]));
  expect([preview['rolls'], preview['runEvents'], preview['runs']?.different]).toMatchObject([
    { different: 1, named: ['Renamed here'] },
    { different: 1 },
    0,
  ]);
  expect(mergeBook(read(mine), false, 'keep', 2, true)).toMatchObject({ ok: true, added: 0, replaced: 0 });
  expect(bookText()).toBe(before);
  expect(mergeBook(read(mine), true, 'theirs', 3, true)).toMatchObject({ ok: true, replaced: 1 });
  expect(findRoll('ours-roll')?.name).toBe('Roll of ours');
  // Acts are history: what is in the book already stays, whatever was chosen.
  expect(sql("SELECT at_ms AS at FROM run_events WHERE id = 'ours-run-event-1'").get()).toEqual({ at: 5 });
  const [last] = bookImports();
  // Brought in once more nothing comes of it: what can be taken back is still the one before.
  expect(mergeBook(read(mine), false, 'empty', 4, true)).toMatchObject({ ok: true, added: 0, replaced: 0 });
  expect(bookImports()[0]?.id).toBe(last?.id);
  expect(undoImport(last?.id ?? '', 4)).toMatchObject({ ok: true });
  expect(bookText()).toBe(before);
  expect(undoImport(last?.id ?? '', 5)).toMatchObject({ ok: false });
});

test('while a run is at the Bench nothing that differs is taken; and never is a run or a roll put where another book left it', () => {
  useDatabase('live.db');
  mergeBook(read(mine), false, 'first', 1, true);
  const run = sql("SELECT id, state FROM runs WHERE state <> 'live' LIMIT 1").get() as { id: string; state: string };
  sql("UPDATE rolls SET name = 'Renamed here', state = 'developing' WHERE id = 'ours-roll'").run();
  sql("UPDATE runs SET state = 'live', ended_at_ms = NULL WHERE id = ?").run(run.id);
  const before = bookText();
  expect(mergeBook(read(mine), true, 'theirs', 2, true)).toMatchObject({
    ok: false,
    says: expect.stringContaining('A run is at the Bench') as string,
  });
  expect(bookText()).toBe(before);
  expect(mergeBook(read(mine), false, 'only what is new', 3, true)).toMatchObject({ ok: true, added: 0 });
  sql("UPDATE runs SET state = 'given-up', ended_at_ms = 9 WHERE id = ?").run(run.id);
  expect(mergeBook(read(mine), true, 'theirs', 4, true)).toMatchObject({ ok: true });
  expect(sql("SELECT name, state FROM rolls WHERE id = 'ours-roll'").get()).toEqual({ name: 'Roll of ours', state: 'developing' });
  expect(sql('SELECT state, ended_at_ms AS endedAtMs FROM runs WHERE id = ?').get(run.id)).toEqual({ state: 'given-up', endedAtMs: 9 });
});

test('what was changed since it came is not taken away with it; put back as it came, it goes', () => {
  useDatabase('edited.db');
  const before = (db(), bookText());
  mergeBook(read(mine), false, 'first', 1, true);
  const [{ id } = { id: '' }] = bookImports();
  sql("UPDATE rolls SET note = 'My own words.' WHERE id = 'ours-roll'").run();
  const edited = bookText();
  expect(undoImport(id, 2)).toEqual({
    ok: false,
    says: 'What that book brought was changed since: Roll of ours. It stays. Restore the copy from before instead.',
  });
  expect(bookText()).toBe(edited);
  sql("UPDATE rolls SET note = '' WHERE id = 'ours-roll'").run();
  expect(undoImport(id, 3)).toMatchObject({ ok: true });
  expect(bookText()).toBe(before);
});

test('an import that the first version kept is taken back as it was then', () => {
  useDatabase('kept-by-first.db');
  const before = (db(), bookText());
  mergeBook(read(mine), false, 'first', 1, true);
  const { undo } = sql('SELECT undo FROM book_imports').get() as { undo: string };
  const { came: _, ...first } = JSON.parse(undo) as Record<string, unknown>;
  sql('UPDATE book_imports SET undo = ?').run(JSON.stringify({ ...first, format: 'steady-reel/book-undo@1' }));
  expect(undoImport(bookImports()[0]?.id ?? '', 2)).toMatchObject({ ok: true });
  expect(bookText()).toBe(before);
});

test('what a later version kept to take an import back is not guessed at', () => {
  useDatabase('later.db');
  mergeBook(read(mine), false, 'first', 1, true);
  const before = bookText();
  const [{ id } = { id: '' }] = bookImports();
  for (const undo of [
    '{"format":"steady-reel/book-undo@3","added":[],"replaced":[]}',
    '{"format":"steady-reel/book-undo@2","added":[],"replaced":[]}',
    '{"added":[["kits",[]]],"replaced":[]}',
    '[]',
    'null',
  ]) {
    sql('UPDATE book_imports SET undo = ?').run(undo);
    expect(undoImport(id, 2)).toMatchObject({ ok: false, says: expect.stringContaining('another version') as string });
  }
  expect(bookText()).toBe(before);
});

test('a book that was brought in and built upon is not pulled from under it', () => {
  useDatabase('built.db');
  mergeBook(read(mine), false, 'first', 1, true);
  storeDoneRun('mine-on-theirs', { batchId: 'ours-one', tankId: 'ours-tank', on: '2026-11-25' });
  const before = bookText();
  expect(undoImport(bookImports()[0]?.id ?? '', 2)).toMatchObject({ ok: false, says: expect.stringContaining('built on') as string });
  expect(bookText()).toBe(before);
  expect(db().pragma('foreign_key_check')).toEqual([]);
});

test('one byte wrong anywhere, cut anywhere, another version, another document: refused in words, nothing taken', () => {
  fc.assert(
    fc.property(fc.nat(mine.length - 1), fc.constantFrom('x', '0', '"', ' ', 'é'), (at, put) => {
      fc.pre(mine[at] !== put && !(at > mine.length - 4 && /\s/.test(put)));
      const book = readBook(Buffer.from(mine.slice(0, at) + put + mine.slice(at + 1)));
      expect(book.ok).toBe(false);
      if (!book.ok) expect(book.errors[0]?.message).toMatch(/book/);
    }),
    { numRuns: 300 },
  );
  fc.assert(fc.property(fc.nat(mine.length - 3), (at) => expect(readBook(Buffer.from(mine.slice(0, at))).ok).toBe(false)));
  const said = (text: string) => {
    const book = readBook(Buffer.from(text));
    return book.ok ? 'read' : book.errors[0]?.message;
  };
  expect(said(mine.replace('book@2', 'book@3'))).toMatch(/version 3; this Steady Reel reads versions 1 and 2/);
  expect(said(readFileSync('kits/house-c41-three-bath.json', 'utf8'))).toMatch(/a steady-reel\/kit@1, not a book/);
  expect(said('Name,Film,Process\nFerry,Fennel 200,C-41\n')).toMatch(/no book of Steady Reel/);
  expect(said('')).toMatch(/no book/);
  expect(said(`\uFEFF${mine}`)).toMatch(/not whole/);
});

test('a book that fits its sum and not together is refused whole', () => {
  const book = read(mine);
  const without = { ...book, sections: new Map([...book.sections].map(([name, records]) => [name, name === 'tanks' ? [] : records])) };
  useDatabase('fresh.db');
  db();
  const before = bookText();
  expect(mergeBook(without, false, 'x', 1)).toMatchObject({
    ok: false,
    says: expect.stringContaining('points to what is not there') as string,
  });
  const odd = {
    ...book,
    sections: new Map(
      [...book.sections].map(([name, records]) => [
        name,
        name === 'rolls' ? records.map((record) => ({ ...record, state: 'melted' })) : records,
      ]),
    ),
  };
  expect(mergeBook(odd, false, 'x', 1)).toMatchObject({ ok: false, says: expect.stringContaining('cannot be') as string });
  expect(bookText()).toBe(before);
  expect(databaseFile()).toContain('fresh.db');
});

/** The same book as the first version wrote it: a run was one entry for all its bottles. */
function asFirstVersion(text: string, bottleEntries: object[]): string {
  const { sum: _, ...book } = JSON.parse(text) as { sum: string; sections: Record<string, unknown> };
  const rolls = (book.sections['rolls'] as BookRecord[]).map(({ developSpeed: __, ...roll }) => roll);
  const batches = (book.sections['batches'] as BookRecord[]).map(({ solution: __, ...batch }) => batch);
  const older = JSON.stringify({
    ...book,
    format: 'steady-reel/book@1',
    sections: { ...book.sections, rolls, batches, bottleEntries },
  }).slice(0, -1);
  return `${older},\n"sum":"sha256:${createHash('sha256').update(older).digest('hex')}"\n}\n`;
}

test('a book of the first version is brought up to date: its runs become an entry for each bottle that was poured', () => {
  const { sections } = read(mine);
  const runs = (sections.get('bottleEntries') ?? []).filter((entry) => entry['kind'] === 'run');
  const once = [...new Map(runs.map((entry) => [entry['act'], entry])).values()];
  const { act: _, wears: __, again: ___, seconds: ____, ...columns } = once[0] ?? {};
  const older = once.map((entry, i) => ({
    ...columns,
    id: `old-${i}`,
    batchId: entry['batchId'],
    runId: entry['runId'],
    onDay: entry['onDay'],
    rolls: entry['rolls'],
    ml: 520,
    returned: 1,
    returnedMl: null,
    bottleNumber: null,
    note: '',
    undoes: null,
  }));
  const book = readBook(Buffer.from(asFirstVersion(mine, older)));
  if (!book.ok) throw new Error(book.errors[0]?.message);
  const brought = book.value.sections.get('bottleEntries') ?? [];
  expect(brought).toHaveLength(runs.length);
  const told = (entry: BookRecord) => [
    entry['bottleNumber'],
    entry['rolls'],
    entry['wears'],
    entry['ml'],
    entry['returnedMl'],
    entry['again'],
  ];
  expect(brought.map(told)).toEqual(runs.map(told));
  expect(book.value.sections.get('rolls')).toEqual(sections.get('rolls'));
  // And it merges into an empty book like any other.
  useDatabase('from-first-version.db');
  db();
  expect(mergeBook(book.value, false, 'old.json', 1)).toMatchObject({ ok: true });
});

test('a book from before a batch had a use of its own is read, and is the same', () => {
  const { sum: _, ...book } = JSON.parse(mine) as { sum: string; sections: Record<string, BookRecord[]> };
  const batches = (book.sections['batches'] ?? []).map(({ solution: __, ...batch }) => batch);
  const body = JSON.stringify({ ...book, sections: { ...book.sections, batches } }).slice(0, -1);
  const text = `${body},\n"sum":"sha256:${createHash('sha256').update(body).digest('hex')}"\n}\n`;
  expect(previewBook(read(text)).every(({ fresh, different }) => fresh === 0 && different === 0)).toBe(true);
  useDatabase('before-solution.db');
  expect(mergeBook(read(text), false, 'x', 1, true)).toMatchObject({ ok: true });
  expect(findBatch('ours-one')?.solution).toBeNull();
});

test('settings come only where they are asked for, and labels that say another bottle’s number are told', () => {
  useDatabase('another-household.db');
  writeSetting('units', { format: 'steady-reel/units@2', temperature: 'C', volume: 'ml' });
  storeBatch('here', 0);
  const codes = findBatch('here')?.bottles.map(({ number }) => number) ?? [];
  const book = read(mine);
  const moved = relabelled(book);
  // Numbers that are taken here are new ones there; this book's own labels stay true.
  expect(moved.map(({ from }) => from)).toEqual(codes);
  expect(moved.every(({ to, name }) => to > Math.max(...codes) && name !== '')).toBe(true);
  expect(mergeBook(book, true, 'theirs.json', 1)).toMatchObject({ ok: true });
  expect(storedUnits()).toEqual({ temperature: 'C', volume: 'ml' });
  expect(findBatch('here')?.bottles.map(({ number }) => number)).toEqual(codes);
});
