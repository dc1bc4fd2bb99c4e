import type { ReactNode } from 'react';

/** A point of a line; null where the line is broken. */
export interface TracePoint {
  readonly x: number;
  readonly y: number | null;
}

interface TraceLine {
  readonly points: readonly TracePoint[];
  readonly stroke: string;
  readonly dash?: string | undefined;
}

interface TraceProps {
  /** What is seen, for who does not see it. */
  readonly label: string;
  readonly lines: readonly TraceLine[];
  /** What lies at the left and right edge, and at the bottom and the top. */
  readonly fromX: number;
  readonly toX: number;
  readonly low: number;
  readonly high: number;
  readonly className: string;
  /** Drawn behind the lines and before them, in the units of `Trace`'s own field. */
  readonly behind?: (place: Place) => ReactNode;
  readonly before?: (place: Place) => ReactNode;
}

/** Where a figure lies in the field that is drawn in, which is stretched to its place on the page. */
interface Place {
  readonly x: (value: number) => number;
  readonly y: (value: number) => number;
}

export const TRACE_WIDTH = 1000;
export const TRACE_HEIGHT = 200;
const MARGIN = 8;
/** What is left free above and below, for a scale beside it. */
export const TRACE_MARGIN = MARGIN / TRACE_HEIGHT;

/** Lines over time, drawn on the server and without scripts as well: each whole, but for where it is broken. */
export function Trace({ label, lines, fromX, toX, low, high, className, behind, before }: TraceProps) {
  const place: Place = {
    x: (value) => ((value - fromX) / Math.max(1e-9, toX - fromX)) * TRACE_WIDTH,
    y: (value) => TRACE_HEIGHT - MARGIN - ((value - low) / Math.max(1e-9, high - low)) * (TRACE_HEIGHT - 2 * MARGIN),
  };
  return (
    <svg viewBox={`0 0 ${TRACE_WIDTH} ${TRACE_HEIGHT}`} preserveAspectRatio="none" className={className} role="img" aria-label={label}>
      {behind?.(place)}
      {lines.flatMap(({ points, stroke, dash }, i) =>
        unbroken(points).map((piece, n) => (
          <polyline
            key={`${i} ${n}`}
            points={piece.map(({ x, y }) => `${place.x(x).toFixed(1)},${place.y(y).toFixed(1)}`).join(' ')}
            fill="none"
            stroke={stroke}
            strokeDasharray={dash}
            strokeWidth={2.5}
            vectorEffect="non-scaling-stroke"
          />
        )),
      )}
      {before?.(place)}
    </svg>
  );
}

/** The pieces of a line between its breaks. */
export function unbroken(points: readonly TracePoint[]): { readonly x: number; readonly y: number }[][] {
  const pieces: { readonly x: number; readonly y: number }[][] = [[]];
  for (const { x, y } of points) {
    if (y === null) pieces.push([]);
    else pieces.at(-1)?.push({ x, y });
  }
  return pieces.filter((piece) => piece.length > 1);
}
