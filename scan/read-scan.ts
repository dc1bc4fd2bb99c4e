import sharp, { type Sharp } from 'sharp';
import { answered, refused, type Answer } from '../core/answer.ts';
import type { Patch, StripPatches } from '../core/inspection/strips/density.ts';
import type { SmallPicture } from '../core/inspection/strips/propose-rectangles.ts';
import { STRIP_PARTS, type Rectangle, type Rectangles, type StripPart } from '../core/inspection/strips/strip-measure.ts';
import { inTurn } from './in-turn.ts';

// One thread at a picture: on a small machine the others are for the run that is at the Bench meanwhile.
sharp.concurrency(1);

/** A picture of a strip is a few million pixels; what is larger than this is no picture of a strip. */
const MOST_PIXELS = 200_000_000;
/** A progressive or interlaced one lies in memory as a whole, several times over, until its last line has come. */
const MOST_PROGRESSIVE_PIXELS = 24_000_000;
const PICTURES = ['png', 'tiff', 'jpeg'];
/** Three rectangles side by side are read in one go through the file, as long as their band is no larger than this. */
const MOST_BAND_BYTES = 120_000_000;

export interface Scan {
  readonly picture: Sharp;
  readonly width: number;
  readonly height: number;
  readonly deep: boolean;
}

/** Opens a scan of a strip: PNG, TIFF or JPEG in colour, 8 or 16 bits. Refused with the reason (`not-a-picture`). */
export async function openScan(file: string, name = file): Promise<Answer<Scan>> {
  const refusal = (message: string) => refused({ code: 'not-a-picture', path: '$.file', message });
  try {
    // Decoding is limited in its own right: what is written in a header is only a claim.
    const picture = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error', sequentialRead: true });
    const { format, width, height, depth, channels, space, isProgressive } = await picture.metadata();
    if (!PICTURES.includes(format)) return refusal(`The scan is ${format}. It can be PNG, TIFF or JPEG.`);
    if (width * height > MOST_PIXELS)
      return refusal(
        `The scan says that it has ${Math.round((width * height) / 1e6)} million pixels. Up to ${MOST_PIXELS / 1e6} million are read; a strip’s end needs far fewer.`,
      );
    if (isProgressive && width * height > MOST_PROGRESSIVE_PIXELS)
      return refusal(
        `The scan is saved ${format === 'png' ? 'interlaced' : 'as progressive'}, and so it can have up to ${MOST_PROGRESSIVE_PIXELS / 1e6} million pixels; it has ${Math.round((width * height) / 1e6)}. Save it without that, or only the strip’s end.`,
      );
    if (depth !== 'uchar' && depth !== 'ushort')
      return refusal('The scan holds other figures than 8 or 16 bits per channel. Save it as one of those.');
    if (channels < 3 || space === 'cmyk') return refusal('The scan has no red, green and blue. Scan it in colour.');
    return answered({ picture, width, height, deep: depth === 'ushort' });
  } catch {
    return refusal(`“${name.slice(0, 200)}” could not be read as a picture. Give a PNG, TIFF or JPEG file.`);
  }
}

export const DAMAGED = {
  code: 'not-a-picture',
  path: '$.file',
  message: 'The picture is damaged and could not be read to its end.',
} as const;

/**
 * The pixels of three rectangles, as the file has them: no colour profile is applied, for the encoding is what the
 * person says it is (domain.md 17). A 16-bit scan is not rounded to 8 on the way. Errors: `out-of-range` for a rectangle
 * beyond the picture, `not-a-picture` for one that is damaged.
 */
export async function patchesOf(scan: Scan, rectangles: Rectangles): Promise<Answer<StripPatches>> {
  const outside = STRIP_PARTS.filter((name) => {
    const { x, y, w, h } = rectangles[name];
    return x + w > scan.width || y + h > scan.height;
  });
  if (outside.length > 0) {
    const size = `${scan.width} by ${scan.height} pixels`;
    return refused(
      ...outside.map((name) => ({
        code: 'out-of-range',
        path: `$.${name}`,
        message: `${name} reaches beyond the picture, which has ${size}.`,
      })),
    );
  }
  try {
    return answered(
      await inTurn(() => (bandBytes(scan, rectangles) <= MOST_BAND_BYTES ? inOnePass(scan, rectangles) : oneByOne(scan, rectangles))),
    );
  } catch {
    return refused(DAMAGED);
  }
}

