import { proportions } from '../../ui/strip/proportions.ts';

/** Places a run's blocks one below the other, and the labels of blocks that are too low beside them (interface.md). */
export interface ColumnBlock {
  readonly fromPx: number;
  readonly heightPx: number;
  /** Two lines, one line, or beside the block on a leader at `atPx`. */
  readonly label: { readonly kind: 'two-lines' } | { readonly kind: 'one-line' } | { readonly kind: 'beside'; readonly atPx: number };
}

const GAP_PX = 5;
const LEAST_PX = 9;
const ONE_LINE_PX = 26;
const TWO_LINES_PX = 46;
export const BESIDE_LINE_PX = 34;

export function layoutColumn(seconds: readonly number[], heightPx: number): ColumnBlock[] {
  const room = heightPx - GAP_PX * (seconds.length - 1);
  const heights = proportions(seconds, room, LEAST_PX);
  let fromPx = 0;
  const blocks = heights.map((height) => {
    const block = { fromPx, heightPx: height };
    fromPx += height + GAP_PX;
    return block;
  });
  const beside = spread(
    blocks.flatMap((block, i) =>
      block.heightPx < ONE_LINE_PX ? [{ index: i, wantPx: block.fromPx + block.heightPx / 2 - BESIDE_LINE_PX / 2 }] : [],
    ),
    heightPx,
  );
  return blocks.map((block, i): ColumnBlock => {
    if (block.heightPx >= TWO_LINES_PX) return { ...block, label: { kind: 'two-lines' } };
    if (block.heightPx >= ONE_LINE_PX) return { ...block, label: { kind: 'one-line' } };
    return { ...block, label: { kind: 'beside', atPx: beside.get(i) ?? block.fromPx } };
  });
}

/** Labels as near to where they want to be as their order and height allow, none on another, none outside. */
function spread(labels: readonly { readonly index: number; readonly wantPx: number }[], heightPx: number): Map<number, number> {
  const placed = new Map<number, number>();
  let floor = 0;
  for (const label of labels) {
    const atPx = Math.max(floor, label.wantPx);
    placed.set(label.index, atPx);
    floor = atPx + BESIDE_LINE_PX;
  }
  let ceiling = heightPx;
  for (const label of [...labels].reverse()) {
    const atPx = Math.min(placed.get(label.index) ?? 0, ceiling - BESIDE_LINE_PX);
    placed.set(label.index, atPx);
    ceiling = atPx;
  }
  return placed;
}
