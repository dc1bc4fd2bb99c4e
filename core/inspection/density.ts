import { answered, refused, type Answer, type Fault } from '../answer.ts';

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

export const FEWEST_PIXELS = 400;
const MOST_AT_AN_END = 0.01;
const CHANNELS = ['r', 'g', 'b'] as const;
const NAMES = { r: 'red', g: 'green', b: 'blue' } as const;

/** A figure of a scan, 0 to 1, as light. */
export function linearLight(value: number, encoding: Encoding): number {
  if (encoding === 'linear') return value;
  if (encoding === 'srgb') return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  return value ** encoding.gamma;
}

/**
 * Densities of a strip's end: `D = −log10(Yp ⁄ Ylight)` per channel, Yp the median of a rectangle in linear light
 * (domain.md 17). Errors: `too-few-pixels`, `clipped`, `light-darker-than-base`, each naming its rectangle.
 */
export function stripDensities(patches: StripPatches, encoding: Encoding): Answer<StripDensities> {
  const faults = (['light', 'base', 'leader'] as const).flatMap((name) => patchFaults(patches[name], name));
  if (faults.length > 0) return refused(...faults);
  const light = medians(patches.light, encoding);
  const density = (patch: Patch): PerChannel => {
    const y = medians(patch, encoding);
    return { r: -Math.log10(y.r / light.r), g: -Math.log10(y.g / light.g), b: -Math.log10(y.b / light.b) };
  };
  const base = density(patches.base);
  const darker = CHANNELS.filter((channel) => base[channel] < 0);
  if (darker.length > 0)
    return refused({
      code: 'light-darker-than-base',
      path: '$.light',
      message: `The bare light is darker than the film’s base in ${darker.map((channel) => NAMES[channel]).join(' and ')}. Mark light that no film covers.`,
    });
  const leader = density(patches.leader);
  const range = { r: leader.r - base.r, g: leader.g - base.g, b: leader.b - base.b };
  return answered({ base, leader, range, redGreen: range.r - range.g, blueGreen: range.b - range.g });
}

function patchFaults({ pixels, most }: Patch, name: string): Fault[] {
  const path = `$.${name}`;
  const count = Math.floor(pixels.length / 3);
  if (count < FEWEST_PIXELS)
    return [{ code: 'too-few-pixels', path, message: `${name} holds ${count} pixels. Mark at least ${FEWEST_PIXELS}, such as 20 by 20.` }];
  return CHANNELS.flatMap((channel, c): Fault[] => {
    let [dark, bright] = [0, 0];
    for (let i = c; i < pixels.length; i += 3) {
      if (pixels[i] === 0) dark++;
      else if (pixels[i] === most) bright++;
    }
    const end = dark > MOST_AT_AN_END * count ? 'black' : bright > MOST_AT_AN_END * count ? 'white' : null;
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
function medians({ pixels, most }: Patch, encoding: Encoding): PerChannel {
  const of = (channel: number) => {
    const counts = new Uint32Array(most + 1);
    let n = 0;
    for (let i = channel; i < pixels.length; i += 3, n++) counts[pixels[i] as number] = (counts[pixels[i] as number] as number) + 1;
    const at = (place: number) => {
      let seen = 0;
      for (let value = 0; value <= most; value++) if ((seen += counts[value] as number) > place) return linearLight(value / most, encoding);
      return linearLight(1, encoding);
    };
    return n % 2 === 1 ? at((n - 1) / 2) : (at(n / 2 - 1) + at(n / 2)) / 2;
  };
  return { r: of(0), g: of(1), b: of(2) };
}
