import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import fc from 'fast-check';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun } from '../../run/acts/a-done-run.fixture.ts';
import { faultsOfBook } from './faults-of-book.ts';
import { BOOK_SECTIONS, type BookRecord, type BookSection } from './sections.ts';
import { faultsOfRecord } from './sound-record.ts';
import { recordOf, selectOf, valuesOf } from './write-book.server.ts';
import { listBackups } from '../database/backups.server.ts';
import { databaseFile, db, sql } from '../database/database.server.ts';
import { hasStumbled } from '../database/readable.server.ts';
import { endedRuns } from '../runs/runs.server.ts';
import { keepEvening } from '../evenings.server.ts';
import { saveLesson } from '../runs/lessons.server.ts';
import { saveLook } from '../runs/looks.server.ts';
import { storeBatch, storeRoll, storeTank } from '../shelf/a-shelf.fixture.ts';
import { findBatch } from '../shelf/batches.server.ts';
import { saveBox } from '../shelf/boxes.server.ts';
import { load, post } from '../../ui/forms/posting.fixture.ts';
import { loader as batchLoader } from '../../shelf/bottles/batch.tsx';
import { loader as shelfLoader } from '../../shelf/board/shelf.tsx';
import { loader as listLoader } from '../../logbook/list/list.tsx';
import { loader as runLoader } from '../../logbook/runs/run.tsx';
import { action, loader } from '../../logbook/book/mend.tsx';

const KIT = 'house-c41-three-bath';
const page = (query = '') => load(loader, `/logbook/mend${query}`) as ReturnType<typeof loader>;
const section = (name: string) => BOOK_SECTIONS.find((each) => each.name === name) as BookSection;
const firstOf = (of: BookSection) =>
  recordOf(
    of,
    db()
      .prepare(selectOf({ ...of, where: undefined }))
      .get() as Record<string, unknown>,
  );

beforeAll(() => {
  storeTank('steel');
  storeBatch('b', 1);
  storeRoll('waits');
  storeDoneRun('run', { batchId: 'b', tankId: 'steel', on: '2026-11-22', rolls: [{ id: 'r', name: 'Ferry' }], readings: [[20, 37.5]] });
  saveBox({ id: 'box', kitId: KIT, boughtOn: '2026-11-01', openedOn: null, goodUntil: null, priceCents: 3000, note: '' }, 1);
  saveLook({ id: 'look', runId: 'run', rollId: 'r', filmIs: 'dry', seen: { edge: 'thin', marks: [] }, note: '', atMs: 11 });
  saveLesson({ id: 'lesson', runId: 'run', text: 'Warm it.', about: { kind: 'everything', is: '', name: 'every run' }, at: 'warming' }, 12);
  keepEvening({ id: 'evening', name: 'Friday', onDay: '2026-12-04', firstPour: '19:30', draft: {} }, 1);
});

test.each<[string, string, unknown]>([
  ['boxes', 'boughtOn', '2026-13-45'],
  ['batches', 'mixedOn', '9999-01-01'],
  ['batches', 'volumeMl', 5e-324],
  ['evenings', 'onDay', 'tomorrow'],
  ['evenings', 'firstPour', '25:00'],
  ['bottleEntries', 'onDay', '2026-02-30'],
  ['looks', 'atMs', 8e15],
  ['lessons', 'keptAtMs', -1],
  ['rolls', 'format', '135-9'],
  ['rolls', 'boxSpeed', 0.5],
  ['runs', 'endedAtMs', 1e300],
  ['runs', 'plan', { format: 'steady-reel/run-plan@2', steps: [] }],
  ['runs', 'plan', { steps: [{}] }],
  ['runEvents', 'document', { id: 'x', atMs: 'soon', kind: 'poured' }],
  ['tanks', 'volumeMl', 1e9],
  ['bottles', 'kind', 'soup'],
  ['lessons', 'text', 'a line\u0000that nobody typed'],
])('no book brings %s whose %s is %j', (name, field, odd) => {
  const of = section(name);
  expect(faultsOfRecord(of, firstOf(of))).toEqual([]);
  expect(faultsOfRecord(of, { ...firstOf(of), [field]: odd }).map((fault) => fault.field)).toEqual([field]);
});

test('an id that would be a line of a calendar is none', () => {
  const of = section('boxes');
  expect(faultsOfRecord(of, { ...firstOf(of), id: 'box\nBEGIN:VEVENT' })).toHaveLength(1);
});

/** Something else in place of one value, however deep it lies. */
const ODD = ['', 'x', '9999-12-31', -1, 0, 0.5, 1e300, null, [], {}] as const;
function changed(value: unknown, path: readonly number[], odd: unknown): unknown {
  const [at = 0, ...rest] = path;
  if (typeof value !== 'object' || value === null || path.length === 0) return odd;
  const keys = Object.keys(value);
  const key = keys[at % Math.max(1, keys.length)];
  if (key === undefined) return odd;
  const copy = structuredClone(value) as Record<string, unknown>;
  copy[key] = changed(copy[key], rest, odd);
  return copy;
}

