import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { Trace, TRACE_HEIGHT, TRACE_WIDTH, unbroken, type TracePoint } from './trace.tsx';

const anyPoints = fc.array(
  fc.record({ x: fc.integer({ min: 0, max: 3600 }), y: fc.oneof(fc.constant(null), fc.double({ min: 20, max: 45, noNaN: true })) }),
  { maxLength: 40 },
);

test('a line is broken where it has no figure, and every other point of it is drawn in its order', () => {
  expect(unbroken([1, 2, null, null, 3, null, 4, 5, 6].map((y, x) => ({ x, y })))).toEqual([
    [
      { x: 0, y: 1 },
      { x: 1, y: 2 },
    ],
    [
      { x: 6, y: 4 },
      { x: 7, y: 5 },
      { x: 8, y: 6 },
    ],
  ]);
  fc.assert(
    fc.property(anyPoints, (points) => {
      // A point between two breaks alone makes no line; every other one is there, in its order.
      const there = (point: TracePoint | undefined) => point !== undefined && point.y !== null;
      const expected = points.filter((point, i) => there(point) && (there(points[i - 1]) || there(points[i + 1])));
      expect(unbroken(points).flat()).toEqual(expected);
    }),
  );
});

test('whatever is drawn lies inside its field and is no figure that is none, even where all is one moment at one height', () => {
  const draw = (points: readonly TracePoint[], low: number, high: number, toX: number) =>
    renderToStaticMarkup(
      <Trace label="Where it was" className="" lines={[{ points, stroke: '#000' }]} fromX={0} toX={toX} low={low} high={high} />,
    );
  fc.assert(
    fc.property(anyPoints, (points) => {
      const shown = draw(points, 20, 45, 3600);
      expect(shown).not.toMatch(/NaN|Infinity/);
      expect(shown).toContain('aria-label="Where it was"');
      for (const [, x, y] of shown.matchAll(/(-?[\d.]+),(-?[\d.]+)/g)) {
        expect(Number(x)).toBeGreaterThanOrEqual(0);
        expect(Number(x)).toBeLessThanOrEqual(TRACE_WIDTH);
        expect(Number(y)).toBeGreaterThanOrEqual(0);
        expect(Number(y)).toBeLessThanOrEqual(TRACE_HEIGHT);
      }
    }),
  );
  expect(
    draw(
      [
        { x: 0, y: 38 },
        { x: 0, y: 38 },
      ],
      38,
      38,
      0,
    ),
  ).not.toMatch(/NaN|Infinity/);
});
