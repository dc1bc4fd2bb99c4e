import fc from 'fast-check';
import { BESIDE_LINE_PX, layoutColumn } from './column-layout.ts';

test('the column fills its height, higher blocks are longer baths, and labels beside it never overlap or leave it', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 10, max: 900 }), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 520, max: 1100 }),
      (seconds, heightPx) => {
        const blocks = layoutColumn(seconds, heightPx);
        const last = blocks.at(-1);
        expect((last?.fromPx ?? 0) + (last?.heightPx ?? 0)).toBeCloseTo(heightPx, 6);
        seconds.forEach((s, i) =>
          seconds.forEach(
            (other, k) => s > other && expect(blocks[i]?.heightPx ?? 0).toBeGreaterThanOrEqual((blocks[k]?.heightPx ?? 0) - 1e-9),
          ),
        );
        const beside = blocks.flatMap((block) => (block.label.kind === 'beside' ? [block.label.atPx] : []));
        beside.forEach((atPx, i) => {
          expect(atPx).toBeGreaterThanOrEqual(-1e-9);
          expect(atPx + BESIDE_LINE_PX).toBeLessThanOrEqual(heightPx + 1e-9);
          if (i > 0) expect(atPx - (beside[i - 1] ?? 0)).toBeGreaterThanOrEqual(BESIDE_LINE_PX - 1e-9);
        });
      },
    ),
    { examples: [[[10, 10, 563, 230, 872, 32], 520]] },
  );
});
