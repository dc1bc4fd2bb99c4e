import { createHash } from 'node:crypto';
import type { ArrangedRun } from '../../../core/evening/evening.ts';

/** Which arrangement a page showed, in a few letters: each of its forms carries that and not the arrangement. */
export function arrangedAs(runs: readonly ArrangedRun[]): string {
  const said = JSON.stringify(runs.map(({ tankId, batchId, rollIds }) => [tankId, batchId, rollIds]));
  return createHash('sha256').update(said).digest('base64url').slice(0, 16);
}
