import { existsSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';

process.env['STEADY_REEL_DB'] = join(mkdtempSync(join(tmpdir(), 'steady-reel-')), 'test.db');

import { storeDoneRun } from '../../../run/acts/a-done-run.fixture.ts';
import { storeBatch, storeTank } from '../../../server/shelf/a-shelf.fixture.ts';
import { databaseFile } from '../../../server/database/database.server.ts';
import { measuresOfRun } from '../../../server/runs/measures.server.ts';
import { load, post } from '../../../ui/forms/posting.fixture.ts';
import { action as measureAction, loader as measureLoader } from './measure.tsx';
import { loader as stripsLoader } from '../strips.tsx';
import { loader as pictureLoader } from '../picture.ts';
import { loader as previewLoader } from '../preview.ts';
import { action as uploadAction } from '../upload.ts';

const WIDTH = 900;
const HEIGHT = 300;
/** Light, base and leader side by side, as amounts of linear light. */
const BANDS = [
  [0.86, 0.84, 0.81],
  [0.45, 0.2, 0.107],
  [0.01, 0.0039, 0.0019],
] as const;
const srgb = (light: number) => (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

/** A scan of known light, with noise and dust. */
function drawn(most: 255 | 65_535, encoded: (light: number) => number = srgb): sharp.Sharp {
  const pixels = most === 255 ? new Uint8Array(WIDTH * HEIGHT * 3) : new Uint16Array(WIDTH * HEIGHT * 3);
  let seed = 11;
  const noise = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648 - 0.5;
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const dust = noise() > 0.499 ? 0.4 : 1;
    for (let c = 0; c < 3; c++)
      pixels[i * 3 + c] = Math.max(
        1,
        Math.round((encoded((BANDS[Math.floor((i % WIDTH) / 300)]?.[c] ?? 0) * dust) + noise() * 0.002) * most),
      );
  }
  return sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } });
}
const densityOf = (band: number, c: number) => -Math.log10((BANDS[band]?.[c] ?? 1) / (BANDS[0][c] ?? 1));

async function send(bytes: Uint8Array, name = 'strip.png', runId = 'run'): Promise<string> {
  const form = new FormData();
  form.append('scan', new File([bytes as Uint8Array<ArrayBuffer>], name));
  // As a browser sends it: a body of a stated kind, read as it comes.
  const request = new Request('http://steady.reel/', { method: 'POST', body: form });
  return Promise.resolve()
    .then(() => uploadAction({ request, params: { runId } } as never))
    .then(
      () => 'no answer',
      (thrown: unknown) =>
        thrown instanceof Response
          ? (thrown.headers.get('Location') ?? '')
          : `status ${(thrown as { init?: { status?: number } }).init?.status ?? String(thrown)}`,
    );
}
const page = async (address: string) => (await load(measureLoader, address, { runId: 'run' })) as Awaited<ReturnType<typeof measureLoader>>;
const refusedOf = (address: string) => new URL(address, 'http://x').searchParams.get('refused') ?? '';
const fields = (rectangles: Record<string, { x: number; y: number; w: number; h: number }>, more: Record<string, string> = {}) => ({
  scanner: 'flatbed, all off',
  encoding: 'srgb',
  ...Object.fromEntries(
    Object.entries(rectangles).flatMap(([part, sides]) => Object.entries(sides).map(([side, value]) => [`${part}.${side}`, String(value)])),
  ),
  ...more,
});
const filesKept = () => (existsSync(join(dirname(databaseFile()), 'scans')) ? readdirSync(join(dirname(databaseFile()), 'scans')) : []);

beforeAll(() => {
  storeTank('steel');
  storeBatch('b', 0);
  storeDoneRun('run', { batchId: 'b', tankId: 'steel', on: '2026-11-22' });
});

