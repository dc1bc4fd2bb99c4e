import type { Rectangle } from '../../../../core/inspection/strips/strip-measure.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A rectangle is large enough to be found again, and lies within its picture; whole pixels. */
export const LEAST_SIDE = 20;

export function within({ x, y, w, h }: Rectangle, { width, height }: Size): Rectangle {
  const side = (length: number, most: number) => Math.max(Math.min(LEAST_SIDE, most), Math.min(Math.round(length), most));
  const [wide, high] = [side(w, width), side(h, height)];
  const at = (from: number, most: number) => Math.max(0, Math.min(Math.round(from), most));
  return { x: at(x, width - wide), y: at(y, height - high), w: wide, h: high };
}

export const moved = (of: Rectangle, dx: number, dy: number, size: Size) => within({ ...of, x: of.x + dx, y: of.y + dy }, size);
/** By its lower right corner; the upper left stays. */
export function resized(of: Rectangle, dw: number, dh: number, size: Size): Rectangle {
  return within({ ...of, w: Math.min(of.w + dw, size.width - of.x), h: Math.min(of.h + dh, size.height - of.y) }, size);
}

/** What a key does to a marked rectangle: arrows move it, with Alt they size it, with Shift ten times as far. Null for other keys. */
export function nudged(of: Rectangle, key: string, far: boolean, sizes: boolean, size: Size): Rectangle | null {
  const step = far ? 10 : 1;
  const [dx, dy] = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[key] ?? [];
  if (dx === undefined || dy === undefined) return null;
  return sizes ? resized(of, dx, dy, size) : moved(of, dx, dy, size);
}
