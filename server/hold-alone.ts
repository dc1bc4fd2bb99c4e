import Database from 'better-sqlite3';
import { existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';

export interface Held {
  /** Why this server must not use the file, in a sentence; null where it may. */
  readonly refusal: string | null;
  readonly letGo: () => void;
}

/**
 * Holds a file for this server alone, for as long as it lives. Two servers on one file would each tell only their own
 * screens what was done. The hold is a lock of the system on a small file beside the book, so a server that was killed
 * holds nothing.
 */
export function holdAlone(file: string): Held {
  let lock: Database.Database | null = null;
  try {
    mkdirSync(dirname(file), { recursive: true });
    lock = new Database(`${file}.in-use`, { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
    const held = lock;
    return { refusal: null, letGo: () => held.close() };
  } catch (error) {
    lock?.close();
    const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
    if (!code.startsWith('SQLITE_BUSY'))
      // Where not even this file can be written, what is the matter with the book itself is said by its own rules.
      return { refusal: null, letGo: () => {} };
    return {
      refusal: `Another Steady Reel already uses ${file}. Open the one that runs, or end it first; a second one on the same file would not tell its screens what the first one’s do.`,
      letGo: () => {},
    };
  }
}

/** Whether a server holds the file at this moment. */
export function isHeld(file: string): boolean {
  if (!existsSync(`${file}.in-use`)) return false;
  const held = holdAlone(file);
  held.letGo();
  return held.refusal !== null;
}