test.each<[string, string, () => Promise<Buffer>]>([
  ['8 bits, sRGB', 'srgb', () => drawn(255).png().toBuffer()],
  ['16 bits, sRGB', 'srgb', () => drawn(65_535).toColourspace('rgb16').png().toBuffer()],
  [
    '16 bits, linear',
    'linear',
    () =>
      drawn(65_535, (light) => light)
        .toColourspace('rgb16')
        .tiff({ compression: 'lzw' })
        .toBuffer(),
  ],
  [
    '16 bits, gamma 2.2',
    'gamma',
    () =>
      drawn(65_535, (light) => light ** (1 / 2.2))
        .toColourspace('rgb16')
        .tiff({ compression: 'deflate' })
        .toBuffer(),
  ],
  ['a JPEG', 'srgb', () => drawn(255).jpeg({ quality: 100, chromaSubsampling: '4:4:4' }).toBuffer()],
])('%s: brought in, marked where the program proposes, the densities of known light', async (name, encoding, bytes) => {
  const address = await send(await bytes(), `${name}.png`);
  const { scan, proposed } = await page(address);
  expect([scan?.width, scan?.bits, proposed?.found]).toEqual([WIDTH, name.startsWith('16') ? 16 : 8, true]);
  for (const [i, part] of (['light', 'base', 'leader'] as const).entries()) {
    const { x, w } = proposed?.rectangles[part] ?? { x: 0, w: 0 };
    // Each lies within its own band.
    expect([Math.floor(x / 300), Math.floor((x + w) / 300)]).toEqual([i, i]);
  }
  expect(load(previewLoader, '/', { scanId: scan?.id ?? '' })).toBeInstanceOf(Response);
  const once = `measured-${name}`.replace(/[^\w-]/g, '-').padEnd(12, '-');
  const sent = {
    ...fields(proposed?.rectangles ?? {}, { encoding, scan: scan?.id ?? '', once, good: 'on' }),
    ...(encoding === 'gamma' ? { gamma: '2,2' } : {}),
  };
  const came = await post(measureAction, sent, { runId: 'run' });
  expect([came.to, came.errors]).toEqual(['/logbook/run#measures', {}]);
  // Sent again, it is there once, and the scan is let go of.
  expect((await post(measureAction, sent, { runId: 'run' })).to).toBe('/logbook/run#measures');
  const found = measuresOfRun('run').filter(({ id }) => id === once);
  expect(found).toHaveLength(1);
  for (const [c, channel] of (['r', 'g', 'b'] as const).entries()) {
    expect(found[0]?.measure.base[channel]).toBeCloseTo(densityOf(1, c), name === 'a JPEG' ? 1 : 1.7);
    expect(found[0]?.measure.leader[channel]).toBeCloseTo(densityOf(2, c), name === 'a JPEG' ? 0.5 : name.startsWith('16') ? 1.7 : 1);
  }
  const picture = load(pictureLoader, '/', { measureId: once }) as Response;
  expect((await picture.arrayBuffer()).byteLength).toBeLessThan(80_000);
  expect(filesKept()).toEqual([]);
});

/** A PNG that says it has 50,000 by 50,000 pixels, and would unpack to seven gigabytes. */
function bomb(): Buffer {
  const crcTable = Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c >>> 0;
  });
  const crc = (bytes: Buffer) =>
    (bytes.reduce((c, byte) => ((crcTable[(c ^ byte) & 0xff] ?? 0) ^ (c >>> 8)) >>> 0, 0xffffffff) ^ 0xffffffff) >>> 0;
  const chunk = (type: string, body: Buffer) => {
    const named = Buffer.concat([Buffer.from(type), body]);
    const out = Buffer.alloc(named.length + 8);
    out.writeUInt32BE(body.length, 0);
    named.copy(out, 4);
    out.writeUInt32BE(crc(named), named.length + 4);
    return out;
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(50_000, 0);
  header.writeUInt32BE(50_000, 4);
  header.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(1_000_000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

const half = (bytes: Buffer) => bytes.subarray(0, bytes.length / 2);

test.each<[string, () => Promise<Uint8Array> | Uint8Array, RegExp]>([
  [
    'a text file that calls itself a picture',
    () => Buffer.from('Developer 3:15, bleach-fix 6:40. '.repeat(400)),
    /could not be read as a picture/,
  ],
  ['a decompression bomb', bomb, /million pixels|could not be read as a picture/],
  [
    'a large picture that is unpacked as a whole',
    () =>
      sharp({ create: { width: 5200, height: 5000, channels: 3, background: '#888' }, limitInputPixels: false })
        .jpeg({ progressive: true })
        .toBuffer(),
    /saved as progressive, and so it can have up to 24 million pixels; it has 26/,
  ],
  ['a picture that was cut off', async () => half(await drawn(255).png().toBuffer()), /damaged|could not be read/],
  ['a black-and-white picture', () => drawn(255).toColourspace('b-w').png().toBuffer(), /no red, green and blue/],
  ['an empty file', () => new Uint8Array(0), /could not be read as a picture/],
])('%s is refused in words, and nothing of it is kept', async (_, bytes, words) => {
  const address = await send(await bytes());
  expect(refusedOf(address)).toMatch(words);
  expect((await page(address)).scan).toBeNull();
  expect(filesKept()).toEqual([]);
});

test('a picture that takes more memory than there is for it is refused in words, and the next one is read', async () => {
  const wide = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#a86' } })
    .tiff({ compression: 'lzw', tile: true, tileWidth: 4096, tileHeight: 4096 })
    .toBuffer();
  process.env['STEADY_REEL_TEST_SCAN_BYTES'] = '200000000';
  expect(refusedOf(await send(wide, 'wide.tif'))).toMatch(/more memory to read than there is/);
  delete process.env['STEADY_REEL_TEST_SCAN_BYTES'];
  expect(filesKept()).toEqual([]);
  expect((await page(await send(await drawn(255).png().toBuffer()))).scan?.width).toBe(WIDTH);
});

test('a form without a file, a body of another kind, a run that is not there', async () => {
  const bare = new Request('http://steady.reel/', { method: 'POST', body: 'x', headers: { 'content-type': 'text/plain' } });
  const thrown = await uploadAction({ request: bare, params: { runId: 'run' } } as never).catch((each: unknown) => each);
  expect(refusedOf((thrown as Response).headers.get('Location') ?? '')).toMatch(/Choose the scan first/);
  expect(await send(Buffer.from('x'), 'x.png', 'nobody')).toBe('status 404');
});

test('a scan whose sending breaks off is said, and nothing of it stays on the disk', async () => {
  const boundary = 'x-strip-x';
  const head = `--${boundary}\r\nContent-Disposition: form-data; name="scan"; filename="strip.png"\r\nContent-Type: image/png\r\n\r\n`;
  let parts = 0;
  // The first megabyte comes, and then the phone leaves the house.
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      if (parts > 0) await new Promise((resolve) => setTimeout(resolve, 150));
      if (parts++ === 0) controller.enqueue(Buffer.concat([Buffer.from(head), Buffer.alloc(1_000_000, 7)]));
      else controller.error(new Error('the connection was lost'));
    },
  });
  const headers = { 'content-type': `multipart/form-data; boundary=${boundary}` };
  const request = new Request('http://steady.reel/', { method: 'POST', body, headers, duplex: 'half' } as RequestInit);
  const before = filesKept();
  const thrown: unknown = await uploadAction({ request, params: { runId: 'run' } } as never).catch((each: unknown) => each);
  expect(refusedOf((thrown as Response).headers.get('Location') ?? '')).toMatch(/did not arrive whole/);
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(filesKept()).toEqual(before);
});

