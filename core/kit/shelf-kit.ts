import { answered, type Answer } from '../answer.ts';
import { readKit } from './kit-document.ts';
import type { ShelfKit } from './kit.ts';
import { readSingleBath } from './single-bath.ts';

/** Reads an unknown value as what may stand on a shelf: a kit, or a single bath, whose sequence is empty (domain.md 4). */
export function readShelfKit(document: unknown): Answer<ShelfKit> {
  if (!isSingleBath(document)) return readKit(document);
  const read = readSingleBath(document);
  if (!read.ok) return read;
  const { bath, ...head } = read.value;
  return answered({ ...head, baths: [bath], sequence: [] });
}

export function isSingleBath(document: unknown): boolean {
  return typeof document === 'object' && document !== null && 'process' in document && document.process === 'any';
}
