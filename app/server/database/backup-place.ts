import { dirname, join } from 'node:path';

/** Where the copies of a book lie: beside it. */
export function copiesBeside(file: string): string {
  return join(dirname(file), 'backups');
}
