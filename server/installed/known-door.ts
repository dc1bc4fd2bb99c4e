import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const at = (file: string) => `${file}.door`;

/** Remembers on which port this book is served, and by which version, for who starts it a second time. */
export function rememberDoor(file: string, port: number): void {
  try {
    writeFileSync(at(file), `${port} ${versionHere()}`, { mode: 0o600 });
  } catch {
    // Only a convenience: what is the matter with the folder is said by the book itself.
  }
}

export function forgetDoor(file: string): void {
  rmSync(at(file), { force: true });
}

export interface KnownDoor {
  readonly port: number;
  /** Empty where a version wrote it that did not say. */
  readonly version: string;
}

/** Where it runs; null where nobody wrote it down. */
export function knownDoor(file: string): KnownDoor | null {
  try {
    const [port = '', version = ''] = readFileSync(at(file), 'utf8').split(' ');
    return /^[1-9]\d{0,4}$/.test(port) ? { port: Number(port), version } : null;
  } catch {
    return null;
  }
}

/** Everything that is started stands in the folder that its package is described in. */
export function versionHere(root = '.'): string {
  return (JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string }).version;
}
