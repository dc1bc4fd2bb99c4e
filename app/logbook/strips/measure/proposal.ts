import type { Rectangle, Rectangles } from '../../../../core/inspection/strips/strip-measure.ts';
import { within } from './rectangle-moves.ts';

export interface Proposal {
  readonly rectangles: Rectangles;
  /** False where nothing was found and they only lie side by side. */
  readonly found: boolean;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

const SIDE_BY_SIDE: Rectangles = {
  light: { x: 0.1, y: 0.4, w: 0.2, h: 0.2 },
  base: { x: 0.4, y: 0.4, w: 0.2, h: 0.2 },
  leader: { x: 0.7, y: 0.4, w: 0.2, h: 0.2 },
};

/** Rectangles given in shares of a scan in its own pixels; side by side where none were found. */
export function proposalOn(scan: Size, shares: Rectangles | null): Proposal {
  const of = shares ?? SIDE_BY_SIDE;
  const one = ({ x, y, w, h }: Rectangle) => within({ x: x * scan.width, y: y * scan.height, w: w * scan.width, h: h * scan.height }, scan);
  return { rectangles: { light: one(of.light), base: one(of.base), leader: one(of.leader) }, found: shares !== null };
}
