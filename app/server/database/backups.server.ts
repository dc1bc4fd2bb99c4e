import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import Database from 'better-sqlite3';
import { liveRunTitle } from '../runs/runs.server.ts';
import { inThread } from '../thread/in-thread.server.ts';
import { copiesBeside } from './backup-place.ts';
import { copyBook, faultOfBackup } from './copy-book.server.ts';
import { DatabaseFault } from './database-fault.ts';
import { closeDatabase, databaseFile, db, openAtStart, openDatabase } from './database.server.ts';

/** Copies of each day are kept for so many days; those made by a press, and those from before a restore or an update, stay. */
const DAILY_KEPT = 14;

export type BackupKind = 'daily' | 'by-hand' | 'before-restore' | 'before-update';

export interface Backup {
  readonly name: string;
  readonly kind: BackupKind;
  readonly atMs: number;
  readonly bytes: number;
}

export function backupFolder(file = databaseFile()): string {
  return copiesBeside(file);
}

const NAME = /^(daily|by-hand|before-restore|before-update)-(\d{4}-\d{2}-\d{2})(?:-(\d{6}))?(?:-\d+)?\.db$/;

/** Copies that there are, the newest first. Whatever else lies in the folder is none. */
export function listBackups(file = databaseFile()): Backup[] {
  const folder = backupFolder(file);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      const read = NAME.exec(name);
      if (!read) return [];
      const { mtimeMs, size } = statSync(join(folder, name));
      return [{ name, kind: read[1] as BackupKind, atMs: mtimeMs, bytes: size }];
    })
    .sort((a, b) => b.atMs - a.atMs);
}

/**
 * Makes a copy while the application goes on, by SQLite’s own means, and checks it before it counts: written under
 * another name, looked through, and only then given its own. Throws where there is no room or the copy is not whole.
 */
export async function makeBackup(kind: BackupKind, stamp: string, file = databaseFile(), copy = copiedBeside): Promise<Backup> {
  const folder = backupFolder(file);
  mkdirSync(folder, { recursive: true });
  // What a killed process left half done is of no use to anybody.
  for (const name of readdirSync(folder))
    if (name.startsWith('half-') && statSync(join(folder, name)).mtimeMs < Date.now() - 3_600_000)
      rmSync(join(folder, name), { force: true });
  const half = join(folder, `half-${process.pid}-${Math.random().toString(36).slice(2)}.db`);
  try {
    // A file that was put in the place of the book, or cannot be used, is said before anything is copied.
    if (file === databaseFile()) db();
    const fault = await copy({ from: file, to: half });
    if (fault) throw new Error(`The copy was not kept: ${fault}.`);
    const name = freeName(folder, `${kind}-${stamp}`);
    renameSync(half, join(folder, name));
    if (kind === 'daily') letOldOnesGo(file);
    return listBackups(file).find((backup) => backup.name === name) as Backup;
  } finally {
    for (const suffix of ['', ...BESIDE]) rmSync(half + suffix, { force: true });
  }
}

/** The thread that answers the Bench only waits for it. */
const copiedBeside = async (which: Parameters<typeof copyBook>[0]) => inThread('copy-book', which);

function freeName(folder: string, name: string): string {
  for (let n = 1; ; n++) {
    const free = n === 1 ? `${name}.db` : `${name}-${n}.db`;
    if (!existsSync(join(folder, free))) return free;
  }
}

function letOldOnesGo(file: string): void {
  const daily = listBackups(file).filter(({ kind }) => kind === 'daily');
  for (const { name } of daily.sort((a, b) => (a.name < b.name ? 1 : -1)).slice(DAILY_KEPT))
    rmSync(join(backupFolder(file), name), { force: true });
}

/** One copy for each day on which the application runs. */
export async function backupOfTheDay(day: string): Promise<Backup | null> {
  return existsSync(join(backupFolder(), `daily-${day}.db`)) ? null : makeBackup('daily', day);
}

/** Where a copy of that name lies; null for a name that is none of ours. */
export function findBackup(name: string, file = databaseFile()): string | null {
  return NAME.test(name) && basename(name) === name && existsSync(join(backupFolder(file), name)) ? join(backupFolder(file), name) : null;
}

export interface WouldBeLost {
  readonly what: string;
  readonly count: number;
}

const COUNTED = [
  ['runs that ended', 'SELECT id FROM runs WHERE ended_at_ms IS NOT NULL'],
  ['rolls', 'SELECT id FROM rolls WHERE deleted_at_ms IS NULL'],
  ['batches', 'SELECT id FROM batches'],
  ['entries of bottles', 'SELECT id FROM bottle_entries'],
  ['looks', 'SELECT id FROM looks WHERE deleted_at_ms IS NULL'],
  ['lessons', 'SELECT id FROM lessons WHERE deleted_at_ms IS NULL'],
  ['measured strips', 'SELECT id FROM measures WHERE deleted_at_ms IS NULL'],
] as const;

