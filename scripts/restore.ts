// npm run restore -- NAME: puts a copy in the place of the book; without a name it says which there are. With --yes it
// asks nothing. STEADY_REEL_DB names the book.
import { createInterface } from 'node:readline/promises';
import Database from 'better-sqlite3';
import { format } from 'date-fns';
import {
  backupFolder,
  findBackup,
  listBackups,
  restoreBackup,
  whatIsTheMatter,
  wouldBeLost,
} from '../app/server/database/backups.server.ts';
import { asTyped } from '../server/installed/as-typed.ts';
import { closeDatabase, databaseFile } from '../app/server/database/database.server.ts';

function fail(message: string): never {
  console.error(message);
  process.exit(1);
}

/** Another program that has the book open would go on with the file that is replaced. */
function isInUse(): boolean {
  const probe = new Database(databaseFile());
  try {
    probe.pragma('locking_mode = EXCLUSIVE');
    probe.exec('BEGIN IMMEDIATE; ROLLBACK');
    return false;
  } catch (error) {
    // One that is damaged is in nobody's hands.
    return /BUSY|LOCKED/.test(String((error as { code?: unknown }).code));
  } finally {
    probe.close();
  }
}

const [name] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
if (name === undefined) {
  const copies = listBackups();
  console.log(copies.length === 0 ? `There is no copy in ${backupFolder()}.` : `Copies in ${backupFolder()}:`);
  for (const copy of copies) console.log(`  ${copy.name}  ${format(copy.atMs, 'yyyy-MM-dd HH:mm')}  ${Math.round(copy.bytes / 1000)} kB`);
  process.exit(0);
}
const path = findBackup(name) ?? fail(`There is no copy “${name}” in ${backupFolder()}. ${asTyped('restore')} lists them.`);
if (isInUse()) fail('Steady Reel is running on this book. Stop it first, or restore from its page: Logbook, The book.');
const fault = whatIsTheMatter();
const lost = fault ? [] : wouldBeLost(path);
console.log(
  fault
    ? `${fault.code === 'too-new' ? 'A newer Steady Reel wrote the book' : 'The book is damaged'}: what it holds beyond the copy cannot be counted here, and is set aside as it is.`
    : lost.length === 0
      ? 'Nothing would be lost: the copy has all that the book has.'
      : `Lost would be: ${lost.map(({ what, count }) => `${count} ${what}`).join(', ')}.`,
);
if (!process.argv.includes('--yes')) {
  const asked = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await asked.question('Restore it? The present is kept as a copy. Type yes: ');
  asked.close();
  if (answer.trim() !== 'yes') fail('Nothing was changed.');
}
const restored = await restoreBackup(path, format(new Date(), 'yyyy-MM-dd-HHmmss'));
if (!restored.ok) fail(restored.says);
closeDatabase();
console.log(`Restored ${name}. What was there before is kept as ${restored.kept}.`);
