import type { Worker } from 'node:worker_threads';
import { nanoid } from 'nanoid';
import { nowMs } from '../server/database/clock.server.ts';
import { databaseFile, inTransactionWithoutDisk } from '../server/database/database.server.ts';
import { addRoll, setRollState } from '../server/rolls.server.ts';
import { startThread } from '../server/thread/start-thread.server.ts';
import type { FromReader, ToRead, ToReader } from './import-messages.ts';
import type { GoodRow, ReadRow, RollColumn } from './roll-csv.ts';

export interface ImportJob {
  readonly id: string;
  readonly startedMs: number;
  phase: 'reading' | 'ready' | 'storing' | 'stored' | 'failed';
  headings: readonly string[];
  columns: Record<RollColumn, number>;
  lines: number;
  /** Lines read, then rolls stored. */
  done: number;
  good: GoodRow[];
  /** Rolls that are here already, by their id or by all that is said of them. */
  known: GoodRow[];
  bad: Extract<ReadRow, { ok: false }>[];
  badCount: number;
  stored: number;
  message: string | null;
  reader: Worker;
}

const jobs = new Map<string, ImportJob>();
const MOST_JOBS = 2;
const READER_HEAP_MB = 320;
const KEPT_MS = 30 * 60_000;
const MOST_BAD_KEPT = 200;
/** So long does a portion take, and so long is the rest after it, in which everybody else has their turn. */
const PORTION_MS = 4;
const REST_MS = 2;

export function findImport(id: string): ImportJob | null {
  return jobs.get(id) ?? null;
}

/** Begins to read a file beside everything else. Old imports that nobody finished make room. */
export function startImport(from: ToRead): ImportJob {
  for (const job of jobs.values()) if (performance.now() - job.startedMs > KEPT_MS) endImport(job.id);
  while (jobs.size >= MOST_JOBS) endImport(jobs.keys().next().value ?? '');
  const job: ImportJob = {
    id: nanoid(),
    startedMs: performance.now(),
    phase: 'reading',
    headings: [],
    columns: {} as Record<RollColumn, number>,
    lines: 0,
    done: 0,
    good: [],
    known: [],
    bad: [],
    badCount: 0,
    stored: 0,
    message: null,
    reader: startThread('csv-reader.mjs', 'app/rolls/import-lines.ts', { maxOldGenerationSizeMb: READER_HEAP_MB }),
  };
  jobs.set(job.id, job);
  job.reader.on('message', (message: FromReader) => hear(job, message));
  job.reader.on('error', (error) => {
    job.phase = 'failed';
    job.message = `The file could not be read: ${error.message}`;
  });
  job.reader.unref();
  ask(job, { ...from, database: databaseFile() });
  return job;
}

/** Reads the same file again with its columns put right. */
export function lookAgain(job: ImportJob, columns: Record<RollColumn, number>): void {
  job.phase = 'reading';
  ask(job, { kind: 'columns', columns });
}

export function endImport(id: string): void {
  void jobs.get(id)?.reader.terminate();
  jobs.delete(id);
}

function ask(job: ImportJob, message: ToReader): void {
  job.reader.postMessage(message);
}

function hear(job: ImportJob, message: FromReader): void {
  switch (message.kind) {
    case 'begun':
      Object.assign(job, { headings: message.headings, columns: message.columns, lines: message.lines, done: 0 });
      Object.assign(job, { good: [], known: [], bad: [], badCount: 0 });
      return;
    case 'rows':
      for (const row of message.rows) {
        if (row.ok) job.good.push(row);
        else {
          job.badCount++;
          if (job.bad.length < MOST_BAD_KEPT) job.bad.push(row);
        }
      }
      job.known.push(...message.known);
      job.done = message.read;
      return;
    case 'done':
      job.phase = 'ready';
      return;
    case 'nothing':
      job.phase = 'failed';
      job.message = 'There is nothing to read yet. The first line names the columns, each further line is a roll.';
      return;
    case 'failed':
      job.phase = 'failed';
      job.message = message.message;
  }
}

/** Stores what was read in portions, each a transaction; whoever asks for the time meanwhile gets it. */
export function storeImport(job: ImportJob, alsoKnown: boolean): void {
  if (job.phase !== 'ready') return;
  const rows = alsoKnown ? [...job.good, ...job.known.map((row) => ({ ...row, id: null }))] : job.good;
  Object.assign(job, { phase: 'storing', lines: rows.length, done: 0 });
  const atMs = nowMs();
  const next = () => {
    try {
      const fromMs = performance.now();
      let done = job.done;
      // The file is still there if the power goes: this need not wait for the disk as an act at the sink must.
      inTransactionWithoutDisk(() => {
        for (; done < rows.length && performance.now() - fromMs < PORTION_MS; done++) {
          const row = rows[done] as GoodRow;
          const id = row.id ?? nanoid();
          addRoll(id, row.roll, atMs + done);
          if (row.state !== 'waiting') setRollState(id, row.state, null);
        }
      });
      job.done = done;
      if (job.done < rows.length) return void setTimeout(next, REST_MS);
      Object.assign(job, { phase: 'stored', stored: rows.length });
      void job.reader.terminate();
    } catch (error) {
      const said = (error as { data?: unknown }).data;
      Object.assign(job, { phase: 'failed', stored: job.done });
      job.message = `${job.done} rolls were stored, then it stopped. ${typeof said === 'string' ? said : 'The fault is ours.'}`;
    }
  };
  setImmediate(next);
}
