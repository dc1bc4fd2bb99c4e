import { readFile } from 'node:fs/promises';
import { STRIP_PARTS, type Rectangles } from '../../../../core/inspection/strips/strip-measure.ts';
import type { StoredScan } from '../../../server/runs/scans.server.ts';
import { proposalFile } from '../../../server/runs/scan-files.ts';
import { proposalOn, type Proposal } from './proposal.ts';

/** What was proposed when the scan came; the person has the last word, so a file that cannot be read is as if nothing was found. */
export async function proposedOn(stored: StoredScan): Promise<Proposal> {
  const proposal = await readFile(proposalFile(stored.file), 'utf8')
    .then((text) => JSON.parse(text) as { rectangles?: Partial<Rectangles>; found?: unknown } | null)
    .catch(() => null);
  const whole = STRIP_PARTS.every((part) =>
    (['x', 'y', 'w', 'h'] as const).every((side) => Number.isInteger(proposal?.rectangles?.[part]?.[side])),
  );
  return whole && proposal?.rectangles
    ? { rectangles: proposal.rectangles as Rectangles, found: proposal.found === true }
    : proposalOn(stored, null);
}
