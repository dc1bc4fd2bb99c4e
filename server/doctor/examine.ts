import Database from 'better-sqlite3';
import { accessSync, constants, existsSync, readFileSync, statfsSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { X509Certificate } from 'node:crypto';
import { dirname, join } from 'node:path';
import { backupFolder, listBackups } from '../../app/server/database/backups.server.ts';
import { faultOfBackup } from '../../app/server/database/copy-book.server.ts';
import { faultOf } from '../../app/server/database/database-fault.ts';
import { migrationsIn } from '../../app/server/database/migrate.ts';
import { houseFolder } from '../../app/server/house.ts';
import { isHeld } from '../hold-alone.ts';
import { asTyped } from '../installed/as-typed.ts';
import { houseAddresses } from '../house/addresses.ts';
import { bad, good, note, type Finding } from './findings.ts';

const DAY_MS = 86_400_000;
/** An evening needs a megabyte; a copy as much as the book. */
const ROOM_BYTES = 200e6;
const OLD_COPY_DAYS = 7;
const NODE_FROM = 20;

export interface Examined {
  readonly root: string;
  readonly file: string;
  readonly port: number;
  readonly nowMs: number;
}

/** Everything that has to be right for an evening, looked at without changing anything. */
export async function examine({ root, file, port, nowMs }: Examined): Promise<Finding[]> {
  const running = isHeld(file);
  return [
    node(),
    build(root),
    ...book(file, nowMs),
    room(file),
    copies(file, nowMs),
    running ? good('The server', 'runs on this book now') : await freeDoor(port),
    ...house(file, nowMs),
  ];
}

function node(): Finding {
  const version = Number(process.versions.node.split('.')[0]);
  return version >= NODE_FROM
    ? good('Node', process.version)
    : bad('Node', `${process.version} is too old`, `Install Node ${NODE_FROM} or newer.`);
}

function build(root: string): Finding {
  return existsSync(join(root, 'build', 'serve.mjs')) && existsSync(join(root, 'build', 'server', 'index.js'))
    ? good('The program', 'is built')
    : bad('The program', 'is not built', 'Run: npm run build; or install it again');
}

/** The file itself, opened for reading only: whole, of this version, writable, and not ahead of the clock. */
function book(file: string, nowMs: number): Finding[] {
  const what = 'The book';
  if (!existsSync(file))
    return [
      note(what, `is not there yet: ${file}`, 'It is made when Steady Reel is first started. Does STEADY_REEL_DB name another file?'),
    ];
  let database: Database.Database | null = null;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    const said = database.pragma('integrity_check(1)', { simple: true });
    if (said !== 'ok') throw Object.assign(new Error(String(said)), { code: 'SQLITE_CORRUPT' });
    const version = database.pragma('user_version', { simple: true }) as number;
    const newest = migrationsIn('migrations').at(-1)?.version ?? 0;
    if (version > newest)
      return [
        bad(
          what,
          `was written by a newer Steady Reel (${version}; this one knows ${newest})`,
          `Start the newer one, or put back the copy from before its update: ${asTyped('restore')}`,
        ),
      ];
    const size = `${(statSync(file).size / 1e6).toFixed(1)} MB, every page whole`;
    const whole =
      version < newest
        ? note(what, `${size}; of version ${version}`, `It is brought to version ${newest} at the next start, and copied before.`)
        : good(what, size);
    return [whole, writable(file), clock(database, nowMs)];
  } catch (error) {
    return [bad(what, faultOf(error, file)?.message ?? String(error), `Put the newest good copy in its place: ${asTyped('restore')}`)];
  } finally {
    database?.close();
  }
}

function writable(file: string): Finding {
  try {
    accessSync(file, constants.W_OK);
    accessSync(dirname(file), constants.W_OK);
    return good('Writing', 'the book and its folder may be written');
  } catch {
    return bad(
      'Writing',
      `${file} or its folder may not be written`,
      'Give them back their write permission: what you do would not be kept.',
    );
  }
}

