import fc from 'fast-check';
import { type Encoding, type Patch, type StripPatches, countPatch, stripDensities } from './density.ts';

const ENCODINGS: readonly Encoding[] = ['srgb', 'linear', { gamma: 2.2 }];

/** The figure a scanner writes for an amount of light. */
function figureOf(light: number, encoding: Encoding, most: number): number {
  const encoded =
    encoding === 'linear'
      ? light
      : encoding === 'srgb'
        ? light <= 0.0031308
          ? light * 12.92
          : 1.055 * light ** (1 / 2.4) - 0.055
        : light ** (1 / encoding.gamma);
  return Math.round(encoded * most);
}

type Rgb = readonly [number, number, number];
const patchOf = (light: Rgb, encoding: Encoding, most: number, pixels = 400): Patch => ({
  pixels: Array.from({ length: pixels * 3 }, (_, i) => figureOf(light[i % 3] as number, encoding, most)),
  most,
});
const through = (light: Rgb, densities: Rgb): Rgb =>
  [0, 1, 2].map((c) => (light[c] as number) * 10 ** -(densities[c] as number)) as unknown as Rgb;

const BARE: Rgb = [0.9, 0.85, 0.8];
const BASE: Rgb = [0.25, 0.55, 0.9];
const LEADER: Rgb = [1.4, 1.6, 1.8];

test.each(ENCODINGS)('densities of a strip made from known light come back within a sixteen-bit figure: %j', (encoding) => {
  const most = 65_535;
  const answer = stripDensities(
    {
      light: patchOf(BARE, encoding, most),
      base: patchOf(through(BARE, BASE), encoding, most),
      leader: patchOf(through(BARE, LEADER), encoding, most),
    },
    encoding,
  );
  if (!answer.ok) throw new Error(answer.errors[0]?.message);
  const { base, leader, range, redGreen, blueGreen } = answer.value;
  [base.r, base.g, base.b].forEach((d, c) => expect(d).toBeCloseTo(BASE[c] as number, 3));
  [leader.r, leader.g, leader.b].forEach((d, c) => expect(d).toBeCloseTo(LEADER[c] as number, 2));
  expect(range.g).toBeCloseTo(1.05, 2);
  expect(redGreen).toBeCloseTo(1.15 - 1.05, 2);
  expect(blueGreen).toBeCloseTo(0.9 - 1.05, 2);
});

test('the median counts: dust and scratches on fewer than half of a rectangle change nothing', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 399 }), { maxLength: 190 }), fc.integer({ min: 1, max: 254 }), (dusty, dust) => {
      const patches: StripPatches = {
        light: patchOf(BARE, 'srgb', 255),
        base: patchOf(through(BARE, BASE), 'srgb', 255),
        leader: patchOf(through(BARE, [1, 1, 1]), 'srgb', 255),
      };
      const pixels = Array.from(patches.base.pixels);
      for (const at of dusty) pixels[at * 3 + 1] = dust;
      expect(stripDensities({ ...patches, base: { pixels, most: 255 } }, 'srgb')).toEqual(stripDensities(patches, 'srgb'));
    }),
  );
});

const clipped = (value: number): Patch => ({
  pixels: Array.from({ length: 1200 }, (_, i) => (i < 45 && i % 3 === 0 ? value : 120)),
  most: 255,
});

test.each([
  ['too few pixels', 'light', { pixels: new Uint8Array(399 * 3).fill(200), most: 255 }, 'too-few-pixels', 'light holds 399 pixels'],
  ['blown out', 'light', clipped(255), 'clipped', 'white to the end of the scale in red: scan it darker'],
  ['no light left', 'leader', clipped(0), 'clipped', 'black to the end of the scale in red: scan it lighter'],
] as const)('a rectangle with %s is refused by name', (_, name, patch, code, words) => {
  const good: StripPatches = {
    light: patchOf(BARE, 'srgb', 255),
    base: patchOf(through(BARE, BASE), 'srgb', 255),
    leader: patchOf(through(BARE, [1, 1, 1]), 'srgb', 255),
  };
  expect(stripDensities({ ...good, [name]: patch }, 'srgb')).toMatchObject({
    ok: false,
    errors: [{ code, path: `$.${name}`, message: expect.stringContaining(words) as string }],
  });
});

test('light marked on the film is refused: it is darker than the base', () => {
  const dark = patchOf(through(BARE, [1, 1, 1]), 'srgb', 255);
  expect(stripDensities({ light: dark, base: patchOf(BARE, 'srgb', 255), leader: dark }, 'srgb')).toMatchObject({
    ok: false,
    errors: [{ code: 'light-darker-than-base', message: expect.stringContaining('red and green and blue') as string }],
  });
});

describe('what a density does not depend on', () => {
  const patchOf = (values: readonly (readonly [number, number, number])[]) => ({ pixels: values.flat(), most: 65_535 });
  const grey = (value: number, spread: readonly number[]) => patchOf(spread.map((off) => [value + off, value + off, value + off] as const));
  const spread = fc.array(fc.integer({ min: -20, max: 20 }), { minLength: 401, maxLength: 420 });
  const densities = (light: Patch, base: Patch, leader: Patch) => {
    const measured = stripDensities({ light, base, leader }, 'linear');
    if (!measured.ok) throw new Error(measured.errors[0]?.message);
    return measured.value;
  };

  test('on the lamp: half as bright is the same film', () => {
    fc.assert(
      fc.property(spread, fc.integer({ min: 2, max: 6 }), (noise, dimmer) => {
        const still = noise.map(() => 0);
        const bright = densities(grey(60_000, still), grey(24_000, still), grey(1200, still));
        const dim = densities(grey(60_000 / dimmer, still), grey(24_000 / dimmer, still), grey(1200 / dimmer, still));
        for (const channel of ['r', 'g', 'b'] as const) {
          expect(dim.base[channel]).toBeCloseTo(bright.base[channel], 2);
          expect(dim.range[channel]).toBeCloseTo(bright.range[channel], 2);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('on dust over less than half of it, nor on the order of its pixels', () => {
    fc.assert(
      fc.property(spread, fc.integer({ min: 0, max: 180 }), (noise, dusty) => {
        const clean = noise.map((off) => [24_000 + off, 24_000 + off, 24_000 + off] as const);
        const dirty = clean.map((pixel, i) => (i < dusty ? ([300, 300, 300] as const) : pixel));
        const [light, leader] = [grey(60_000, noise), grey(1200, noise)];
        const plain = densities(light, patchOf(clean), leader).base.g;
        expect(Math.abs(densities(light, patchOf(dirty), leader).base.g - plain)).toBeLessThan(0.002);
        expect(densities(light, patchOf([...dirty].reverse()), leader)).toEqual(densities(light, patchOf(dirty), leader));
      }),
      { numRuns: 40 },
    );
  });

  test('on being counted first: the counts of a patch are all that it says', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), { minLength: 400, maxLength: 440 }), (pixels) => {
        const counted = countPatch({ pixels: pixels.flat(), most: 255 });
        expect(counted.pixels).toBe(pixels.length);
        for (const [c, channel] of (['r', 'g', 'b'] as const).entries()) {
          expect(counted[channel].reduce((sum, n) => sum + n, 0)).toBe(pixels.length);
          expect(counted[channel][pixels[7]?.[c] ?? 0]).toBe(pixels.filter((pixel) => pixel[c] === pixels[7]?.[c]).length);
        }
      }),
      { numRuns: 40 },
    );
  });
});