test('whatever of a record is changed: it is refused, or every page that shows it stands', () => {
  const sections = BOOK_SECTIONS.filter(
    (each) =>
      db()
        .prepare(selectOf({ ...each, where: undefined }))
        .get() !== undefined,
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...sections),
      fc.array(fc.nat(40), { minLength: 1, maxLength: 6 }),
      fc.constantFrom(...ODD),
      (of, path, odd) => {
        const record = firstOf(of);
        const mutant = changed(record, path, odd) as BookRecord;
        fc.pre(of.key.every((key) => mutant[key] === record[key]) && faultsOfRecord(of, mutant).length === 0);
        const put = (values: BookRecord) => {
          const sets = of.columns.map(({ column }) => `${column} = @${column}`).join(', ');
          const where = of.columns.filter(({ as }) => of.key.includes(as)).map(({ column }) => `${column} = @${column}`);
          sql(`UPDATE ${of.table} SET ${sets} WHERE ${where.join(' AND ')}`).run(valuesOf(of, values));
        };
        try {
          put(mutant);
        } catch {
          // The database has rules of its own.
          return;
        }
        load(shelfLoader, '/shelf');
        load(batchLoader, '/', { batchId: 'b' });
        load(listLoader, '/logbook');
        load(runLoader, '/', { runId: 'run' });
        put(record);
      },
    ),
    { numRuns: 150, seed: 20_261_129 },
  );
});

test('a record that came in before there were rules is found, said, and put right by what is typed', async () => {
  sql("UPDATE batches SET mixed_on = '9999-01-01' WHERE id = 'b'").run();
  expect((await page()).bad).toEqual([
    {
      section: 'batches',
      key: '["b"]',
      name: findBatch('b')?.name,
      faults: [{ field: 'mixedOn', says: '“mixedOn” is missing or cannot be that.', is: '9999-01-01', typed: 'text' }],
    },
  ]);
  const mend = (mixedOn: string) => post(action, { intent: 'mend', section: 'batches', key: '["b"]', 'is-mixedOn': mixedOn });
  const refused = await mend('soon');
  expect([refused.status, refused.data.says]).toEqual([422, 'Still: “mixedOn” is missing or cannot be that.']);
  expect(decodeURIComponent((await mend('2026-11-09')).to ?? '')).toContain('It is whole again');
  expect([faultsOfBook({ database: databaseFile() }), findBatch('b')?.mixedOn]).toEqual([[], '2026-11-09']);
  expect(listBackups().length).toBeGreaterThan(0);
});

test('a run whose plan is lost is set aside with what hangs on it, in a file; everything else stands', async () => {
  storeDoneRun('lost', { batchId: 'b', tankId: 'steel', on: '2026-11-23', rolls: [{ id: 'l', name: 'Lost' }] });
  saveLook({ id: 'look-lost', runId: 'lost', rollId: 'l', filmIs: 'dry', seen: { edge: 'thin', marks: [] }, note: '', atMs: 11 });
  sql("UPDATE runs SET plan = '{}' WHERE id = 'lost'").run();
  const said = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  // The list leaves it out and stands; what was left out is said in the frame.
  expect(endedRuns(-1, 0).runs.map(({ id }) => id)).toEqual(['run']);
  expect([hasStumbled(), said.mock.calls[0]?.[0]]).toEqual([true, expect.stringContaining('left out: lost') as string]);
  said.mockRestore();
  const [bad] = faultsOfBook({ database: databaseFile() });
  expect([bad?.section, bad?.faults]).toEqual(['runs', [{ field: 'plan', says: 'its plan cannot be read.', is: null, typed: null }]]);
  // What is whole stays, and nothing goes while film is in a tank: the run may stand on it.
  const aside = (of: string, key: string) => post(action, { intent: 'aside', section: of, key });
  expect((await aside('batches', '["b"]')).data.says).toBe('That record is whole: it stays.');
  sql("UPDATE runs SET state = 'live', ended_at_ms = NULL WHERE id = 'run'").run();
  expect((await aside('runs', bad?.key ?? '')).data.says).toMatch(/when no run is live/);
  sql("UPDATE runs SET state = 'finished', ended_at_ms = 1795000000000 WHERE id = 'run'").run();
  const done = await aside('runs', bad?.key ?? '');
  expect(decodeURIComponent(done.to ?? '')).toMatch(/Set aside with \d+ that could not stand without it/);
  expect(faultsOfBook({ database: databaseFile() })).toEqual([]);
  expect([db().pragma('foreign_key_check'), hasStumbled()]).toEqual([[], false]);
  const folder = join(dirname(databaseFile()), 'set-aside');
  const kept = JSON.parse(readFileSync(join(folder, readdirSync(folder)[0] ?? ''), 'utf8')) as { section: string }[];
  expect(kept.map(({ section: of }) => of)).toEqual(expect.arrayContaining(['runs', 'looks', 'runEvents']));
  expect(load(runLoader, '/', { runId: 'run' }) as unknown).not.toBe(404);
  expect((await post(action, { intent: 'aside', section: 'runs', key: bad?.key ?? '' })).data.says).toMatch(/not there any more/);
});
