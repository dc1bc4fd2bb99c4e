import { checkedAgainst } from '../faults-in-words.ts';
import { kitSchema, singleBathSchema } from './kit-schema.ts';
import type { ShelfKit } from './kit.ts';
import { isSingleBath } from './shelf-kit.ts';

/**
 * A kit document as it was stored. It was checked when it was kept (kit-document.ts); here only its shape is, so that a
 * rule that came later never takes a kit away from the batches mixed by it. What has no shape is damage, and is said.
 */
export function readStoredKit(text: string): ShelfKit {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    throw new Error('A stored kit is not JSON: the database is damaged.');
  }
  const single = isSingleBath(document);
  const read = known.get(text) ?? checkedAgainst(single ? singleBathSchema : kitSchema, document);
  if (!read.ok) throw new Error(`A stored kit cannot be read: ${read.errors.map((error) => error.message).join(' ')}`);
  if (!known.has(text) && known.size < MOST_KNOWN) known.set(text, read);
  return single ? { ...(document as ShelfKit), sequence: [] } : (document as ShelfKit);
}

/** Checking costs more than reading, and few kits are in use: a text that was checked is not checked again. */
const known = new Map<string, ReturnType<typeof checkedAgainst>>();
const MOST_KNOWN = 200;
