import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { databaseFile } from './database/database.server.ts';

/** What a server that was killed left here. */
const KEPT_FOR_MS = 3_600_000;

/** Where files arrive, on the disk of the book: whoever takes one over only gives it another name. */
export function receivedFolder(): string {
  const at = join(dirname(databaseFile()), 'received');
  mkdirSync(at, { recursive: true });
  for (const name of readdirSync(at))
    if (statSync(join(at, name)).mtimeMs < Date.now() - KEPT_FOR_MS) rmSync(join(at, name), { force: true });
  return at;
}
