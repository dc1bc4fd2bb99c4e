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
  const below = labelsBelow(
    placed.flatMap((block, i) =>
      block.label.inside ? [] : [{ index: i, fromPx: block.label.fromPx, widthPx: blocks[i]?.belowPx ?? 0, leaderPx: leaderPx(block) }],
    ),
    lengthPx,
  );
  return {
    blocks: placed.map((block, i) => {
      const label = below.get(i);
      return label ? { ...block, label: { inside: false, row: label.row, fromPx: label.fromPx } } : block;
    }),
    rows: Math.max(0, ...[...below.values()].map((label) => label.row + 1)),
  };
}

/** Where a block's leader line runs down. */
export function leaderPx(block: Pick<PlacedBlock, 'fromPx' | 'lengthPx'>): number {
  return block.fromPx + Math.min(4, block.lengthPx / 2);
}

interface LabelBelow {
  readonly index: number;
  readonly fromPx: number;
  readonly widthPx: number;
  readonly leaderPx: number;
}
interface LabelInRow extends LabelBelow {
  readonly row: number;
}

/** Enough for any run of a kit; a strip that needs more steps than this is crowded past reading anyway. */
const MOST_TRIES = 4000;

/**
 * Rows for the labels below, as few as can be. A label starts at its leader and reaches right, or ends under it and
 * reaches left, and no leader runs through a label. Where that cannot be had, each label gets a row of its own: whole,
 * if not quite clear.
 */
function labelsBelow(labels: readonly LabelBelow[], lengthPx: number): Map<number, LabelInRow> {
  for (let rows = 1; rows <= labels.length; rows++) {
    const placed = clearRows(labels, rows, lengthPx);
    if (placed) return new Map(placed.map((label) => [label.index, label]));
  }
  return new Map(labels.map((label, i) => [label.index, { ...label, row: labels.length - 1 - i }]));
}

/** From right to left, each label into the first place that is clear of those placed, and back when there is none. */
function clearRows(labels: readonly LabelBelow[], rows: number, lengthPx: number): LabelInRow[] | null {
  let tries = 0;
  const place = (left: number, placed: readonly LabelInRow[]): readonly LabelInRow[] | null => {
    const label = labels[left];
    if (!label) return placed;
    const reachingLeft = Math.max(0, Math.min(label.leaderPx + 4, lengthPx) - label.widthPx);
    for (const fromPx of label.fromPx === reachingLeft ? [label.fromPx] : [label.fromPx, reachingLeft]) {
      for (let row = 0; row < rows; row++) {
        if (++tries > MOST_TRIES) return null;
        const here = { ...label, row, fromPx };
        if (placed.some((other) => coversLabel(here, other) || crossesLeader(here, other))) continue;
        const all = place(left - 1, [...placed, here]);
        if (all) return all;
      }
    }
    return null;
  };
  return place(labels.length - 1, []) as LabelInRow[] | null;
}

function coversLabel(a: LabelInRow, b: LabelInRow): boolean {
  return a.row === b.row && a.fromPx < b.fromPx + b.widthPx + LABEL_GAP_PX && b.fromPx < a.fromPx + a.widthPx + LABEL_GAP_PX;
}

/** Whether the leader of the lower one runs through the label of the upper one. */
function crossesLeader(a: LabelInRow, b: LabelInRow): boolean {
  const [upper, lower] = a.row < b.row ? [a, b] : [b, a];
  return a.row !== b.row && lower.leaderPx > upper.fromPx - 2 && lower.leaderPx < upper.fromPx + upper.widthPx + 2;
}
