import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { nanoid } from 'nanoid';
import { databaseFile } from '../../server/database/database.server.ts';

/** A book that was brought lies here until it is taken in or a day has passed: looking at what it would do changes nothing. */
const KEPT_FOR_MS = 24 * 3600 * 1000;

function folder(): string {
  return join(dirname(databaseFile()), 'books-brought');
}

export function keepBook(text: string, fileName: string): string {
  mkdirSync(folder(), { recursive: true });
  for (const name of readdirSync(folder()))
    if (statSync(join(folder(), name)).mtimeMs < Date.now() - KEPT_FOR_MS) rmSync(join(folder(), name), { force: true });
  const id = nanoid();
  writeFileSync(join(folder(), `${id}.json`), text);
  writeFileSync(join(folder(), `${id}.name`), fileName);
  return id;
}

export function keptBook(id: string): { readonly text: string; readonly fileName: string } | null {
  if (!/^[\w-]{10,40}$/.test(id)) return null;
  try {
    return { text: readFileSync(join(folder(), `${id}.json`), 'utf8'), fileName: readFileSync(join(folder(), `${id}.name`), 'utf8') };
  } catch {
    return null;
  }
}

export function dropBook(id: string): void {
  if (/^[\w-]{10,40}$/.test(id)) for (const ending of ['json', 'name']) rmSync(join(folder(), `${id}.${ending}`), { force: true });
}
