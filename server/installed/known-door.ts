import { readFileSync, rmSync, writeFileSync } from 'node:fs';

const at = (file: string) => `${file}.door`;

/** Remembers on which port this book is served, for who starts it a second time. */
export function rememberDoor(file: string, port: number): void {
  try {
    writeFileSync(at(file), String(port), { mode: 0o600 });
  } catch {
    // Only a convenience: what is the matter with the folder is said by the book itself.
  }
}

export function forgetDoor(file: string): void {
  rmSync(at(file), { force: true });
}

/** The port on which it runs; null where nobody wrote it down. */
export function knownDoor(file: string): number | null {
  try {
    const port = Number(readFileSync(at(file), 'utf8'));
    return Number.isInteger(port) && port > 0 ? port : null;
  } catch {
    return null;
  }
}
