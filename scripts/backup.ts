// npm run backup: a copy of the book now, checked, while it is in use or not. STEADY_REEL_DB names the book.
import { format } from 'date-fns';
import { backupFolder, makeBackup } from '../app/server/database/backups.server.ts';
import { copyBook } from '../app/server/database/copy-book.server.ts';
import { databaseFile } from '../app/server/database/database.server.ts';

const backup = await makeBackup('by-hand', format(new Date(), 'yyyy-MM-dd-HHmmss'), databaseFile(), copyBook);
console.log(`Copied ${databaseFile()} to ${backupFolder()}/${backup.name} (${Math.round(backup.bytes / 1000)} kB), and checked it.`);
