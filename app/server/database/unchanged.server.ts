import { today } from './clock.server.ts';
import { db, sql } from './database.server.ts';

interface Kept {
  readonly version: string;
  readonly value: unknown;
}

/** One answer a name: a page that is looked at again asks for the same. */
const kept = new Map<string, Kept>();

/**
 * What `work` makes of the book, made again only once the book or the day has changed: looking at a plan a second time
 * plans nothing. `of` says what it is made of where a name has several. The answer is shared, so nobody may change it. Another process that writes to the file is noticed too.
 */
export function whileUnchanged<T>(name: string, work: () => T, of = ''): T {
  // What a transaction sees may yet be taken back.
  if (db().inTransaction) return work();
  const version = `${bookVersion()} ${of}`;
  const before = kept.get(name);
  if (before?.version === version) return before.value as T;
  const value = work();
  // What it wrote itself while it worked, if anything, is no reason to do it again.
  kept.set(name, { version: `${bookVersion()} ${of}`, value });
  return value;
}

/** Rows that were written beside all plans, by connection. */
const beside = new WeakMap<object, number>();

/** Writes what no plan, shelf or logbook is made of, such as what a probe says each second: what was worked out still stands. */
export function besideAllPlans(write: () => void): void {
  const before = changes();
  write();
  beside.set(db(), (beside.get(db()) ?? 0) + changes() - before);
}

function changes(): number {
  return (sql('SELECT total_changes() AS own').get() as { own: number }).own;
}

/** Counts of a connection begin anew with the next one: a book that was restored is another. */
const connections = new WeakMap<object, number>();
let lastConnection = 0;

function bookVersion(): string {
  const connection = connections.get(db()) ?? ++lastConnection;
  connections.set(db(), connection);
  const own = changes() - (beside.get(db()) ?? 0);
  const { data_version: others } = sql('PRAGMA data_version').get() as { data_version: number };
  return `${connection} ${own} ${others} ${today()}`;
}
