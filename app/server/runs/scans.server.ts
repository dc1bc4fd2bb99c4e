import { mkdirSync, renameSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { nanoid } from 'nanoid';
import { previewFile, proposalFile } from './scan-files.ts';
import { databaseFile, sql } from '../database/database.server.ts';

/** A scan that waits to be measured; its file goes once it was. */
export interface StoredScan {
  readonly id: string;
  readonly runId: string;
  readonly fileName: string;
  readonly file: string;
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly atMs: number;
}

/** A scan that nobody measured for so long is let go of: it is never required. */
const KEPT_FOR_MS = 2 * 24 * 3600 * 1000;

const SELECT = 'SELECT id, run_id AS runId, file_name AS fileName, file, width, height, bits, at_ms AS atMs FROM scans';

function folder(): string {
  return join(dirname(databaseFile()), 'scans');
}

/** Takes a file that was received over: it lies on the same disk, so nothing of it is copied. */
export function keepScanFile(received: string): string {
  mkdirSync(folder(), { recursive: true });
  const file = join(folder(), `${nanoid()}.scan`);
  renameSync(received, file);
  return file;
}

/** Lets go of a scan; a large file takes the disk a while, and nobody waits for that. */
export async function dropFile(file: string): Promise<void> {
  await Promise.all([file, previewFile(file), proposalFile(file)].map((each) => rm(each, { force: true })));
}

export function addScan(scan: StoredScan): void {
  sql(
    `INSERT INTO scans (id, run_id, file_name, file, width, height, bits, at_ms)
     VALUES (@id, @runId, @fileName, @file, @width, @height, @bits, @atMs)`,
  ).run(scan);
}

export function findScan(id: string): StoredScan | null {
  return (sql(`${SELECT} WHERE id = ?`).get(id) as StoredScan | undefined) ?? null;
}

export async function dropScan(id: string): Promise<void> {
  const scan = findScan(id);
  if (!scan) return;
  sql('DELETE FROM scans WHERE id = ?').run(id);
  await dropFile(scan.file);
}

/** Scans that were brought and never measured. */
export async function dropOldScans(nowMs: number): Promise<void> {
  for (const { id } of sql('SELECT id FROM scans WHERE at_ms < ?').all(nowMs - KEPT_FOR_MS) as { id: string }[]) await dropScan(id);
}
