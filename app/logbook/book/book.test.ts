import { mkdtempSync, readdirSync, truncateSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import Papa from 'papaparse';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun } from '../../run/acts/a-done-run.fixture.ts';
import { storeBatch, storeTank } from '../../server/shelf/a-shelf.fixture.ts';
import { BOOK_SECTIONS } from '../../server/book/sections.ts';
import { sql } from '../../server/database/database.server.ts';
import { findRoll } from '../../server/rolls.server.ts';
import { writeSetting } from '../../server/settings.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { action, loader } from './book.tsx';
import { loader as fileLoader } from './book-file.ts';
import { loader as schemaLoader } from './book-schema.ts';
import { loader as tableLoader } from './table-file.ts';

const page = (address = '/logbook/book') => load(loader, address) as ReturnType<typeof loader>;
const bookText = async () => (load(fileLoader) as Response).text();
const bring = (text: string, name = 'mine.book.json') => post(action, { intent: 'bring', file: new File([text], name) });
const filesReceived = () => readdirSync(join(dirname(process.env['STEADY_REEL_DB'] ?? ''), 'received'));
const idOf = (address: string | null) => new URL(address ?? '', 'http://x').searchParams.get('brought') ?? '';
const table = async (name: string) => {
  const text = await (load(tableLoader, '/', { table: `${name}.csv` }) as Response).text();
  return Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data;
};

beforeAll(() => {
  writeSetting('zone', { zone: 'Europe/Oslo' });
  storeTank('steel');
  storeBatch('b', 0);
  storeDoneRun('run', {
    batchId: 'b',
    tankId: 'steel',
    on: '2026-11-22',
    rolls: [{ id: 'r', name: '=HYPERLINK("x")' }],
    readings: [
      [20, 37.5],
      [90, 37.1],
    ],
  });
});

test('the book is sent as a file that reads back, and its schema names every field that it has', async () => {
  const answer = load(fileLoader) as Response;
  expect(answer.headers.get('Content-Disposition')).toMatch(/attachment; filename="steady-reel-\d{4}-\d\d-\d\d\.book\.json"/);
  const book = JSON.parse(await answer.text()) as { sections: Record<string, Record<string, unknown>[]> };
  const schema = (await (load(schemaLoader) as Response).json()) as {
    properties: { sections: { properties: Record<string, { items: { required: string[]; properties: Record<string, object> } }> } };
  };
  for (const { name } of BOOK_SECTIONS) {
    const { required, properties } = schema.properties.sections.properties[name]?.items ?? { required: [], properties: {} };
    for (const record of book.sections[name] ?? []) expect([name, Object.keys(record).sort()]).toEqual([name, [...required].sort()]);
    expect(Object.keys(properties).sort()).toEqual([...required].sort());
  }
  expect(book.sections['runEvents']?.length).toBeGreaterThan(10);
});

test('a book is looked through before anything changes, brought in by a press, and taken back by another', async () => {
  const text = await bookText();
  sql("UPDATE rolls SET name = 'Renamed' WHERE id = 'r'").run();
  sql("DELETE FROM run_events WHERE id = 'run-event-2'").run();
  const brought = await bring(text);
  const shown = (await page(`/logbook/book?brought=${idOf(brought.to)}`)).brought;
  expect(shown?.sections.find(({ name }) => name === 'rolls')).toMatchObject({ different: 1, fresh: 0, named: ['Renamed'] });
  expect(shown?.sections.find(({ name }) => name === 'runEvents')).toMatchObject({ fresh: 1, different: 0 });
  expect([findRoll('r')?.name, shown?.fileName]).toEqual(['Renamed', 'mine.book.json']);
  const merged = await post(action, { intent: 'merge', brought: idOf(brought.to), theirs: 'yes' });
  expect(decodeURIComponent(merged.to ?? '')).toMatch(/Brought in: 1 added, 1 replaced/);
  expect(findRoll('r')?.name).toBe('=HYPERLINK("x")');
  // Sent a second time it is not there any more: nothing happens twice.
  expect((await post(action, { intent: 'merge', brought: idOf(brought.to) })).status).toBe(409);
  const { lastImport } = await page();
  expect((await post(action, { intent: 'undo-import', import: lastImport?.id ?? '' })).to).toContain(
    'as+it+was+before'.replaceAll('+', '%20'),
  );
  expect([findRoll('r')?.name, (await page()).lastImport]).toEqual(['Renamed', null]);
});

