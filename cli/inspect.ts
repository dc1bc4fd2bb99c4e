import sharp, { type Sharp } from 'sharp';
import { answered, refused, type Answer } from '../core/answer.ts';
import { controlChart, type ChartPoint } from '../core/inspection/control-chart.ts';
import { stripDensities, type Encoding, type Patch, type PerChannel } from '../core/inspection/density.ts';
import type { Inspection, RunFacts } from '../core/inspection/inspection.ts';
import { judge as judgement } from '../core/inspection/judge.ts';
import { chartRequest, densityRequest, judgeRequest } from './requests.ts';
import { readRequest, round } from './request.ts';

/** A picture of a strip is a few million pixels; what is larger than this is no picture of a strip. */
const MOST_PIXELS = 200_000_000;
const PICTURES = ['png', 'tiff', 'jpeg'];

interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

interface DensityRequest {
  readonly file: string;
  readonly encoding?: Encoding;
  readonly light: Rectangle;
  readonly base: Rectangle;
  readonly leader: Rectangle;
}

/** Measures a scan of a strip's end (domain.md 17). Reads 8 and 16 bits; a 16-bit scan is not rounded to 8 on the way. */
export async function density(request: unknown): Promise<Answer<unknown>> {
  const { faults, value } = readRequest<DensityRequest>(densityRequest, request);
  if (faults.length > 0) return refused(...faults);
  const scan = await openScan(value.file);
  if (!scan.ok) return scan;
  const outside = (['light', 'base', 'leader'] as const).filter((name) => {
    const { x, y, w, h } = value[name];
    return x + w > scan.value.width || y + h > scan.value.height;
  });
  if (outside.length > 0) {
    const size = `${scan.value.width} by ${scan.value.height} pixels`;
    return refused(
      ...outside.map((name) => ({
        code: 'out-of-range',
        path: `$.${name}`,
        message: `${name} reaches beyond the picture, which has ${size}.`,
      })),
    );
  }
  let patches: Readonly<Record<'light' | 'base' | 'leader', Patch>>;
  try {
    const [light, base, leader] = await Promise.all([
      patch(scan.value, value.light),
      patch(scan.value, value.base),
      patch(scan.value, value.leader),
    ]);
    patches = { light, base, leader };
  } catch {
    return refused({ code: 'not-a-picture', path: '$.file', message: 'The picture is damaged and could not be read to its end.' });
  }
  const measured = stripDensities(patches, value.encoding ?? 'srgb');
  if (!measured.ok) return measured;
  const { base, leader, range, redGreen, blueGreen } = measured.value;
  const rounded = ({ r, g, b }: PerChannel): PerChannel => ({ r: round(r, 3), g: round(g, 3), b: round(b, 3) });
  return answered({
    base: rounded(base),
    leader: rounded(leader),
    range: rounded(range),
    redGreen: round(redGreen, 3),
    blueGreen: round(blueGreen, 3),
  });
}

interface Scan {
  readonly picture: Sharp;
  readonly width: number;
  readonly height: number;
  readonly deep: boolean;
}

async function openScan(file: string): Promise<Answer<Scan>> {
  const refusal = (message: string) => refused({ code: 'not-a-picture', path: '$.file', message });
  try {
    const picture = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format, width, height, depth, channels, space } = await picture.metadata();
    if (!PICTURES.includes(format)) return refusal(`The scan is ${format}. It can be PNG, TIFF or JPEG.`);
    if (depth !== 'uchar' && depth !== 'ushort')
      return refusal('The scan holds other figures than 8 or 16 bits per channel. Save it as one of those.');
    if (channels < 3 || space === 'cmyk') return refusal('The scan has no red, green and blue. Scan it in colour.');
    return answered({ picture, width, height, deep: depth === 'ushort' });
  } catch {
    return refusal(`“${file.slice(0, 200)}” could not be read as a picture. Give a PNG, TIFF or JPEG file.`);
  }
}

/** The pixels as the file has them: no colour profile is applied, for the encoding is what the person says it is. */
async function patch({ picture, deep }: Scan, { x, y, w, h }: Rectangle): Promise<Patch> {
  const cut = picture.clone().extract({ left: x, top: y, width: w, height: h }).removeAlpha();
  if (!deep) return { pixels: await cut.raw().toBuffer(), most: 255 };
  const bytes = await cut.toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer();
  return { pixels: new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 2), most: 65_535 };
}

interface ChartRequest {
  readonly points: readonly { readonly value: number; readonly good?: boolean }[];
}

export function chart(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<ChartRequest>(chartRequest, request);
  if (faults.length > 0) return refused(...faults);
  const points: readonly ChartPoint[] = value.points.map((point) => ({ value: point.value, good: point.good === true }));
  return answered(controlChart(points));
}

interface JudgeRequest {
  readonly inspection: Inspection;
  readonly run?: RunFacts;
}

export function judge(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<JudgeRequest>(judgeRequest, request);
  if (faults.length > 0) return refused(...faults);
  const { verdict, causes } = judgement(value.inspection, value.run ?? {});
  return answered({
    verdict,
    causes: causes.map(({ id, for: pro, against, now, nextTime }) => ({ id, for: pro, against, now, nextTime })),
  });
}