/** The clock alone, for the server's start; null where there is no book to hold it against. */
export function clockAgainst(file: string, nowMs: number): Finding | null {
  let database: Database.Database | null = null;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    return clock(database, nowMs);
  } catch {
    return null;
  } finally {
    database?.close();
  }
}

/** A clock behind the last entry was set wrong, or one of the entries was made while it was. */
function clock(database: Database.Database, nowMs: number): Finding {
  const last = database.prepare('SELECT max(at_ms) FROM run_events').pluck().get() as number | null;
  const now = new Date(nowMs).toString().slice(0, 24);
  if (last === null || last <= nowMs + DAY_MS) return good('The clock', now);
  const ahead = Math.round((last - nowMs) / DAY_MS);
  return bad(
    'The clock',
    `says ${now}, ${ahead} days before the last entry of the book`,
    'Set this machine’s clock. Runs would be logged on a wrong day.',
  );
}

function room(file: string): Finding {
  let folder = dirname(file);
  while (!existsSync(folder) && folder !== dirname(folder)) folder = dirname(folder);
  const { bavail, bsize } = statfsSync(folder);
  const free = bavail * bsize;
  const says = `${(free / 1e9).toFixed(1)} GB free`;
  return free > ROOM_BYTES ? good('The disk', says) : bad('The disk', says, 'Make room: with a full disk nothing more is kept.');
}

function copies(file: string, nowMs: number): Finding {
  const [last, ...others] = listBackups(file);
  if (!last)
    return note('Copies', `none in ${backupFolder(file)}`, `One is made each day that Steady Reel runs, or by: ${asTyped('backup')}`);
  const fault = faultOfBackup(join(backupFolder(file), last.name));
  if (fault) return bad('Copies', `the newest, ${last.name}, is no use: ${fault}`, `Make another: ${asTyped('backup')}`);
  const days = Math.floor((nowMs - last.atMs) / DAY_MS);
  const says = `${others.length + 1}, the newest ${days === 0 ? 'of the last 24 hours' : `${days} days old`} and whole`;
  return days > OLD_COPY_DAYS ? note('Copies', says, asTyped('backup')) : good('Copies', says);
}

async function freeDoor(port: number): Promise<Finding> {
  const free = await new Promise<boolean>((resolve) => {
    const tried = createServer();
    tried.once('error', () => resolve(false));
    tried.listen(port, '127.0.0.1', () => tried.close(() => resolve(true)));
  });
  return free
    ? good('The door', `port ${port} is free`)
    : bad('The door', `another program listens on port ${port}`, `Start with another one: PORT=${port + 10} npm start`);
}

function house(file: string, nowMs: number): Finding[] {
  const folder = houseFolder(file);
  const certificate = join(folder, 'server.crt');
  const addresses = houseAddresses();
  const network =
    addresses.length > 0
      ? good('The network', `this machine is ${addresses.join(', ')}`)
      : note('The network', 'this machine has no address in a network', 'A phone cannot reach it; the laptop itself can.');
  if (!existsSync(certificate)) return [network, note('The certificate', 'is made when the house is first opened')];
  try {
    const open = ['authority.key', 'server.key'].filter((name) => (statSync(join(folder, name)).mode & 0o077) !== 0);
    if (open.length > 0)
      return [
        network,
        bad(
          'The certificate',
          `others may read its key (${open.join(', ')})`,
          `chmod 600 ${open.map((name) => join(folder, name)).join(' ')}`,
        ),
      ];
    const days = Math.floor((Date.parse(new X509Certificate(readFileSync(certificate)).validTo) - nowMs) / DAY_MS);
    return [
      network,
      days > 0
        ? good('The certificate', `good for ${days} days; renewed by itself`)
        : note('The certificate', 'has ended', 'It is renewed when the house is next opened.'),
    ];
  } catch {
    return [network, bad('The certificate', 'cannot be read', `Delete ${certificate}: it is made anew when the house is next opened.`)];
  }
}
