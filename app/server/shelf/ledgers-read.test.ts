import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeBatch } from './a-shelf.fixture.ts';
import { findBatch, listBatches } from './batches.server.ts';
import { entriesOfBatch, writeEntry } from './bottle-entries.server.ts';
import { today } from '../database/clock.server.ts';
import { databaseFile, inTransaction } from '../database/database.server.ts';

const bottleOf = (batchId: string, bath: string) => findBatch(batchId)?.bottles.find((bottle) => bottle.bath === bath);

describe('a ledger that was read is read again only when it has grown', () => {
  beforeAll(() => storeBatch('read', 0));
  const measured = (ml: number) => ({
    batchId: 'read',
    atMs: 5,
    entry: { kind: 'measured' as const, on: today(), bottle: bottleOf('read', 'developer')?.id ?? '', ml },
  });
  test('what a transaction wrote and took back was never there', () => {
    expect(bottleOf('read', 'developer')?.mlLeft).toBe(1000);
    expect(() =>
      inTransaction(() => {
        writeEntry(measured(300));
        expect(bottleOf('read', 'developer')?.mlLeft).toBe(300);
        throw new Error('taken back');
      }),
    ).toThrow('taken back');
    expect(bottleOf('read', 'developer')?.mlLeft).toBe(1000);
    // The next one has the number of the one that was taken back, and is another.
    writeEntry(measured(700));
    expect(bottleOf('read', 'developer')?.mlLeft).toBe(700);
  });
  test('what another process wrote is seen', () => {
    const other = new Database(databaseFile());
    const number = Number(bottleOf('read', 'developer')?.id);
    other
      .prepare(
        "INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, bottle_number, ml, act) VALUES ('theirs', 'read', 'measured', ?, 6, ?, 450, 'theirs')",
      )
      .run(today(), number);
    other.close();
    expect(bottleOf('read', 'developer')?.mlLeft).toBe(450);
    expect(entriesOfBatch('read').map(({ id }) => id)).toContain('theirs');
    expect(listBatches().find((batch) => batch.id === 'read')?.mlLeft).toBe(450);
  });
});