test('rectangles on nothing, clipped, swapped or beyond the picture are refused by name, and what was typed stays', async () => {
  const { scan } = await page(await send(await drawn(255).png().toBuffer()));
  const there = {
    light: { x: 50, y: 50, w: 100, h: 100 },
    base: { x: 350, y: 50, w: 100, h: 100 },
    leader: { x: 650, y: 50, w: 100, h: 100 },
  };
  const measure = (change: object, more: Record<string, string> = {}) =>
    post(measureAction, fields({ ...there, ...change }, { scan: scan?.id ?? '', ...more }), { runId: 'run' });
  const said = async (change: object, more?: Record<string, string>) => JSON.stringify((await measure(change, more)).data.error);
  expect(await said({ base: { x: 350, y: 50, w: 10, h: 10 } })).toMatch(/Clear base holds 100 pixels/);
  expect(await said({ leader: { x: 850, y: 50, w: 100, h: 100 } })).toMatch(/Dark leader reaches beyond the picture/);
  expect(await said({ light: there.leader, leader: there.light })).toMatch(/bare light is darker than the film/i);
  expect(await said({ light: { x: -1, y: 50, w: 100, h: 100 } })).toMatch(/Bare light, from the left, is at least 0/);
  expect(await said({}, { scanner: ' ' })).toMatch(/Name the scanner/);
  expect(await said({}, { encoding: 'gamma', gamma: '9' })).toMatch(/0\.5 to 4/);
  const gone = await measure({}, { scan: 'not-there', once: 'never-measured' });
  expect([gone.status, JSON.stringify(gone.data.error)]).toEqual([409, expect.stringContaining('Bring it in again') as string]);
  expect(gone.data.initialValue).toMatchObject({ scanner: 'flatbed, all off' });
  expect(
    readFileSync(join(dirname(databaseFile()), 'scans', filesKept().find((name) => name.endsWith('.scan')) ?? '')).length,
  ).toBeGreaterThan(1000);
});

test('the chart holds one scanner and setting apart from another; a strip is called good, not good, and taken out', async () => {
  const strips = (query: string) => load(stripsLoader, `/logbook/strips${query}`) as ReturnType<typeof stripsLoader>;
  expect(strips('').points).toHaveLength(5);
  expect(strips('?scanner=another').scanner).toBe('flatbed, all off');
  const [first] = measuresOfRun('run');
  await post(measureAction, { intent: 'not-good', measure: first?.id }, { runId: 'run' });
  expect(strips('').goodOnes).toBe(4);
  await post(measureAction, { intent: 'drop', measure: first?.id }, { runId: 'run' });
  expect(strips('?measure=blue-green&batch=b').points).toHaveLength(4);
  expect(strips('').chart.centre).toBeNull();
});
