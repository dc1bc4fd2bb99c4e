import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { nanoid } from 'nanoid';
import { databaseFile } from '../../server/database/database.server.ts';

/** A book that was brought lies here until it is taken in or a day has passed: looking at what it would do changes nothing. */
const KEPT_FOR_MS = 24 * 3600 * 1000;

function folder(): string {
  return join(dirname(databaseFile()), 'books-brought');
}

/** Takes over a file that was received. */
export function keepBook(received: string, fileName: string): string {
  mkdirSync(folder(), { recursive: true });
  for (const name of readdirSync(folder()))
    if (statSync(join(folder(), name)).mtimeMs < Date.now() - KEPT_FOR_MS) rmSync(join(folder(), name), { force: true });
  const id = nanoid();
  renameSync(received, join(folder(), `${id}.json`));
  writeFileSync(join(folder(), `${id}.name`), fileName);
  return id;
}

export interface KeptBook {
  readonly path: string;
  readonly bytes: number;
  readonly fileName: string;
}

export function keptBook(id: string): KeptBook | null {
  if (!/^[\w-]{10,40}$/.test(id)) return null;
  const path = join(folder(), `${id}.json`);
  try {
    return { path, bytes: statSync(path).size, fileName: readFileSync(join(folder(), `${id}.name`), 'utf8') };
  } catch {
    return null;
  }
}

export function dropBook(id: string): void {
  if (/^[\w-]{10,40}$/.test(id)) for (const ending of ['json', 'name']) rmSync(join(folder(), `${id}.${ending}`), { force: true });
}
