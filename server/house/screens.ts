import Database from 'better-sqlite3';
import { createHash, randomBytes } from 'node:crypto';
import type { Role } from './invitation.ts';

/** A screen that was let in. Its key is kept here as a hash only. */
export interface Screen {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly letInAtMs: number;
  readonly seenAtMs: number;
  /** Whether it has come over the safe way: its key then counts there alone. */
  readonly secure: boolean;
}

/** Whether a key came over TLS. A key that once went over plain http is never trusted more than that. */
export type Way = 'plain' | 'secure';

const SEEN_EVERY_MS = 60_000;
const hashOf = (key: string) => createHash('sha256').update(key).digest();
const TABLE = `CREATE TABLE IF NOT EXISTS screens (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('book', 'bench')),
  plain_hash BLOB UNIQUE,
  secure_hash BLOB UNIQUE,
  let_in_at_ms INTEGER NOT NULL,
  seen_at_ms INTEGER NOT NULL,
  taken_off_at_ms INTEGER
) STRICT`;
const COLUMNS = 'id, name, role, let_in_at_ms AS letInAtMs, seen_at_ms AS seenAtMs, secure_hash IS NOT NULL AS secure';

/**
 * Who may come in. It lies in a file of its own and not in the book: a book is copied, given away and brought back, and
 * none of that may let a screen in again that was taken off.
 */
export class Screens {
  private readonly database: Database.Database;

  /** Where the folder cannot be written nobody new stays known over a restart, and everything else goes on. */
  constructor(file: string) {
    this.database = opened(file);
  }

  list(): Screen[] {
    const rows = this.database.prepare(`SELECT ${COLUMNS} FROM screens WHERE taken_off_at_ms IS NULL ORDER BY let_in_at_ms, id`).all();
    return rows.map(screenOf);
  }

  /** Lets a screen in. Returns its key, which is not kept and cannot be shown again. */
  letIn(name: string, role: Role, way: Way, nowMs: number): { readonly screen: Screen; readonly key: string } {
    const key = randomBytes(32).toString('base64url');
    const id = randomBytes(9).toString('base64url');
    this.database
      .prepare(
        `INSERT INTO screens (id, name, role, ${way}_hash, let_in_at_ms, seen_at_ms) VALUES (:id, :name, :role, :hash, :nowMs, :nowMs)`,
      )
      .run({ id, name, role, hash: hashOf(key), nowMs });
    return { screen: { id, name, role, letInAtMs: nowMs, seenAtMs: nowMs, secure: way === 'secure' }, key };
  }

  /** A screen that came in by the plain way is let in by the safe one; the key that could be overheard ends with it. */
  move(id: string, name: string, role: Role): string {
    const key = randomBytes(32).toString('base64url');
    this.database
      .prepare('UPDATE screens SET name = ?, role = ?, plain_hash = NULL, secure_hash = ? WHERE id = ? AND taken_off_at_ms IS NULL')
      .run(name, role, hashOf(key), id);
    return key;
  }

  /** The screen that a key belongs to; null for no key, a wrong one, and one that was taken off. */
  byKey(key: string, way: Way, nowMs: number): Screen | null {
    const row = this.database.prepare(`SELECT ${COLUMNS} FROM screens WHERE ${way}_hash = ? AND taken_off_at_ms IS NULL`).get(hashOf(key));
    if (!row) return null;
    const screen = screenOf(row);
    this.note(screen, nowMs);
    return screen;
  }

  private note(screen: Screen, nowMs: number): void {
    if (Math.abs(nowMs - screen.seenAtMs) <= SEEN_EVERY_MS) return;
    try {
      this.database.prepare('UPDATE screens SET seen_at_ms = ? WHERE id = ?').run(nowMs, screen.id);
    } catch {
      // A full disk keeps nobody out in the middle of a developer; it is noted the next time.
    }
  }

  rename(id: string, name: string): void {
    this.database.prepare('UPDATE screens SET name = ? WHERE id = ?').run(name, id);
  }

  takeOff(id: string, nowMs: number): void {
    this.database.prepare('UPDATE screens SET taken_off_at_ms = ?, plain_hash = NULL, secure_hash = NULL WHERE id = ?').run(nowMs, id);
  }

  close(): void {
    this.database.pragma('wal_checkpoint(TRUNCATE)');
    this.database.close();
  }
}

function opened(file: string): Database.Database {
  for (const place of [file, ':memory:']) {
    let database: Database.Database | null = null;
    try {
      database = new Database(place);
      database.pragma('journal_mode = WAL');
      database.pragma('synchronous = FULL');
      database.exec(TABLE);
      database.prepare(`SELECT ${COLUMNS}, plain_hash, taken_off_at_ms FROM screens`);
      database.pragma('user_version = 1');
      return database;
    } catch (error) {
      database?.close();
      console.error(`Screens that may come in cannot be kept in ${place}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
  throw new Error('SQLite cannot open even a database in memory.');
}

function screenOf(row: unknown): Screen {
  const { secure, ...rest } = row as Omit<Screen, 'secure'> & { readonly secure: number };
  return { ...rest, secure: secure === 1 };
}
