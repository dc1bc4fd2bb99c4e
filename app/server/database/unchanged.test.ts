import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const file = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');
process.env['STEADY_REEL_DB'] = file;

import Database from 'better-sqlite3';
import { storeRoll } from '../shelf/a-shelf.fixture.ts';
import { inTransaction } from './database.server.ts';
import { addProbe, insertReadings } from '../probes.server.ts';
import { waitingRolls } from '../rolls.server.ts';
import { besideAllPlans, whileUnchanged } from './unchanged.server.ts';

let worked = 0;
const rolls = () =>
  whileUnchanged('rolls', () => {
    worked++;
    return waitingRolls().map((roll) => roll.id);
  });

test('a page looked at again plans nothing; whatever is written, here or by another process, is seen at once', () => {
  storeRoll('a');
  expect([rolls(), rolls(), rolls()]).toEqual([['a'], ['a'], ['a']]);
  expect(worked).toBe(1);
  storeRoll('b');
  expect(rolls()).toEqual(['a', 'b']);
  const other = new Database(file);
  other.exec("UPDATE rolls SET state = 'developed' WHERE id = 'a'");
  other.close();
  expect(rolls()).toEqual(['b']);
  expect(worked).toBe(3);
});

test('what was seen inside a transaction that was taken back is not believed afterwards', () => {
  expect(() =>
    inTransaction(() => {
      storeRoll('never');
      expect(rolls()).toEqual(['b', 'never']);
      throw new Error('taken back');
    }),
  ).toThrow('taken back');
  expect(rolls()).toEqual(['b']);
});

test('what a probe says each second voids no plan; a roll that is written beside it does', () => {
  addProbe('tub', 'x', 1);
  const before = [rolls(), worked];
  for (let second = 0; second < 20; second++) insertReadings('tub', [{ atMs: second * 1000, c: 38 }], second * 1000);
  besideAllPlans(() => undefined);
  expect([rolls(), worked]).toEqual(before);
  storeRoll('c');
  insertReadings('tub', [{ atMs: 30_000, c: 38 }], 30_000);
  expect(rolls()).toEqual(['b', 'c']);
});
