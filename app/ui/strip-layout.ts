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
 * short its label moves below on a leader, into the first row in which it covers no other (interface.md).
 */
export function layoutStrip(blocks: readonly BlockToPlace[], lengthPx: number): { readonly blocks: PlacedBlock[]; readonly rows: number } {
  const room = Math.max(0, lengthPx - GAP_PX * (blocks.length - 1));
  const lengths = proportions(
    blocks.map((block) => block.seconds),
    room,
  );
  const rowEnds: number[] = [];
  let fromPx = 0;
  const placed = blocks.map((block, i): PlacedBlock => {
    const blockPx = lengths[i] ?? 0;
    const at = fromPx;
    fromPx += blockPx + GAP_PX;
    if (block.insidePx + PADDING_PX <= blockPx) return { fromPx: at, lengthPx: blockPx, label: { inside: true } };
    const labelFrom = Math.max(0, Math.min(at, lengthPx - block.belowPx));
    let row = rowEnds.findIndex((end) => end + LABEL_GAP_PX <= labelFrom);
    if (row === -1) row = rowEnds.length;
    rowEnds[row] = labelFrom + block.belowPx;
    return { fromPx: at, lengthPx: blockPx, label: { inside: false, row, fromPx: labelFrom } };
  });
  return { blocks: placed, rows: rowEnds.length };
}

/** Lengths in proportion, none thinner than can be seen and touched; the others give up the difference. */
function proportions(seconds: readonly number[], room: number): number[] {
  const total = seconds.reduce((sum, s) => sum + s, 0) || 1;
  const thin = seconds.map((s) => (s / total) * room < LEAST_PX);
  const rest = room - thin.filter(Boolean).length * LEAST_PX;
  const restTotal = seconds.reduce((sum, s, i) => sum + (thin[i] ? 0 : s), 0) || 1;
  return seconds.map((s, i) => (thin[i] ? LEAST_PX : (s / restTotal) * rest));
}
