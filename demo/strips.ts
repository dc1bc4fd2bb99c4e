import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { stripDensities } from '../core/inspection/strips/density.ts';
import type { Rectangles, StripMeasure } from '../core/inspection/strips/strip-measure.ts';
import { openScan, patchesOf, pictureToKeep, previewOf } from '../scan/read-scan.ts';
import type { DemoStrip } from './scenario.ts';

const WIDTH = 900;
const HEIGHT = 300;
/** Bare light, then clear film, then the leader that was out in the light; perforations along both edges. */
const ENDS = [0.3, 0.66];
const MARKED: Rectangles = {
  light: { x: 70, y: 110, w: 130, h: 80 },
  base: { x: 370, y: 110, w: 130, h: 80 },
  leader: { x: 670, y: 110, w: 130, h: 80 },
};
const LIGHT = [0.86, 0.84, 0.81] as const;

const srgb = (light: number) => (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

/** What a scanner would make of the end of a strip: its densities, a little noise and dust, the same every time. */
export async function drawStrip(
  { base, leader }: Pick<DemoStrip, 'base' | 'leader'>,
  bits: 8 | 16 = 8,
  encoded: 'srgb' | 'linear' = 'srgb',
): Promise<Buffer> {
  const most = bits === 8 ? 255 : 65_535;
  const pixels = bits === 8 ? new Uint8Array(WIDTH * HEIGHT * 3) : new Uint16Array(WIDTH * HEIGHT * 3);
  let seed = 7;
  const noise = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648 - 0.5;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const hole = x > (ENDS[0] ?? 0) * WIDTH && (y < 34 || y > HEIGHT - 34) && x % 42 < 18 && (y < 34 ? y > 10 : y < HEIGHT - 10);
      const part = hole || x < (ENDS[0] ?? 0) * WIDTH ? null : x < (ENDS[1] ?? 0) * WIDTH ? base : leader;
      const dust = noise() > 0.4992 ? 0.5 : 1;
      for (let c = 0; c < 3; c++) {
        const light = (LIGHT[c] ?? 1) * (part ? 10 ** -(part[c] ?? 0) : 1) * dust;
        const value = encoded === 'srgb' ? srgb(light) : light;
        pixels[(y * WIDTH + x) * 3 + c] = Math.max(1, Math.min(most - 1, Math.round(value * most + noise() * (bits === 8 ? 1 : 120))));
      }
    }
  const picture = sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } });
  return bits === 8 ? picture.png().toBuffer() : picture.toColourspace('rgb16').tiff({ compression: 'lzw' }).toBuffer();
}

/** Measures a drawn scan as the application measures any other. */
export async function measureDrawn(drawn: Buffer): Promise<{ readonly measure: StripMeasure; readonly picture: Buffer }> {
  const folder = mkdtempSync(join(tmpdir(), 'steady-reel-demo-'));
  try {
    const file = join(folder, 'strip.png');
    writeFileSync(file, drawn);
    const scan = await openScan(file);
    if (!scan.ok) throw new Error(scan.errors[0]?.message);
    const patches = await patchesOf(scan.value, MARKED);
    const densities = patches.ok ? stripDensities(patches.value, 'srgb') : patches;
    if (!densities.ok) throw new Error(densities.errors[0]?.message);
    const { width, height } = scan.value;
    return {
      measure: { ...densities.value, encoding: 'srgb', rectangles: MARKED, width, height },
      picture: await pictureToKeep(await previewOf(scan.value), scan.value, MARKED),
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Scans to try the measuring with, beside the demo’s database. */
export async function writeSampleScans(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const base = [0.28, 0.62, 0.88] as const;
  const good = { base, leader: [1.93, 2.33, 2.64] as const };
  const worn = { base, leader: [1.72, 2.11, 2.4] as const };
  writeFileSync(join(folder, 'good-strip.png'), await drawStrip(good));
  writeFileSync(join(folder, 'worn-strip.png'), await drawStrip(worn));
  writeFileSync(join(folder, 'good-strip-16-bit-linear.tif'), await drawStrip(good, 16, 'linear'));
}
