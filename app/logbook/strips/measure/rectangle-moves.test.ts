import fc from 'fast-check';
import { LEAST_SIDE, moved, nudged, resized, within } from './rectangle-moves.ts';

const size = { width: 900, height: 300 };
const rectangle = fc.record({
  x: fc.integer({ min: -500, max: 1500 }),
  y: fc.integer({ min: -500, max: 900 }),
  w: fc.integer({ min: -50, max: 2000 }),
  h: fc.integer({ min: -50, max: 900 }),
});

test('however it is dragged, sized or nudged, a rectangle stays a rectangle of whole pixels on the scan', () => {
  const step = fc.integer({ min: -2000, max: 2000 });
  fc.assert(
    fc.property(
      rectangle,
      step,
      step,
      fc.constantFrom('ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'),
      fc.boolean(),
      fc.boolean(),
      (any, a, b, key, far, sizes) => {
        const from = within(any, size);
        for (const to of [from, moved(from, a, b, size), resized(from, a, b, size), nudged(from, key, far, sizes, size)]) {
          if (!to) throw new Error('an arrow did nothing');
          expect(Object.values(to).every(Number.isInteger)).toBe(true);
          expect(to.x >= 0 && to.y >= 0 && to.w >= LEAST_SIDE && to.h >= LEAST_SIDE).toBe(true);
          expect(to.x + to.w <= size.width && to.y + to.h <= size.height).toBe(true);
        }
      },
    ),
  );
});

test('an arrow moves by a pixel, with Shift by ten, with Alt it sizes; other keys are left to the page', () => {
  const at = { x: 100, y: 100, w: 60, h: 60 };
  expect(nudged(at, 'ArrowRight', false, false, size)).toEqual({ ...at, x: 101 });
  expect(nudged(at, 'ArrowUp', true, false, size)).toEqual({ ...at, y: 90 });
  expect(nudged(at, 'ArrowLeft', true, true, size)).toEqual({ ...at, w: 50 });
  expect(nudged(at, 'Enter', false, false, size)).toBeNull();
});
