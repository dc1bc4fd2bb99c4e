import { readFile, writeFile } from 'node:fs/promises';
import { setImmediate } from 'node:timers/promises';
import type { Answer } from '../../../../core/answer.ts';
import { answered } from '../../../../core/answer.ts';
import { countPatch, densitiesOf, type Encoding, type PatchCounts, type StripPatches } from '../../../../core/inspection/strips/density.ts';
import { proposeRectangles } from '../../../../core/inspection/strips/propose-rectangles.ts';
import { STRIP_PARTS, type Rectangle, type Rectangles, type StripMeasure } from '../../../../core/inspection/strips/strip-measure.ts';
import { openScan, patchesOf, pictureToKeep, previewOf, smallPictureOf, type Scan } from '../../../../scan/read-scan.ts';
import { previewFile, proposalFile, type StoredScan } from '../../../server/runs/scans.server.ts';
import { within } from './rectangle-moves.ts';

export interface MeasuredStrip {
  readonly measure: StripMeasure;
  readonly picture: Buffer;
}

/** Measures a scan where it was marked, and makes the small picture that is kept of it. */
export async function measureStrip(stored: StoredScan, rectangles: Rectangles, encoding: Encoding): Promise<Answer<MeasuredStrip>> {
  const scan = await openScan(stored.file, stored.fileName);
  if (!scan.ok) return scan;
  const patches = await patchesOf(scan.value, rectangles);
  if (!patches.ok) return patches;
  const densities = densitiesOf(await countedInTurn(patches.value), encoding);
  if (!densities.ok) return densities;
  const { width, height } = scan.value;
  const picture = await pictureToKeep(await readFile(previewFile(stored.file)), scan.value, rectangles);
  return answered({ measure: { ...densities.value, encoding, rectangles, width, height }, picture });
}

/** One patch after the other, and whoever asks for the time meanwhile gets it. */
async function countedInTurn(patches: StripPatches): Promise<Record<keyof StripPatches, PatchCounts>> {
  const counted: Partial<Record<keyof StripPatches, PatchCounts>> = {};
  for (const part of STRIP_PARTS) {
    counted[part] = countPatch(patches[part]);
    await setImmediate();
  }
  return counted as Record<keyof StripPatches, PatchCounts>;
}

export interface Proposal {
  readonly rectangles: Rectangles;
  /** False where nothing was found and they only lie side by side. */
  readonly found: boolean;
}

const SIDE_BY_SIDE: Rectangles = {
  light: { x: 0.1, y: 0.4, w: 0.2, h: 0.2 },
  base: { x: 0.4, y: 0.4, w: 0.2, h: 0.2 },
  leader: { x: 0.7, y: 0.4, w: 0.2, h: 0.2 },
};

/** Rectangles given in shares of a scan, in its own pixels. */
function inPixels(shares: Rectangles, scan: Pick<Scan, 'width' | 'height'>): Rectangles {
  const one = ({ x, y, w, h }: Rectangle) => within({ x: x * scan.width, y: y * scan.height, w: w * scan.width, h: h * scan.height }, scan);
  return { light: one(shares.light), base: one(shares.base), leader: one(shares.leader) };
}

/** What is made of a scan once, when it is brought in: a picture to mark it on, and where its rectangles likely lie. */
export async function prepareScan(file: string, scan: Scan): Promise<void> {
  await writeFile(previewFile(file), await previewOf(scan));
  const shares = proposeRectangles(await smallPictureOf(scan));
  const proposal: Proposal = { rectangles: inPixels(shares ?? SIDE_BY_SIDE, scan), found: shares !== null };
  await writeFile(proposalFile(file), JSON.stringify(proposal));
}

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
    : { rectangles: inPixels(SIDE_BY_SIDE, stored), found: false };
}
