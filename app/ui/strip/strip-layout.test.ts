import fc from 'fast-check';
import { layoutStrip } from './strip-layout.ts';

test('no label is cut off and none covers another, however short the baths or narrow the page', () => {
  const block = fc.record({
    seconds: fc.integer({ min: 5, max: 900 }),
    insidePx: fc.integer({ min: 30, max: 120 }),
    belowPx: fc.integer({ min: 40, max: 200 }),
  });
  fc.assert(
    fc.property(fc.array(block, { minLength: 1, maxLength: 14 }), fc.integer({ min: 240, max: 1200 }), (blocks, lengthPx) => {
      const { blocks: placed, rows } = layoutStrip(blocks, lengthPx);
      const below = placed.flatMap((one, i) =>
        one.label.inside ? [] : [{ ...one.label, toPx: one.label.fromPx + (blocks[i]?.belowPx ?? 0) }],
      );
      placed.forEach((one, i) => {
        if (one.label.inside) expect(one.lengthPx).toBeGreaterThanOrEqual(blocks[i]?.insidePx ?? 0);
      });
      for (const a of below) {
        expect(a.row).toBeLessThan(rows);
        expect(a.fromPx >= 0 && a.toPx <= lengthPx).toBe(true);
        for (const b of below) if (a !== b && a.row === b.row) expect(a.toPx <= b.fromPx || b.toPx <= a.fromPx).toBe(true);
      }
      expect((placed.at(-1)?.fromPx ?? 0) + (placed.at(-1)?.lengthPx ?? 0)).toBeCloseTo(lengthPx, 6);
    }),
  );
});

test('a leader runs through no label on the strips that people see', () => {
  // Names and times of the house E-6 run at three widths of the page.
  const run: readonly (readonly [string, number])[] = [
    ['Prewash', 60],
    ['First developer', 399],
    ['Wash', 180],
    ['Colour developer', 378],
    ['Wash', 180],
    ['Bleach-fix', 518],
    ['Wash', 180],
    ['Stabiliser', 60],
  ];
  const blocks = run.map(([name, seconds]) => ({
    seconds,
    insidePx: Math.max(...name.split(' ').map((word) => word.length * 7.6), 42),
    belowPx: (name.length + 1) * 7.6 + 36,
  }));
  for (const lengthPx of [330, 530, 760]) {
    const { blocks: placed } = layoutStrip(blocks, lengthPx);
    const below = placed.flatMap((one, i) =>
      one.label.inside ? [] : [{ ...one.label, leader: one.fromPx + 4, toPx: one.label.fromPx + (blocks[i]?.belowPx ?? 0) }],
    );
    const through = below.flatMap((lower) =>
      below.filter((upper) => upper.row < lower.row && lower.leader > upper.fromPx && lower.leader < upper.toPx),
    );
    expect([lengthPx, through.length]).toEqual([lengthPx, 0]);
  }
});
