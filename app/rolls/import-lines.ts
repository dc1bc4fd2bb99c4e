import { readFileSync, rmSync } from 'node:fs';
import { parentPort } from 'node:worker_threads';
import type { FromReader, ToReader } from './import-messages.ts';
import { knownRolls } from './known-rolls.server.ts';
import { decodeText, guessColumns, readRows, readTable, tooMuchToRead, type GoodRow, type ReadTable, type RollColumn } from './roll-csv.ts';

/**
 * Reads a rolls file in a thread of its own, so that a hundred thousand lines hold up nobody's clock. What it found is
 * handed over in portions.
 */
const PORTION = 250;
/** Between two portions: a thread that hands over as fast as it can fills the other's whole turn. */
const PAUSE_MS = 3;
let table: ReadTable | null = null;
let isKnown: (row: GoodRow) => boolean = () => false;

const say = (message: FromReader): void => parentPort?.postMessage(message);

parentPort?.on('message', (message: ToReader) => void answer(message));

async function answer(message: ToReader): Promise<void> {
  try {
    if (message.kind !== 'columns') {
      const text = message.kind === 'text' ? message.text : decodeText(received(message.path));
      const tooMuch = tooMuchToRead(text);
      if (tooMuch !== null) return say({ kind: 'failed', message: tooMuch });
      table = readTable(text);
      if (table.headings.length === 0 || table.rows.length === 0) {
        say({ kind: 'nothing' });
        return;
      }
      isKnown = knownRolls(message.database);
      await look(table, guessColumns(table.headings));
    } else if (table) await look(table, message.columns);
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : 'The file could not be read.' });
  }
}

function received(path: string): Uint8Array {
  const bytes = readFileSync(path);
  rmSync(path, { force: true });
  return bytes;
}

async function look(from: ReadTable, columns: Record<RollColumn, number>): Promise<void> {
  say({ kind: 'begun', headings: from.headings, columns, lines: from.rows.length });
  for (let at = 0; at < from.rows.length; at += PORTION) {
    const rows = readRows({ headings: from.headings, rows: from.rows.slice(at, at + PORTION) }, columns, at);
    const known = rows.filter((row): row is GoodRow => row.ok && isKnown(row));
    say({ kind: 'rows', rows: rows.filter((row) => !row.ok || !isKnown(row)), known, read: Math.min(at + PORTION, from.rows.length) });
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
  }
  say({ kind: 'done' });
}
