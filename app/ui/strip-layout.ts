import { proportions } from './proportions.ts';

/** One block of a strip: its share of the length, and what its label needs. */
export interface BlockToPlace {
  readonly seconds: number;
  /** Pixels that its label takes inside the block, on two lines. */
  readonly insidePx: number;
  /** Pixels that its label takes below, on one line. */
  readonly belowPx: number;
}

export interface PlacedBlock {
  readonly fromPx: number;
  readonly lengthPx: number;
  /** Where the label stands: inside the block, or on a leader line in a row below. */
  readonly label: { readonly inside: true } | { readonly inside: false; readonly row: number; readonly fromPx: number };
}

const GAP_PX = 3;
const PADDING_PX = 12;
const LEAST_PX = 8;
const LABEL_GAP_PX = 10;

/**
 * Places blocks side by side, their lengths in proportion to their times, and every label whole: where a block is too
 * short its label moves below on a leader, into the first row in which it covers no other label and no leader runs
 * through a label (interface.md).
 */
export function layoutStrip(blocks: readonly BlockToPlace[], lengthPx: number): { readonly blocks: PlacedBlock[]; readonly rows: number } {
  const room = Math.max(0, lengthPx - GAP_PX * (blocks.length - 1));
  const lengths = proportions(
    blocks.map((block) => block.seconds),
    room,
    LEAST_PX,
  );
  let edgePx = 0;
  const placed = blocks.map((block, i): PlacedBlock => {
    const blockPx = lengths[i] ?? 0;
    const fromPx = edgePx;
    edgePx += blockPx + GAP_PX;
    if (block.insidePx + PADDING_PX <= blockPx) return { fromPx, lengthPx: blockPx, label: { inside: true } };
    return { fromPx, lengthPx: blockPx, label: { inside: false, row: 0, fromPx: Math.max(0, Math.min(fromPx, lengthPx - block.belowPx)) } };
  });
  const rows = rowsOf(
    placed.flatMap((block, i) =>
      block.label.inside
        ? []
        : [{ index: i, fromPx: block.label.fromPx, toPx: block.label.fromPx + (blocks[i]?.belowPx ?? 0), leaderPx: leaderPx(block) }],
    ),
  );
  return {
    blocks: placed.map((block, i) => (block.label.inside ? block : { ...block, label: { ...block.label, row: rows.get(i) ?? 0 } })),
    rows: Math.max(0, ...[...rows.values()].map((row) => row + 1)),
  };
}

/** Where a block's leader line runs down. */
export function leaderPx(block: Pick<PlacedBlock, 'fromPx' | 'lengthPx'>): number {
  return block.fromPx + Math.min(4, block.lengthPx / 2);
}

interface LabelBelow {
  readonly index: number;
  readonly fromPx: number;
  readonly toPx: number;
  readonly leaderPx: number;
}

/**
 * Rows for the labels below. Taken from right to left a label reaches over its right neighbours' leaders only where
 * those end above it; labels pushed in from the right edge come last, since they reach the other way.
 */
function rowsOf(labels: readonly LabelBelow[]): Map<number, number> {
  const free = labels.filter((label) => label.leaderPx - label.fromPx <= 5).reverse();
  const pushedIn = labels.filter((label) => label.leaderPx - label.fromPx > 5);
  const placed: (LabelBelow & { readonly row: number })[] = [];
  for (const label of [...free, ...pushedIn]) {
    let row = 0;
    const clashes = () =>
      placed.some(
        (other) =>
          (other.row === row && label.fromPx < other.toPx + LABEL_GAP_PX && other.fromPx < label.toPx + LABEL_GAP_PX) ||
          (other.row < row && label.leaderPx > other.fromPx - 2 && label.leaderPx < other.toPx + 2) ||
          (other.row > row && other.leaderPx > label.fromPx - 2 && other.leaderPx < label.toPx + 2),
      );
    const last = 1 + Math.max(0, ...placed.map((other) => other.row));
    while (row < last && clashes()) row++;
    placed.push({ ...label, row });
  }
  return new Map(placed.map((label) => [label.index, label.row]));
}