test.each<[string, () => Promise<string> | string, RegExp]>([
  ['a table of another program', () => 'Roll,Date\nFerry,2026-11-01\n', /no book of Steady Reel/],
  ['a book of another version', async () => (await bookText()).replace('book@2', 'book@7'), /version 7/],
  ['a book with one byte wrong', async () => (await bookText()).replace('"on"', '"no"').replace('C-41', 'C-4l'), /not whole/],
  ['half a book', async () => (await bookText()).slice(0, 900), /not whole/],
  ['an empty file', () => '', /no book of Steady Reel/],
])('%s is refused in words, and nothing is changed', async (_, text, words) => {
  const before = await bookText();
  const refused = await bring(await text());
  expect([refused.status, refused.data.where]).toEqual([400, 'in']);
  expect(refused.data.says).toMatch(words);
  expect(filesReceived()).toEqual([]);
  const sections = (book: string) => book.slice(book.indexOf('"sections"'), book.indexOf('"sum"'));
  expect(sections(await bookText())).toBe(sections(before));
});

test('no file is no book; beside a run at the Bench a large book waits, and is still there after it', async () => {
  expect((await post(action, { intent: 'bring' })).data.says).toMatch(/Choose a book first/);
  const { to } = await bring(await bookText());
  const kept = join(dirname(process.env['STEADY_REEL_DB'] ?? ''), 'books-brought', `${idOf(to)}.json`);
  truncateSync(kept, 2_100_000);
  sql("UPDATE runs SET state = 'live' WHERE id = 'run'").run();
  const refused = await post(action, { intent: 'merge', brought: idOf(to) });
  sql("UPDATE runs SET state = 'finished' WHERE id = 'run'").run();
  expect([refused.status, refused.data.says]).toEqual([409, expect.stringContaining('it stays here until then') as string]);
  expect(readdirSync(dirname(kept))).toContain(`${idOf(to)}.json`);
});

test('what is left lying is no address to read: names lead nowhere else, and a book that was left is gone', async () => {
  const brought = await bring(await bookText());
  await post(action, { intent: 'forget', brought: idOf(brought.to) });
  for (const id of [idOf(brought.to), '../test', '..%2Ftest.db', 'x'.repeat(500), ''])
    expect((await page(`/logbook/book?brought=${encodeURIComponent(id)}`)).brought).toBeNull();
  expect((await post(action, { intent: 'dance' })).to).toBe('/logbook/book');
});

test('tables hold the run, each reading, and times in the person’s zone; a formula in a name is a name', async () => {
  sql(`UPDATE runs SET plan = json_set(plan, '$.rollNames', json_array('=1+1')) WHERE id = 'run'`).run();
  expect(await table('runs')).toMatchObject([
    {
      id: 'run',
      rolls: "'=1+1",
      process: 'C-41',
      zone: 'Europe/Oslo',
      ended: expect.stringMatching(/^2026-11-22T20:\d\d:\d\d\+01:00$/) as string,
    },
  ]);
  expect((await table('readings')).map(({ bath, at_s: at, c }) => [bath, at, c])).toEqual([
    ['developer', '20', '37.5'],
    ['developer', '90', '37.1'],
  ]);
  expect(await table('measures')).toEqual([]);
  expect(load(tableLoader, '/', { table: 'secrets.csv' })).toBe(404);
});
