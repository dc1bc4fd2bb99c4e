import { readFile, writeFile } from 'node:fs/promises';
import { answered, refused, type Answer } from '../../../../core/answer.ts';
import { countPatch, densitiesOf, type Encoding } from '../../../../core/inspection/strips/density.ts';
import { proposeRectangles } from '../../../../core/inspection/strips/propose-rectangles.ts';
import type { Rectangles, StripMeasure } from '../../../../core/inspection/strips/strip-measure.ts';
import { DAMAGED, openScan, patchesOf, pictureToKeep, previewOf, smallPictureOf, type Scan } from '../../../../scan/read-scan.ts';
import { proposalOn } from '../measure/proposal.ts';
import { TOO_LARGE } from './too-large.ts';
import { previewFile, proposalFile } from '../../../server/runs/scan-files.ts';

interface ScanFile {
  readonly file: string;
  /** As its owner called it. */
  readonly name: string;
}

interface MeasuredStrip {
  readonly measure: StripMeasure;
  readonly picture: Uint8Array;
}

const tookTooMuch = (error: unknown) => error instanceof Error && /memory|alloc/i.test(error.message);

/** What is made of a scan once, when it is brought in: a picture to mark it on, and where its rectangles likely lie. */
async function prepare({ file, name }: ScanFile): Promise<Answer<Pick<Scan, 'width' | 'height' | 'deep'>>> {
  const scan = await openScan(file, name);
  if (!scan.ok) return scan;
  const { width, height, deep } = scan.value;
  try {
    await writeFile(previewFile(file), await previewOf(scan.value));
    const proposal = proposalOn(scan.value, proposeRectangles(await smallPictureOf(scan.value)));
    await writeFile(proposalFile(file), JSON.stringify(proposal));
  } catch (error) {
    return refused(tookTooMuch(error) ? TOO_LARGE : DAMAGED);
  }
  return answered({ width, height, deep });
}

/** Measures a scan where it was marked, and makes the small picture that is kept of it. */
async function measure({
  file,
  name,
  rectangles,
  encoding,
}: ScanFile & { readonly rectangles: Rectangles; readonly encoding: Encoding }): Promise<Answer<MeasuredStrip>> {
  const scan = await openScan(file, name);
  if (!scan.ok) return scan;
  const patches = await patchesOf(scan.value, rectangles);
  if (!patches.ok) return patches;
  const { light, base, leader } = patches.value;
  const densities = densitiesOf({ light: countPatch(light), base: countPatch(base), leader: countPatch(leader) }, encoding);
  if (!densities.ok) return densities;
  const { width, height } = scan.value;
  const picture = await pictureToKeep(await readFile(previewFile(file)), scan.value, rectangles);
  return answered({ measure: { ...densities.value, encoding, rectangles, width, height }, picture });
}

export const STRIP_JOBS = { prepare, measure } as const;

export type StripJob = keyof typeof STRIP_JOBS;
export type StripQuestion<J extends StripJob> = Parameters<(typeof STRIP_JOBS)[J]>[0];
export type StripAnswer<J extends StripJob> = Awaited<ReturnType<(typeof STRIP_JOBS)[J]>>;
