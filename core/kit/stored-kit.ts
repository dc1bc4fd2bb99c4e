import { checkedAgainst } from '../faults-in-words.ts';
import { kitSchema } from './kit-schema.ts';
import type { Kit } from './kit.ts';

/**
 * A kit document as it was stored. It was checked when it was kept (kit-document.ts); here only its shape is, so that a
 * rule that came later never takes a kit away from the batches mixed by it. What has no shape is damage, and is said.
 */
export function readStoredKit(text: string): Kit {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    throw new Error('A stored kit is not JSON: the database is damaged.');
  }
  const read = known.get(text) ?? checkedAgainst(kitSchema, document);
  if (!read.ok) throw new Error(`A stored kit cannot be read: ${read.errors.map((error) => error.message).join(' ')}`);
  if (!known.has(text) && known.size < MOST_KNOWN) known.set(text, read);
  return document as Kit;
}

/** Checking costs more than reading, and few kits are in use: a text that was checked is not checked again. */
const known = new Map<string, ReturnType<typeof checkedAgainst>>();
const MOST_KNOWN = 200;
