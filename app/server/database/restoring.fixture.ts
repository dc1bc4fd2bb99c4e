import { join } from 'node:path';
import { backupFolder, listBackups, restoreBackup } from './backups.server.ts';

/** A process that restores one copy after the other for as long as it is let, and says when it begins. */
const copies = listBackups()
  .filter(({ kind }) => kind === 'by-hand')
  .map(({ name }) => name)
  .sort();
process.stdout.write('ready');
for (let i = 0; ; i++)
  await restoreBackup(join(backupFolder(), copies[i % copies.length] ?? ''), `2026-11-03-1200${String(i % 60).padStart(2, '0')}`);
