import { join } from 'node:path';
import { backupFolder, listBackups, restoreBackup } from './backups.server.ts';

/** A process of its own that restores one copy after the other as fast as it can, until it is killed. */
const copies = listBackups()
  .filter(({ kind }) => kind === 'by-hand')
  .map(({ name }) => name)
  .sort();
process.stdout.write('ready');
for (let i = 0; ; i++)
  await restoreBackup(join(backupFolder(), copies[i % copies.length] ?? ''), `2026-11-03-1200${String(i % 60).padStart(2, '0')}`);
