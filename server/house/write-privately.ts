import { chmodSync, mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';

/** Writes a file that its owner alone reads, whole or not at all. */
export function writePrivately(file: string, text: string): void {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  chmodSync(dirname(file), 0o700);
  const half = `${file}.half`;
  writeFileSync(half, text, { mode: 0o600 });
  chmodSync(half, 0o600);
  renameSync(half, file);
}
