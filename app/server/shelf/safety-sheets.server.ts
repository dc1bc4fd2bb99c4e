import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { nanoid } from 'nanoid';
import { databaseFile, sql } from '../database/database.server.ts';

/** What a kit's safety sheet says: typed in, or kept as a file beside the database. */
export interface SafetySheet {
  readonly kitId: string;
  readonly contains: string;
  readonly fileName: string | null;
  readonly bytes: number | null;
}

export const MOST_SHEET_BYTES = 10_000_000;

const SELECT = 'SELECT kit_id AS kitId, contains, file_name AS fileName, bytes, file FROM safety_sheets';

function folder(): string {
  return join(dirname(databaseFile()), 'safety-sheets');
}

export function safetySheets(): ReadonlyMap<string, SafetySheet> {
  return new Map(
    (sql(SELECT).all() as SafetySheet[]).map(({ kitId, contains, fileName, bytes }) => [kitId, { kitId, contains, fileName, bytes }]),
  );
}

export function saveContains(kitId: string, contains: string, atMs: number): void {
  sql(
    `INSERT INTO safety_sheets (kit_id, contains, changed_at_ms) VALUES (?, ?, ?)
     ON CONFLICT (kit_id) DO UPDATE SET contains = excluded.contains, changed_at_ms = excluded.changed_at_ms`,
  ).run(kitId, contains, atMs);
}

/** A PDF begins with its name; whatever else is sent is none, whatever it calls itself. */
export function isPdf(bytes: Uint8Array): boolean {
  return Buffer.from(bytes.subarray(0, 5)).toString('latin1') === '%PDF-';
}

/** Keeps a sheet's file; the one before it goes only once the new one is there. */
export function saveSheetFile(kitId: string, name: string, bytes: Uint8Array, atMs: number): void {
  mkdirSync(folder(), { recursive: true });
  const before = fileOf(kitId);
  const file = `${nanoid()}.pdf`;
  writeFileSync(join(folder(), file), bytes, { flush: true });
  sql(
    `INSERT INTO safety_sheets (kit_id, file_name, file, bytes, changed_at_ms) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (kit_id) DO UPDATE SET file_name = excluded.file_name, file = excluded.file, bytes = excluded.bytes,
       changed_at_ms = excluded.changed_at_ms`,
  ).run(kitId, name, file, bytes.length, atMs);
  if (before) rmSync(join(folder(), before), { force: true });
}

export function dropSheetFile(kitId: string, atMs: number): void {
  const before = fileOf(kitId);
  sql('UPDATE safety_sheets SET file_name = NULL, file = NULL, bytes = NULL, changed_at_ms = ? WHERE kit_id = ?').run(atMs, kitId);
  if (before) rmSync(join(folder(), before), { force: true });
}

function fileOf(kitId: string): string | null {
  return (sql('SELECT file FROM safety_sheets WHERE kit_id = ?').get(kitId) as { file: string | null } | undefined)?.file ?? null;
}

/** A kept file; null when there is none, or when it was taken out of the data folder. */
export function readSheetFile(kitId: string): { readonly name: string; readonly bytes: Buffer } | null {
  const row = sql(`${SELECT} WHERE kit_id = ?`).get(kitId) as (SafetySheet & { file: string | null }) | undefined;
  if (!row?.file || row.fileName === null) return null;
  try {
    return { name: row.fileName, bytes: readFileSync(join(folder(), row.file)) };
  } catch {
    return null;
  }
}
