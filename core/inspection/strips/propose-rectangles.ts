import type { Rectangle, Rectangles } from './strip-measure.ts';

/** A scan made small: red, green and blue in turn, up to `most` (255, or 65535). */
export interface SmallPicture {
  readonly width: number;
  readonly height: number;
  readonly rgb: ArrayLike<number>;
  readonly most: number;
}

const NONE = 255;
const LEAST_APART = 0.04;
/** Neighbours that differ by more are an edge, a scratch or dust. */
const EVEN_BY = 0.06;
const LEAST_SIDE_PX = 6;
/** A patch that is smaller than this share of the scan is a speck, or a hole. */
const LEAST_SHARE = 0.01;
/** What lies this near to an edge may still be of both sides. */
const INSET = 0.18;

/**
 * Where bare light, clear base and dark leader likely lie on a scan of a strip’s end (domain.md 17), in shares of its
 * width and height; null where no three even patches of growing density are found. A proposal: the person has the last
 * word.
 */
export function proposeRectangles(picture: SmallPicture): Rectangles | null {
  const { width, height } = picture;
  const densities = densitiesOf(picture);
  const centres = threeMiddles(densities);
  if (!centres) return null;
  const classes = classified(densities, centres, picture);
  const found = [0, 1, 2].map((name) => largestSquare(classes, width, height, name));
  const [light, base, leader] = found;
  if (!light || !base || !leader) return null;
  return { light: inset(light, picture), base: inset(base, picture), leader: inset(leader, picture) };
}

/** Density of each pixel, by its figures as they are: only their order and their distance count. NaN where it is clipped. */
function densitiesOf({ width, height, rgb, most }: SmallPicture): Float32Array {
  const densities = new Float32Array(width * height);
  const end = most / 255;
  for (let i = 0; i < densities.length; i++) {
    const [r, g, b] = [rgb[i * 3] as number, rgb[i * 3 + 1] as number, rgb[i * 3 + 2] as number];
    const clipped = Math.max(r, g, b) <= (most === 255 ? 1 : 16) || Math.min(r, g, b) >= most - end;
    densities[i] = clipped ? NaN : -Math.log10(Math.max(1, (r + g + b) / 3) / most);
  }
  return densities;
}

const BINS = 96;

/**
 * The middles of three groups of densities, from the thinnest to the densest, parted where the groups differ most from
 * one another (every pair of partings is tried); null where they do not stand apart.
 */
function threeMiddles(densities: Float32Array): readonly [number, number, number] | null {
  const known = densities.filter((each) => !Number.isNaN(each));
  if (known.length < 100) return null;
  const [low, high] = known.reduce(([least, most], each) => [Math.min(least, each), Math.max(most, each)] as const, [
    Infinity,
    -Infinity,
  ] as const);
  if (high - low < 2 * LEAST_APART) return null;
  const counts = new Float64Array(BINS + 1);
  const sums = new Float64Array(BINS + 1);
  for (const each of known) {
    const bin = 1 + Math.min(BINS - 1, Math.floor(((each - low) / (high - low)) * BINS));
    counts[bin] = (counts[bin] as number) + 1;
    sums[bin] = (sums[bin] as number) + each;
  }
  for (let i = 1; i <= BINS; i++) {
    counts[i] = (counts[i] as number) + (counts[i - 1] as number);
    sums[i] = (sums[i] as number) + (sums[i - 1] as number);
  }
  const group = (from: number, to: number) => ({
    n: (counts[to] as number) - (counts[from] as number),
    sum: (sums[to] as number) - (sums[from] as number),
  });
  let best = { apart: -Infinity, middles: null as readonly [number, number, number] | null };
  for (let i = 1; i < BINS - 1; i++)
    for (let j = i + 1; j < BINS; j++) {
      const groups = [group(0, i), group(i, j), group(j, BINS)];
      if (groups.some(({ n }) => n < known.length * LEAST_SHARE)) continue;
      const apart = groups.reduce((sum, { n, sum: of }) => sum + (of * of) / n, 0);
      if (apart > best.apart) best = { apart, middles: groups.map(({ n, sum }) => sum / n) as [number, number, number] };
    }
  const [light, base, leader] = best.middles ?? [0, 0, 0];
  return base - light > LEAST_APART && leader - base > LEAST_APART ? [light, base, leader] : null;
}

function nearest(value: number, [a, b, c]: readonly [number, number, number]): 0 | 1 | 2 {
  if (value < (a + b) / 2) return 0;
  return value < (b + c) / 2 ? 1 : 2;
}

/** Which of the three a pixel belongs to; none where it is clipped, or differs from its neighbours. */
function classified(densities: Float32Array, centres: readonly [number, number, number], { width, height }: SmallPicture): Uint8Array {
  const classes = new Uint8Array(densities.length).fill(NONE);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const here = densities[i] as number;
      const around = [i - 1, i + 1, i - width, i + width].map((at) => Math.abs((densities[at] as number) - here));
      // NaN is no less than anything: a clipped neighbour counts as another.
      if (around.every((difference) => difference < EVEN_BY)) classes[i] = nearest(here, centres);
    }
  return classes;
}

/** The largest square of one class, by the classic table of squares that end at each pixel. */
function largestSquare(classes: Uint8Array, width: number, height: number, name: number): Rectangle | null {
  let before = new Uint16Array(width);
  let best = { side: 0, x: 0, y: 0 };
  for (let y = 0; y < height; y++) {
    const row = new Uint16Array(width);
    for (let x = 0; x < width; x++) {
      if (classes[y * width + x] !== name) continue;
      const side = x === 0 ? 1 : 1 + Math.min(row[x - 1] as number, before[x] as number, before[x - 1] as number);
      row[x] = side;
      if (side > best.side) best = { side, x, y };
    }
    before = row;
  }
  if (best.side < LEAST_SIDE_PX) return null;
  return { x: best.x - best.side + 1, y: best.y - best.side + 1, w: best.side, h: best.side };
}

/** Well inside what was found, in shares of the picture. */
function inset({ x, y, w, h }: Rectangle, { width, height }: SmallPicture): Rectangle {
  return {
    x: (x + w * INSET) / width,
    y: (y + h * INSET) / height,
    w: (w * (1 - 2 * INSET)) / width,
    h: (h * (1 - 2 * INSET)) / height,
  };
}
