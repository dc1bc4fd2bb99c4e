import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { COMMANDS } from './commands.ts';
import { EXAMPLES } from './help.ts';
import { density } from './inspect.ts';

const folder = mkdtempSync(join(tmpdir(), 'steady-reel-scan-'));
const at = (name: string) => join(folder, name);
const RECTANGLES = { light: { x: 5, y: 5, w: 30, h: 30 }, base: { x: 55, y: 5, w: 30, h: 30 }, leader: { x: 105, y: 5, w: 30, h: 30 } };
/** Light, base and leader side by side, as amounts of linear light. */
const STRIP = [
  [0.92, 0.9, 0.88],
  [0.5, 0.25, 0.12],
  [0.02, 0.01, 0.008],
] as const;
const encode = (light: number) => (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

/** Three bands of 50 by 40 pixels, as a scanner would write them. */
function bands(most: 255 | 65_535, encoded: (light: number) => number): Uint8Array | Uint16Array {
  const pixels = most === 255 ? new Uint8Array(150 * 40 * 3) : new Uint16Array(150 * 40 * 3);
  for (let i = 0; i < 150 * 40; i++)
    for (let c = 0; c < 3; c++) pixels[i * 3 + c] = Math.round(encoded(STRIP[Math.floor((i % 150) / 50)]?.[c] ?? 0) * most);
  return pixels;
}
const raw = { width: 150, height: 40, channels: 3 as const };
const dOf = (band: number, c: number) => -Math.log10((STRIP[band]?.[c] ?? 1) / (STRIP[0][c] ?? 1));

beforeAll(async () => {
  await sharp(bands(255, encode), { raw }).png().toFile(at('eight.png'));
  await sharp(bands(255, encode), { raw }).ensureAlpha().png().toFile(at('alpha.png'));
  await sharp(bands(255, encode), { raw }).jpeg({ quality: 100, chromaSubsampling: '4:4:4' }).toFile(at('eight.jpg'));
  await sharp(bands(65_535, encode), { raw }).toColourspace('rgb16').png().toFile(at('sixteen.png'));
  await sharp(
    bands(65_535, (light) => light),
    { raw },
  )
    .toColourspace('rgb16')
    .tiff({ compression: 'lzw' })
    .toFile(at('linear.tif'));
  await sharp(bands(255, encode), { raw }).toColourspace('b-w').png().toFile(at('grey.png'));
  writeFileSync(at('words.png'), 'no picture at all');
  const whole = await sharp(bands(255, encode), { raw }).png({ compressionLevel: 0 }).toBuffer();
  writeFileSync(at('cut.png'), whole.subarray(0, Math.floor(whole.length / 3)));
});

test.each([
  ['eight.png', 'srgb', 2],
  ['alpha.png', 'srgb', 2],
  ['eight.jpg', 'srgb', 1],
  ['sixteen.png', 'srgb', 3],
  ['linear.tif', 'linear', 2.4],
] as const)('%s: the densities the strip was made with', async (file, encoding, digits) => {
  const answer = await density({ file: at(file), encoding, ...RECTANGLES });
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  const { base, leader, range, redGreen } = answer.value as Record<'base' | 'leader' | 'range', Record<'r' | 'g' | 'b', number>> & {
    redGreen: number;
  };
  (['r', 'g', 'b'] as const).forEach((channel, c) => {
    expect(base[channel]).toBeCloseTo(dOf(1, c), digits);
    expect(leader[channel]).toBeCloseTo(dOf(2, c), Math.min(digits, 1.5));
    expect(range[channel]).toBeCloseTo(leader[channel] - base[channel], 2);
    expect(Math.abs(base[channel] * 1000 - Math.round(base[channel] * 1000))).toBeLessThan(1e-6);
  });
  expect(redGreen).toBeCloseTo(range.r - range.g, 2);
});

test.each([
  ['nowhere.png', {}, '$.file', /could not be read as a picture/],
  ['words.png', {}, '$.file', /could not be read as a picture/],
  ['cut.png', {}, '$.file', /damaged|could not be read/],
  ['grey.png', {}, '$.file', /no red, green and blue/],
  ['eight.png', { base: { x: 140, y: 5, w: 30, h: 30 } }, '$.base', /beyond the picture, which has 150 by 40/],
  ['eight.png', { base: { x: 55, y: 5, w: 19, h: 20 } }, '$.base', /380 pixels/],
  ['eight.png', { base: { x: 5.5, y: -5, w: 30, h: 30 } }, '$.base.x', /whole number/],
  ['eight.png', { encoding: 'film' }, '$.encoding', /"srgb", "linear"/],
  ['eight.png', { light: RECTANGLES.leader, leader: RECTANGLES.light }, '$.light', /darker than the film’s base/],
  ['eight.png', { rotate: 90 }, '$.rotate', /./],
])('%s with %j is refused at %s', async (file, with_, path, words) => {
  const answer = await density({ file: at(file), ...RECTANGLES, ...with_ });
  expect(answer.ok || answer.errors.map((fault) => [fault.path, words.test(fault.message)])).toContainEqual([path, true]);
});

test('chart and judge answer in the shapes of scripting.md', () => {
  const today = { today: '2026-11-25' };
  expect(COMMANDS['chart']?.(EXAMPLES['chart'], today)).toMatchObject({ ok: true, value: { signals: [{ at: 6, rule: 'outside' }] } });
  expect(COMMANDS['chart']?.({ points: [] }, today)).toEqual({ ok: true, value: { centre: null, low: null, high: null, signals: [] } });
  const judged = COMMANDS['judge']?.(EXAMPLES['judge'], today);
  if (!judged?.ok) throw new Error('refused');
  const { verdict, causes } = judged.value as { verdict: string; causes: object[] };
  expect(verdict).toBe('development');
  expect(Object.keys(causes[0] ?? {})).toEqual(['id', 'for', 'against', 'now', 'nextTime']);
  expect(COMMANDS['judge']?.({ inspection: { edge: 'faint' }, run: { weather: 'rain' } }, today)).toMatchObject({
    ok: false,
    errors: [{ path: '$.inspection.edge' }, { path: '$.run.weather' }],
  });
});
