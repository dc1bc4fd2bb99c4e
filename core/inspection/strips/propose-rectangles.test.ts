import fc from 'fast-check';
import { proposeRectangles, type SmallPicture } from './propose-rectangles.ts';

const WIDTH = 300;
const HEIGHT = 100;
/** Three bands of one grey each, the given ones from left to right, with noise and what else is drawn on it. */
function picture(
  greys: readonly number[],
  most: number,
  noise = 0,
  drawn: (x: number, y: number) => number | null = () => null,
): SmallPicture {
  let seed = 5;
  const dice = () => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648 - 0.5;
  const rgb = Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => {
    const [x, y] = [Math.floor(i / 3) % WIDTH, Math.floor(i / 3 / WIDTH)];
    const grey = drawn(x, y) ?? greys[Math.floor((x / WIDTH) * greys.length)] ?? 0;
    return Math.max(0, Math.min(most, Math.round((grey + dice() * noise) * most)));
  });
  return { width: WIDTH, height: HEIGHT, rgb, most };
}

test.each([
  ['as pictures are', [0.93, 0.5, 0.08], 255],
  ['linear and deep', [0.8, 0.2, 0.004], 65_535],
  ['a base almost as bright as light', [0.95, 0.8, 0.1], 255],
])('%s: each rectangle lies in its own band, from the brightest to the darkest', (_, greys, most) => {
  const found = proposeRectangles(picture(greys, most, 0.01 * (greys[2] ?? 1)));
  expect([found?.light, found?.base, found?.leader].map((each) => each && [each.x * 3 > 0, Math.floor((each.x + each.w / 2) * 3)])).toEqual(
    [
      [true, 0],
      [true, 1],
      [true, 2],
    ],
  );
});

test('the order in which they lie does not matter, nor perforations, nor a black mask around the film', () => {
  const mask = (x: number, y: number) => (y < 12 || y > 88 ? 0 : y < 24 && x % 20 < 9 ? 0.92 : null);
  const found = proposeRectangles(picture([0.06, 0.92, 0.45], 255, 0.004, mask));
  const bandOf = (each: { x: number; w: number } | undefined) => (each ? Math.floor((each.x + each.w / 2) * 3) : null);
  expect([bandOf(found?.light), bandOf(found?.base), bandOf(found?.leader)]).toEqual([1, 2, 0]);
  // Well inside the film: no perforation is in it.
  expect(found && found.leader.y > 0.24 && found.leader.y + found.leader.h < 0.88).toBe(true);
});

test('where there are no three, nothing is proposed', () => {
  expect(proposeRectangles(picture([0.5, 0.5, 0.5], 255))).toBeNull();
  expect(proposeRectangles(picture([0.9, 0.9, 0.1], 255))).toBeNull();
  expect(proposeRectangles(picture([1, 1, 0], 255))).toBeNull();
  expect(proposeRectangles({ width: 2, height: 2, rgb: Array(12).fill(100), most: 255 })).toBeNull();
});

test('whatever the picture, what is proposed lies on it', () => {
  const small = fc.uint8Array({ minLength: 40 * 30 * 3, maxLength: 40 * 30 * 3 });
  fc.assert(
    fc.property(small, (rgb) => {
      const found = proposeRectangles({ width: 40, height: 30, rgb, most: 255 });
      for (const { x, y, w, h } of found ? Object.values(found) : [])
        expect(x >= 0 && y >= 0 && w > 0 && h > 0 && x + w <= 1 && y + h <= 1).toBe(true);
    }),
    { numRuns: 60 },
  );
});