/** What is in the book now and not in a copy: what restoring it would lose. */
export function wouldBeLost(path: string): WouldBeLost[] {
  const copy = new Database(path, { readonly: true });
  try {
    const idsIn = (database: Database.Database, query: string) => {
      try {
        return new Set(database.prepare(query).pluck().all() as string[]);
      } catch {
        // A copy of an older version has no such table: all of it would be lost.
        return new Set<string>();
      }
    };
    return COUNTED.flatMap(([what, query]) => {
      const there = idsIn(copy, query);
      const count = [...idsIn(db(), query)].filter((id) => !there.has(id)).length;
      return count > 0 ? [{ what, count }] : [];
    });
  } finally {
    copy.close();
  }
}

/** What SQLite keeps beside a file. */
const BESIDE = ['-journal', '-wal', '-shm'] as const;
const WHY_NOT: Partial<Record<DatabaseFault['code'], string>> = {
  'too-new': 'a newer Steady Reel wrote it',
  foreign: 'it belongs to another program',
  damaged: 'it is damaged',
  full: 'the disk is full',
};

export type Restored = { readonly ok: true; readonly kept: string } | { readonly ok: false; readonly says: string };

/**
 * Puts a copy in the place of the book. The present is kept as a copy first; the new file is complete beside the old
 * one before it takes its name, in one step of the file system: killed at any instant, there is the one or the other.
 * Refused while a run is at the Bench.
 */
export async function restoreBackup(path: string, stamp: string, file = databaseFile()): Promise<Restored> {
  if (restoring) return { ok: false, says: 'Another copy is being put in the place of the book just now. Look at what it brought first.' };
  restoring = true;
  try {
    return await restored(path, stamp, file);
  } finally {
    restoring = false;
  }
}

let restoring = false;

/** Books that cannot be opened and are ours all the same: a copy may take their place, and they are set aside as they are. */
const SET_ASIDE: readonly DatabaseFault['code'][] = ['too-new', 'damaged'];

/** What is the matter with the book, where a copy may be put in its place; null for one that opens. */
export function whatIsTheMatter(): DatabaseFault | null {
  const fault = openAtStart();
  if (fault && !SET_ASIDE.includes(fault.code)) throw fault;
  return fault;
}

async function restored(path: string, stamp: string, file: string): Promise<Restored> {
  const fault = faultOfBackup(path);
  if (fault) return { ok: false, says: `That copy cannot be restored: ${fault}. The book is as it was.` };
  if (whatIsTheMatter()) return inPlaceOfOneThatDoesNotOpen(path, stamp, file);
  const live = () =>
    db().prepare("SELECT json_extract(plan, '$.title') FROM runs WHERE state = 'live'").pluck().get() as string | undefined;
  const running = live();
  if (running !== undefined) return { ok: false, says: `${running} is at the Bench. A book is restored when no run is live.` };
  // Nobody is at the Bench whom it could hold up.
  const kept = await makeBackup('before-restore', stamp, file, copyBook);
  const unfit = makeReady(path, file);
  if (unfit) return unfit;
  if (liveRunTitle()) return { ok: false, says: 'A run was begun meanwhile. A book is restored when no run is live.' };
  // Closing writes the log back and takes it away: the new file must not meet the old one’s.
  closeDatabase();
  putInPlace(file);
  return { ok: true, kept: kept.name };
}

/** A book that a newer version wrote, or that is damaged, cannot be copied by its own means: its files are, as they are. */
function inPlaceOfOneThatDoesNotOpen(path: string, stamp: string, file: string): Restored {
  const unfit = makeReady(path, file);
  if (unfit) return unfit;
  const aside = `${file}.set-aside-${stamp}`;
  for (const suffix of ['', ...BESIDE]) if (existsSync(file + suffix)) copyFileSync(file + suffix, aside + suffix);
  putInPlace(file);
  return { ok: true, kept: basename(aside) };
}

const readyBeside = (file: string) => `${file}.restoring`;

/** An old copy is brought up to date beside the book before it counts; says why where it cannot be. */
function makeReady(path: string, file: string): Restored | null {
  const ready = readyBeside(file);
  // What a restore that was killed left, its journal too, is of no use to this one.
  const dropReady = () => ['', ...BESIDE].forEach((suffix) => rmSync(ready + suffix, { force: true }));
  dropReady();
  copyFileSync(path, ready);
  try {
    openDatabase(ready, { keepsCopy: false }).close();
    return null;
  } catch (error) {
    dropReady();
    const said = error instanceof DatabaseFault ? WHY_NOT[error.code] : undefined;
    if (said === undefined) throw error;
    return { ok: false, says: `That copy cannot be restored: ${said}. The book is as it was.` };
  }
}

/** Complete beside the book, it takes its name in one step. */
function putInPlace(file: string): void {
  const ready = readyBeside(file);
  for (const suffix of BESIDE) rmSync(file + suffix, { force: true });
  renameSync(ready, file);
  for (const suffix of BESIDE) rmSync(ready + suffix, { force: true });
  db();
}