function bandOf(rectangles: Rectangles): Rectangle {
  const all = STRIP_PARTS.map((name) => rectangles[name]);
  const x = Math.min(...all.map((each) => each.x));
  const y = Math.min(...all.map((each) => each.y));
  return { x, y, w: Math.max(...all.map((each) => each.x + each.w)) - x, h: Math.max(...all.map((each) => each.y + each.h)) - y };
}

function bandBytes({ deep }: Scan, rectangles: Rectangles): number {
  const { w, h } = bandOf(rectangles);
  return w * h * 3 * (deep ? 2 : 1);
}

/** A compressed file is unpacked from its top each time it is read: once is three times as quick as thrice. */
async function inOnePass(scan: Scan, rectangles: Rectangles): Promise<StripPatches> {
  const band = bandOf(rectangles);
  const whole = await cut(scan, band);
  const part = ({ x, y, w, h }: Rectangle): Patch => {
    const pixels = scan.deep ? new Uint16Array(w * h * 3) : new Uint8Array(w * h * 3);
    for (let row = 0; row < h; row++) {
      const from = ((y - band.y + row) * band.w + (x - band.x)) * 3;
      pixels.set((whole.pixels as Uint16Array).subarray(from, from + w * 3), row * w * 3);
    }
    return { pixels, most: whole.most };
  };
  return { light: part(rectangles.light), base: part(rectangles.base), leader: part(rectangles.leader) };
}

async function oneByOne(scan: Scan, rectangles: Rectangles): Promise<StripPatches> {
  const [light, base, leader] = [await cut(scan, rectangles.light), await cut(scan, rectangles.base), await cut(scan, rectangles.leader)];
  return { light, base, leader };
}

async function cut({ picture, deep }: Scan, { x, y, w, h }: Rectangle): Promise<Patch> {
  const part = picture.clone().extract({ left: x, top: y, width: w, height: h }).removeAlpha();
  if (!deep) return { pixels: await part.raw().toBuffer(), most: 255 };
  const bytes = await part.toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer();
  return { pixels: new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 2), most: 65_535 };
}

const PREVIEW_PX = 1600;
const SMALL_PX = 320;

/** A picture of the scan to mark it on, as JPEG. Throws where the file is damaged. */
export function previewOf({ picture }: Scan): Promise<Buffer> {
  return inTurn(() =>
    picture
      .clone()
      .removeAlpha()
      .toColourspace('srgb')
      .resize({ width: PREVIEW_PX, height: PREVIEW_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer(),
  );
}

/** A small picture of the scan, to propose rectangles from; a 16-bit scan keeps what it tells of its darks. */
export function smallPictureOf(scan: Scan): Promise<SmallPicture> {
  return inTurn(() => madeSmall(scan));
}

async function madeSmall({ picture, deep }: Scan): Promise<SmallPicture> {
  const small = picture
    .clone()
    .removeAlpha()
    .resize({ width: SMALL_PX, height: SMALL_PX, fit: 'inside', withoutEnlargement: true })
    .median(3);
  if (!deep) {
    const { data, info } = await small.toColourspace('srgb').raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, rgb: data, most: 255 };
  }
  const { data, info } = await small.toColourspace('rgb16').raw({ depth: 'ushort' }).toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, rgb: new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2), most: 65_535 };
}

const KEPT_PX = 900;
const MARK_COLOURS: Readonly<Record<StripPart, string>> = { light: '#12776d', base: '#b1285c', leader: '#2a5db0' };

/** What is kept of a scan: a small JPEG with the three rectangles marked on it. */
export async function pictureToKeep(preview: Uint8Array, { width }: Pick<Scan, 'width'>, rectangles: Rectangles): Promise<Buffer> {
  const small = await sharp(preview)
    .resize({ width: KEPT_PX, height: KEPT_PX, fit: 'inside', withoutEnlargement: true })
    .toBuffer({ resolveWithObject: true });
  const scale = small.info.width / width;
  const marks = STRIP_PARTS.map((name) => {
    const { x, y, w, h } = rectangles[name];
    return `<rect x="${x * scale}" y="${y * scale}" width="${w * scale}" height="${h * scale}" fill="none" stroke="#fff" stroke-width="5"/><rect x="${x * scale}" y="${y * scale}" width="${w * scale}" height="${h * scale}" fill="none" stroke="${MARK_COLOURS[name]}" stroke-width="2.5"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${small.info.width}" height="${small.info.height}">${marks.join('')}</svg>`;
  return sharp(small.data)
    .composite([{ input: Buffer.from(svg) }])
    .jpeg({ quality: 78 })
    .toBuffer();
}
