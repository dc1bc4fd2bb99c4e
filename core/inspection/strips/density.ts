import { answered, refused, type Answer, type Fault } from '../../answer.ts';

/** How a scan's figures stand for light (domain.md 17). */
export type Encoding = 'srgb' | 'linear' | { readonly gamma: number };

export interface PerChannel {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

/** One marked rectangle's pixels: red, green and blue in turn, up to `most` (255, or 65535). */
export interface Patch {
  readonly pixels: ArrayLike<number>;
  readonly most: number;
}

export interface StripPatches {
  readonly light: Patch;
  readonly base: Patch;
  readonly leader: Patch;
}

export interface StripDensities {
  /** Dmin. */
  readonly base: PerChannel;
  /** Dmax. */
  readonly leader: PerChannel;
  readonly range: PerChannel;
  readonly redGreen: number;
  readonly blueGreen: number;
}

const FEWEST_PIXELS = 400;
const MOST_AT_AN_END = 0.01;
const CHANNELS = ['r', 'g', 'b'] as const;
const NAMES = { r: 'red', g: 'green', b: 'blue' } as const;

/** A figure of a scan, 0 to 1, as light. */
function linearLight(value: number, encoding: Encoding): number {
  if (encoding === 'linear') return value;
  if (encoding === 'srgb') return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  return value ** encoding.gamma;
}

/** How much of the light a density lets through, from 0 to 1. */
export function lightThrough(density: number): number {
  return 10 ** -density;
}

/** How often each figure occurs in a patch, by channel: all that its density needs, however large it is. */
export interface PatchCounts {
  readonly r: Uint32Array;
  readonly g: Uint32Array;
  readonly b: Uint32Array;
  readonly pixels: number;
  readonly most: number;
}

export function countPatch({ pixels, most }: Patch): PatchCounts {
  const [r, g, b] = [new Uint32Array(most + 1), new Uint32Array(most + 1), new Uint32Array(most + 1)];
  const count = Math.floor(pixels.length / 3);
  const up = (counts: Uint32Array, value: number) => (counts[value] = (counts[value] as number) + 1);
  for (let i = 0; i < count * 3; i += 3) {
    up(r, pixels[i] as number);
    up(g, pixels[i + 1] as number);
    up(b, pixels[i + 2] as number);
  }
  return { r, g, b, pixels: count, most };
}

/**
 * Densities of a strip's end: `D = −log10(Yp ⁄ Ylight)` per channel, Yp the median of a rectangle in linear light
 * (domain.md 17). Errors: `too-few-pixels`, `clipped`, `light-darker-than-base`, each naming its rectangle.
 */
export function stripDensities(patches: StripPatches, encoding: Encoding): Answer<StripDensities> {
  const { light, base, leader } = patches;
  return densitiesOf({ light: countPatch(light), base: countPatch(base), leader: countPatch(leader) }, encoding);
}

/** The same from what was counted, one patch after the other: nobody else has to wait for all three. */
export function densitiesOf(counted: Readonly<Record<keyof StripPatches, PatchCounts>>, encoding: Encoding): Answer<StripDensities> {
  const faults = (['light', 'base', 'leader'] as const).flatMap((name) => patchFaults(counted[name], name));
  if (faults.length > 0) return refused(...faults);
  const light = medians(counted.light, encoding);
  const density = (patch: PatchCounts): PerChannel => {
    const y = medians(patch, encoding);
    return { r: -Math.log10(y.r / light.r), g: -Math.log10(y.g / light.g), b: -Math.log10(y.b / light.b) };
  };
  const base = density(counted.base);
  const darker = CHANNELS.filter((channel) => base[channel] < 0);
  if (darker.length > 0)
    return refused({
      code: 'light-darker-than-base',
      path: '$.light',
      message: `The bare light is darker than the film’s base in ${darker.map((channel) => NAMES[channel]).join(' and ')}. Mark light that no film covers.`,
    });
  const leader = density(counted.leader);
  const range = { r: leader.r - base.r, g: leader.g - base.g, b: leader.b - base.b };
  return answered({ base, leader, range, redGreen: range.r - range.g, blueGreen: range.b - range.g });
}

function patchFaults(patch: PatchCounts, name: string): Fault[] {
  const path = `$.${name}`;
  const { pixels, most } = patch;
  if (pixels < FEWEST_PIXELS)
    return [{ code: 'too-few-pixels', path, message: `${name} holds ${pixels} pixels. Mark at least ${FEWEST_PIXELS}, such as 20 by 20.` }];
  return CHANNELS.flatMap((channel): Fault[] => {
    const [dark, bright] = [patch[channel][0] as number, patch[channel][most] as number];
    const end = dark > MOST_AT_AN_END * pixels ? 'black' : bright > MOST_AT_AN_END * pixels ? 'white' : null;
    if (!end) return [];
    return [
      {
        code: 'clipped',
        path,
        message: `${name} is ${end} to the end of the scale in ${NAMES[channel]}: scan it ${end === 'white' ? 'darker' : 'lighter'}.`,
      },
    ];
  });
}

/** The middle value of each channel, as light. */
function medians(patch: PatchCounts, encoding: Encoding): PerChannel {
  const { pixels: n, most } = patch;
  const of = (channel: (typeof CHANNELS)[number]) => {
    const counts = patch[channel];
    const at = (place: number) => {
      let seen = 0;
      for (let value = 0; value <= most; value++) if ((seen += counts[value] as number) > place) return linearLight(value / most, encoding);
      return linearLight(1, encoding);
    };
    return n % 2 === 1 ? at((n - 1) / 2) : (at(n / 2 - 1) + at(n / 2)) / 2;
  };
  return { r: of('r'), g: of('g'), b: of('b') };
}
